import type { Band, Car, Learned } from '@puddler/core';
import { learnedFigures, notMet, PlanError, predictSteady, resolvePlan, topSpeedBand, type NotMet, type PlanFile } from '@puddler/core';
import { atAGlance, formatIn, formatNumber, unitOf } from '@puddler/figures';
import { useMemo, useState } from 'react';
import { asBoughtOf, learnedOf } from '../../document-store/selectors';
import { plansOfCar } from '../../document-store/select-garage';
import { useAppSelector } from '../../document-store/store';
import { planFileFor } from '../../active/joined-plan';

interface Answer {
  topSpeedMs: number;
  band: Band;
  amps: number;
}

function answerOf(file: PlanFile): Answer | undefined {
  try {
    const resolved = resolvePlan(file);
    const steady = predictSteady(resolved);
    return { topSpeedMs: steady.topSpeedMs, band: topSpeedBand(file, resolved), amps: steady.packCurrentA };
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}

const strangeText = ({ part, figure, sigma }: NotMet) =>
  `No run had this ${part}: its ${figure} stays unsure by ${formatNumber(100 * sigma, 0)} % until one has.`;

/** What every plan of the car says now, and what it would say with what was learned: before it is taken. */
export function PlansChange({ carId, car, planId, learned }: { carId: string; car: Car; planId: string; learned: Learned }) {
  const system = useAppSelector((state) => state.prefs.units);
  const plans = useAppSelector((state) => plansOfCar(state, carId));
  const asBought = useAppSelector((state) => asBoughtOf(state, carId));
  const taken = useAppSelector((state) => learnedOf(state, carId));
  const figures = useMemo(() => learnedFigures(learned), [learned]);
  const rows = useMemo(
    () =>
      plans.flatMap(({ id, plan }) => {
        const file = planFileFor(car, plan, asBought, taken);
        const taught = { ...file, learned: figures };
        const [now, then] = [answerOf(file), answerOf(taught)];
        return now && then ? [{ id, name: plan.name, now, then, strange: notMet(taught, figures) }] : [];
      }),
    [plans, car, asBought, taken, figures],
  );
  const [speed, amps] = [unitOf('m/s', system), atAGlance(unitOf('A', system))];
  const said = ({ topSpeedMs, band: { p10, p90 } }: Answer) => (
    <>
      <strong className="font-semibold">{formatIn(topSpeedMs, speed, true)}</strong>{' '}
      <span className="text-small text-soft">
        {formatIn(p10, speed)}–{formatIn(p90, speed)}
      </span>
    </>
  );
  const [all, setAll] = useState(false);
  if (rows.length === 0) return null;
  const others = rows.filter(({ id }) => id !== planId).length;
  return (
    <div>
      <h3 className="eyebrow text-soft">What it changes</h3>
      <table className="w-full text-body">
        <thead>
          <tr className="border-b border-edge text-left text-small text-soft">
            <th scope="col" className="py-1 font-medium">
              Plan
            </th>
            <th scope="col" className="text-right font-medium">
              now, {speed.symbol}
            </th>
            <th scope="col" className="pl-3 text-right font-medium">
              with it
            </th>
            <th scope="col" className="pl-3 text-right font-medium">
              amps
            </th>
          </tr>
        </thead>
        <tbody>
          {(all ? rows : rows.filter(({ id }) => id === planId)).map(({ id, name, now, then, strange }) => (
            <tr key={id} className="border-b border-rule">
              <th scope="row" className="py-1 text-left font-normal">
                {name}
                {strange.map((one) => (
                  <span key={one.part} className="block text-fine text-soft">
                    {strangeText(one)}
                  </span>
                ))}
              </th>
              <td className="text-right whitespace-nowrap">{said(now)}</td>
              <td className="pl-3 text-right whitespace-nowrap">{said(then)}</td>
              <td className="pl-3 text-right whitespace-nowrap">
                {formatIn(now.amps, amps)} → {formatIn(then.amps, amps)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {others > 0 && (
        <button type="button" className="hit mt-1 text-small text-steel underline-offset-2 hover:underline" onClick={() => setAll(!all)}>
          {all ? 'Only this plan' : `And the ${others === 1 ? 'other plan' : `${others} other plans`} of the car`}
        </button>
      )}
    </div>
  );
}
