import { Failed } from '../../ui/Failed';
import { SideScroll } from '../../ui/SideScroll';
import type { PlanFile } from '@puddler/core';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { useMemo, useState } from 'react';
import { PaneChart } from '../../charts/PaneChart';
import { asBoughtOf, carOf, learnedOf, runsOfCar, type StoredRun } from '../../document-store/selectors';
import { plansOfCar } from '../../document-store/select-garage';
import { useAppSelector } from '../../document-store/store';
import { plannedPassesJob, useTrace } from '../../jobs/log-jobs';
import { useJob } from '../../jobs/use-job';
import type { PassLine } from '../../workers/log-drawing';
import { planFileFor } from '../../active/joined-plan';
import { runName } from './log-text';
import { passOverlay, type NamedPass } from './pass-overlay';
import { traceRequest } from './trace-wish';
import { Select } from '../../ui/Select';

const MOST_OVERLAID = 4;
/** Plans in one drawing. */
const MOST_PLANS = 3;
/** Passes in the table before the rest is asked for. */
const SHOWN = 12;

/** What can be laid over a run’s passes: another run’s, or what a plan of the car gives. */
function useLaidOver(open: StoredRun, choice: string): { over: readonly NamedPass[]; failed: { reason: string; retry: () => void } | undefined } {
  const runs = useAppSelector((state) => runsOfCar(state, open.carId));
  const plans = usePlanFiles(open.carId);
  const other = runs.find(({ id }) => choice === `run ${id}`);
  const wish = useMemo(() => (other ? traceRequest(other.id, other.run) : undefined), [other]);
  const traced = useTrace(wish);
  const asked = useMemo(() => {
    if (choice === 'as predicted') return [{ name: 'as predicted', file: open.run.plan }];
    return choice === 'plans' ? plans.slice(0, MOST_PLANS) : plans.filter(({ id }) => choice === `plan ${id}`);
  }, [choice, plans, open.run.plan]);
  const question = useMemo(() => (asked.length === 0 ? undefined : asked.map(({ file }) => file)), [asked]);
  const driven = useJob(plannedPassesJob, question);
  const over = useMemo(() => {
    if (other)
      return traced.state === 'ready' ? traced.value.passes.slice(0, 2).map((pass, i) => ({ name: `${runName(other.run)}, ${i + 1}`, pass })) : [];
    return driven.state === 'ready' ? driven.value.map((pass, i) => ({ name: asked[i]!.name, pass, predicted: true as const })) : [];
  }, [other, traced, driven, asked]);
  return { over, failed: [driven, traced].find((one) => one.state === 'failed') };
}

/** The plans of a car as plan files, with what was learned. */
function usePlanFiles(carId: string): { id: string; name: string; file: PlanFile }[] {
  const plans = useAppSelector((state) => plansOfCar(state, carId));
  const car = useAppSelector((state) => carOf(state, carId));
  const asBought = useAppSelector((state) => asBoughtOf(state, carId));
  const learned = useAppSelector((state) => learnedOf(state, carId));
  return useMemo(
    () => (car ? plans.map(({ id, plan }) => ({ id, name: plan.name, file: planFileFor(car, plan, asBought, learned) })) : []),
    [plans, car, asBought, learned],
  );
}

/** The passes of a run: what each did, and all of them from the moment of full throttle; another run’s or a plan’s can be laid over them. */
export function Passes({ passes, open }: { passes: readonly PassLine[]; open: StoredRun }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [choice, choose] = useState('');
  const { over, failed } = useLaidOver(open, choice);
  const data = useMemo(() => {
    const own = passes.slice(0, MOST_OVERLAID).map((pass, i): NamedPass => ({ name: `${i + 1}`, pass }));
    return passOverlay(over.length > 0 ? [...own.slice(0, over.length > 2 ? 1 : 2), ...over] : own, system);
  }, [passes, over, system]);
  if (passes.length === 0) return null;
  return (
    <section aria-label="Passes">
      <PassTable passes={passes} />
      <PaneChart title="From the moment of full throttle" data={data} xUnit="s" height={210}>
        <OverChoice open={open} choice={choice} onChoose={choose} />
      </PaneChart>
      {failed && <Failed what="It could not be laid over them" reason={failed.reason} onRetry={failed.retry} />}
    </section>
  );
}

function OverChoice({ open, choice, onChoose }: { open: StoredRun; choice: string; onChoose: (choice: string) => void }) {
  const runs = useAppSelector((state) => runsOfCar(state, open.carId)).filter(({ id, run }) => id !== open.id && (run.logs ?? []).length > 0);
  const plans = useAppSelector((state) => plansOfCar(state, open.carId));
  return (
    <label className="text-small text-soft print:hidden">
      over{' '}
      <Select aria-label="Lay over it" size="small" className="max-w-40" value={choice} onChange={(event) => onChoose(event.target.value)}>
        <option value="">nothing else</option>
        <optgroup label="Predicted">
          <option value="as predicted">this plan as it was run</option>
          {plans.map(({ id, plan }) => (
            <option key={id} value={`plan ${id}`}>
              {plan.name}
            </option>
          ))}
          {plans.length > 1 && <option value="plans">{plans.length > MOST_PLANS ? `the first ${MOST_PLANS} plans` : 'all plans'}</option>}
        </optgroup>
        {runs.length > 0 && (
          <optgroup label="Measured">
            {runs.map(({ id, run }) => (
              <option key={id} value={`run ${id}`}>
                {runName(run)}
              </option>
            ))}
          </optgroup>
        )}
      </Select>
    </label>
  );
}

function PassTable({ passes }: { passes: readonly PassLine[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = { ...unitOf('m/s', system), digits: 1 };
  const [all, setAll] = useState(false);
  const shown = all ? passes : passes.slice(0, SHOWN);
  const cell = (value: number | undefined, digits: number) => (value === undefined ? '' : formatNumber(value, digits, true));
  return (
    <SideScroll label="Passes, as a table">
      <table className="w-full min-w-120 text-right text-small">
        <thead>
          <tr className="border-b border-edge text-soft">
            {['Pass', 'from s', 'held s', speed.symbol, 'A', 'V', 'sag V', 'peak A'].map((head, i) => (
              <th
                key={head}
                scope="col"
                className={`py-1 pr-2 font-medium ${i === 0 ? 'text-left' : ''}`}
                title={head === 'peak A' ? 'When the output reaches full. Normal, and not the figure to plan with.' : undefined}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((pass, i) => (
            <tr key={pass.fromS} className="border-b border-rule">
              <th scope="row" className="py-1 pr-2 text-left font-medium">
                {i + 1}
                {!pass.settled && <span className="text-small font-normal text-soft"> still rising</span>}
              </th>
              <td className="pr-2">{cell(pass.fromS, 1)}</td>
              <td className="pr-2">{cell(pass.toS - pass.fromS, 1)}</td>
              <td className="pr-2 font-semibold">{pass.speedMs === undefined ? '' : formatIn(pass.speedMs, speed, true)}</td>
              <td className="pr-2">{cell(pass.settledA, 1)}</td>
              <td className="pr-2">{cell(pass.settledV, 2)}</td>
              <td className="pr-2">{cell(pass.sagV, 2)}</td>
              <td className="pr-2 text-soft">{cell(pass.peakA, 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {passes.length > SHOWN && (
        <button type="button" className="hit mt-1 text-small text-steel underline-offset-2 hover:underline" onClick={() => setAll(!all)}>
          {all ? 'Only the first' : `All ${passes.length} passes`}
        </button>
      )}
    </SideScroll>
  );
}
