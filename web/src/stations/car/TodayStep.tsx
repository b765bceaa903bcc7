import { RANGES, rangeOf, type PlanBody, type Today } from '@puddler/contract/shared';
import type { Explanation, MeasuredToday, PlanFile } from '@puddler/core';
import { isOfCar, pathInCar } from '@puddler/core';
import { useMemo, useState } from 'react';
import { undoable } from '../../document-store/undoable';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { editBench, editCar, replacePlan } from '../../document-store/edits';
import { setField } from '@puddler/core';
import { Button } from '../../ui/Button';
import { formatIn, formatNumber, parseFigure, toShown, unitOf } from '@puddler/figures';
import { TODAY_FIELDS } from './car-fields';
import { Fields } from './Fields';
import type { ActiveCar } from '../../active/use-car';
import { current } from '../../jobs/asked';
import { useExplained } from '../../jobs/car-jobs';
import { useBands } from '../../jobs/use-bands';
import { Failed } from '../../ui/Failed';
import { Field } from '../../ui/Field';
import { Input } from '../../ui/Input';

/** What the car does today, and which of its figures that teaches. */
export function TodayStep({ active }: { active: ActiveCar }) {
  const { stock, bench } = active;
  const { today } = bench;
  const measured = useMemo(() => (today?.topSpeedMs === undefined ? undefined : { ...today, topSpeedMs: today.topSpeedMs }), [today]);
  const explained = useExplained(stock?.file, measured);
  if (!stock)
    return <p className="text-soft">First say what motor, pack and gears it has as bought, above: the measured speed is compared with that.</p>;
  return (
    <>
      <div className="grid gap-x-8 md:grid-cols-2">
        <TodayField active={active} field="topSpeedMs" label="Top speed, measured" help="GPS, both directions, average" />
        <TodayField active={active} field="canC" label="Motor can after the run" help="Infrared, highest in two minutes" />
      </div>
      <Fields active={active} specs={TODAY_FIELDS} />
      <p className="mt-1 text-small text-soft">
        Measure in a closed, empty place with permission, away from people, roads and traffic; follow local rules. The can is hot.
      </p>
      {measured && <Explained active={active} today={measured} explained={explained} />}
      {today?.canC !== undefined && !measured && <CanAlone file={stock.file} canC={today.canC} />}
    </>
  );
}

function TodayField({ active, field, label, help }: { active: ActiveCar; field: keyof Today; label: string; help: string }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const [problem, setProblem] = useState<string>();
  const { today } = active.bench;
  const range = RANGES[`today.${field}`];
  const unit = unitOf(range.unit, system);
  const given = today?.[field] === undefined ? '' : formatIn(today[field], unit);
  const set = (text: string) => {
    if (text === given) return setProblem(undefined);
    if (text === '') {
      setProblem(undefined);
      const { [field]: _cleared, ...left } = today ?? {};
      dispatch(editBench(active.id, 'today', Object.keys(left).length > 0 ? left : undefined, label));
      return;
    }
    const read = parseFigure(text, range, system);
    if (!read.ok) return setProblem(read.message);
    setProblem(undefined);
    dispatch(editBench(active.id, 'today', { ...today, [field]: read.value }, label));
  };
  const id = `today-${field}`;
  return (
    <Field id={id} label={label} hint={help} problem={problem}>
      <Input
        key={given}
        id={id}
        figure
        invalid={problem !== undefined}
        unit={unit.symbol}
        inputMode="decimal"
        defaultValue={given}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        onBlur={(event) => set(event.target.value.trim())}
      />
    </Field>
  );
}

const SHOWN = 4;

/** What a can’s temperature says without a top speed beside it, and what it cannot say. */
function CanAlone({ file, canC }: { file: PlanFile; canC: number }) {
  const system = useAppSelector((state) => state.prefs.units);
  const warm = unitOf('°C', system);
  const asked = useBands(file);
  const bands = current(asked);
  if (asked.state === 'failed') return <Failed what="It could not be compared" reason={asked.reason} onRetry={asked.retry} />;
  if (!bands) return <p className="mt-3 text-soft">Comparing with the prediction …</p>;
  const { p10, p50, p90 } = bands.figures.maxCanC;
  const verdict =
    canC > p90
      ? 'hotter than is likely: it pulls more than entered (gears, ground, drag), or cools worse'
      : canC < p10
        ? 'cooler than is likely: it pulls less than entered, or cools better'
        : 'within what is likely';
  return (
    <div className="mt-3 border-l-2 border-steel pl-3">
      <p>
        Puddler predicts a can of <strong>{formatIn(p50, warm)}</strong> {warm.symbol}, likely {formatIn(p10, warm)} to {formatIn(p90, warm)};
        measured <strong>{formatIn(canC, warm)}</strong> {warm.symbol}: {verdict}.
      </p>
      <p className="mt-1 text-soft">
        A temperature alone cannot say which figure is off, so nothing is changed by it. With the top speed beside it, this page tells what explains
        both.
      </p>
    </div>
  );
}

function Explained({ active, today, explained }: { active: ActiveCar; today: MeasuredToday; explained: ReturnType<typeof useExplained> }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  if (explained.state === 'waiting') return <p className="mt-3 text-soft">Comparing with the prediction …</p>;
  if (explained.state === 'failed') return <Failed what="It could not be compared" reason={explained.reason} onRetry={explained.retry} />;
  const { predictedMs, measuredMs, explanations } = explained.value;
  const off = 100 * (predictedMs / measuredMs - 1);
  return (
    <div className="mt-3 border-l-2 border-steel pl-3">
      <p>
        Puddler predicts <strong>{formatIn(predictedMs, speed, true)}</strong> {speed.symbol}, measured{' '}
        <strong>{formatIn(measuredMs, speed, true)}</strong> {speed.symbol}
        {Math.abs(off) < 2 ? ': they agree.' : `: the prediction is ${formatNumber(Math.abs(off), 0)} % ${off > 0 ? 'too fast' : 'too slow'}.`}
      </p>
      {Math.abs(off) >= 2 && explanations.length === 0 && (
        <p className="mt-1 text-soft">No single figure explains it. Look over gears, tyre and where it was measured: two or more are off.</p>
      )}
      {explanations.length > 0 && (
        <>
          <p className="mt-1 text-soft">One figure alone that would explain it, the likeliest first:</p>
          <ul className="mt-1">
            {explanations.slice(0, SHOWN).map((one) => (
              <ExplanationRow key={`${one.path}:${one.to}`} active={active} one={one} measuredCanC={today.canC} />
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

function ExplanationRow({ active, one, measuredCanC }: { active: ActiveCar; one: Explanation; measuredCanC: number | undefined }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const { id, stock } = active;
  const unit = unitOf(rangeOf(one.path)?.unit ?? '', system);
  const warm = unitOf('°C', system);
  const show = (value: number) =>
    `${formatNumber(toShown(value, unit), value * unit.factor < 1 ? 4 : unit.digits)} ${unit.symbol === 'kv' ? '' : unit.symbol}`.trim();
  const use = () => {
    if (isOfCar(one.path)) dispatch(editCar(id, pathInCar(one.path), one.to, `${one.label} from what the car does`));
    else if (stock) dispatch(replacePlan(stock.id, measuredIn(stock.plan, one), `${one.label} from what the car does`));
    dispatch(undoable(`${one.label} is now ${show(one.to)}, measured.`));
  };
  return (
    <li className="grid items-center gap-x-4 gap-y-1 border-b border-rule py-1.5 last:border-0 sm:grid-cols-[1fr_auto]">
      <span className="min-w-0">
        <span className="font-medium">{one.label}</span> {show(one.to)} instead of {show(one.from)}
        <span className="text-soft">
          {one.kind === 'slip' ? ' · a slipped digit?' : ` · ${likelihood(one.sigmas)}`}
          {one.canC !== undefined &&
            measuredCanC !== undefined &&
            ` · the can would be ${formatIn(one.canC, warm)}, measured ${formatIn(measuredCanC, warm)} ${warm.symbol}`}
          {!isOfCar(one.path) && ' · of this plan only'}
        </span>
        <span className="block text-small text-soft">{one.measure}</span>
      </span>
      <Button onClick={use}>Use it</Button>
    </li>
  );
}

function likelihood(sigmas: number): string {
  return sigmas < 1 ? 'well within its spread' : sigmas < 2 ? 'within its spread' : 'rather far off';
}

/** The plan with the figure set and said to be measured. */
function measuredIn(plan: PlanBody, { path, to }: Explanation): PlanBody {
  const next = setField(plan, path, path === 'motor.kvRpmPerV' ? Math.round(to) : to);
  return { ...next, measured: [...new Set([...(plan.measured ?? []), path])] };
}
