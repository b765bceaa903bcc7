import { equivalents, gearCell, limitsWith, PlanError, type Equivalents, type Limits, type PinionSpeed, type PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../../document-store/store';
import { planFileFor } from '../../active/joined-plan';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import type { ActiveCar } from '../../active/use-car';
import { Select } from '../../ui/Select';

/** What the old system and a new one are worth against each other, worked out for this car rather than read off a chart. */
export function EquivalentsStep({ active }: { active: ActiveCar }) {
  const { car, plans, stock, bench, learned } = active;
  const own = useAppSelector((state) => state.prefs.limits);
  const others = plans.filter((plan) => plan.id !== stock?.id);
  const [chosen, setChosen] = useState<string>();
  const plan = others.find((one) => one.id === chosen) ?? others[0];
  const measuredMs = bench.today?.topSpeedMs;
  const file = useMemo(() => plan && planFileFor(car, plan.plan, stock?.plan, learned), [plan, car, stock, learned]);
  const worth = useMemo(() => (stock && file ? tryEquivalents(stock.file, file, measuredMs) : undefined), [stock, file, measuredMs]);
  if (!stock) return <p className="text-soft">Say what it has as bought, and the old motor is compared with your plans here.</p>;
  if (!plan) return <p className="text-soft">Make a plan with the new motor, and both are compared here.</p>;
  return (
    <>
      <label className="flex flex-wrap items-center gap-2">
        As bought against
        <Select value={plan.id} onChange={(event) => setChosen(event.target.value)}>
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {one.plan.name}
            </option>
          ))}
        </Select>
        <Link to={`/plans/${plan.id}`} className="text-steel underline underline-offset-4">
          open it
        </Link>
      </label>
      {worth && 'message' in worth ? (
        <p className="mt-2 text-stop">{worth.message}</p>
      ) : (
        worth && file && <Worth worth={worth} file={file} limits={limitsWith(own, file.limits)} />
      )}
    </>
  );
}

function tryEquivalents(...files: Parameters<typeof equivalents>): Equivalents | { message: string } {
  try {
    return equivalents(...files);
  } catch (error) {
    if (error instanceof PlanError) return { message: error.message };
    throw error;
  }
}

const kv = (value: number) => formatNumber(Math.round(value), 0);

function Worth({ worth, file, limits }: { worth: Equivalents; file: PlanFile; limits: Limits }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const goesIn = ({ pinion: teeth }: PinionSpeed) => gearCell(file, teeth, file.gearing.spur!, limits).fits.every((fit) => fit.level !== 'stop');
  const pinion = (one: PinionSpeed | undefined) =>
    one ? `${one.pinion} T: ${formatIn(one.topSpeedMs, speed, true)} ${speed.symbol}${goesIn(one) ? '' : ' (does not go in)'}` : undefined;
  const bracket = [worth.sameSpeed.below, worth.sameSpeed.above].map(pinion).filter(Boolean).join(' · ');
  const rows: [string, string, string][] = [
    [
      'The old motor is worth',
      `${kv(worth.stockKv)} kv`,
      `likely ${kv(worth.stockKvFrom)} to ${kv(worth.stockKvTo)}; a chart from turns to kv knows no better`,
    ],
    [
      'Motor and gears, as one kv at the axle',
      `${formatNumber(worth.stockAxleKv, 0)} → ${formatNumber(worth.newAxleKv, 0)}`,
      'turns of the wheel a minute and volt, old and new',
    ],
    [
      'Pinion for the old top speed',
      bracket || 'none reaches it',
      `${formatIn(worth.oldSpeedMs, speed, true)} ${speed.symbol}, ${worth.isMeasured ? 'as measured' : 'as predicted'}, with the new motor and pack`,
    ],
    [
      'Pinion for the old pull',
      pinion(worth.samePull) ??
        (worth.samePullPinion === undefined
          ? `final drive ${formatNumber(worth.samePullRatio, 1)} : 1`
          : `${worth.samePullPinion} T, which does not fit`),
      'the same torque at the wheels for the same heat in the winding',
    ],
  ];
  return (
    <dl className="mt-2">
      {rows.map(([what, value, note]) => (
        <div key={what} className="grid gap-x-4 border-b border-rule py-1.5 last:border-0 sm:grid-cols-[17rem_1fr]">
          <dt>{what}</dt>
          <dd>
            <strong>{value}</strong> <span className="block text-small text-soft sm:inline">{note}</span>
          </dd>
        </div>
      ))}
    </dl>
  );
}
