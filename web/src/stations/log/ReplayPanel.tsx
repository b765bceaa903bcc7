import { REPLAY_FIGURES, type Replay, type ReplayFigure } from '@puddler/core';
import { formatIn, formatNumber, toShown, unitOf, type UnitSystem } from '@puddler/figures';
import { useMemo, useState } from 'react';
import { PaneChart } from '../../charts/PaneChart';
import type { Pane, PaneData } from '../../charts/pane-layout';
import { asBoughtOf, learnedOf } from '../../document-store/selectors';
import { plansOfCar } from '../../document-store/select-garage';
import { useAppSelector } from '../../document-store/store';
import { planFileFor } from '../../active/joined-plan';
import type { ActivePlan } from '../../active/use-plan';
import { replayJob } from '../../jobs/log-jobs';
import { useJob } from '../../jobs/use-job';
import { Failed } from '../../ui/Failed';
import { Busy } from '../../ui/Busy';
import { runName } from './log-text';
import type { AtLog } from './use-log';
import { Select } from '../../ui/Select';

const WORDS: Record<ReplayFigure, { name: string; unit: string; digits: number }> = {
  speedMs: { name: 'speed', unit: 'm/s', digits: 1 },
  packA: { name: 'amps', unit: 'A', digits: 1 },
  packV: { name: 'volts', unit: 'V', digits: 2 },
  canC: { name: 'can', unit: '°C', digits: 0 },
  escC: { name: 'ESC', unit: '°C', digits: 0 },
};
/** More points than pixels help nobody. */
const MOST_POINTS = 900;

/** The logged trigger driven through the model: measured and computed over each other, and the same finger through another plan. */
export function ReplayPanel({ log, active }: { log: AtLog; active: ActivePlan }) {
  const system = useAppSelector((state) => state.prefs.units);
  const plans = useAppSelector((state) => plansOfCar(state, active.carId));
  const asBought = useAppSelector((state) => asBoughtOf(state, active.carId));
  const learned = useAppSelector((state) => learnedOf(state, active.carId));
  const logged = log.runs.filter(({ run }) => (run.logs ?? []).length > 0);
  const [chosen, choose] = useState<string>();
  const [planId, setPlanId] = useState('own');
  const source = logged.find((one) => one.id === (chosen ?? log.open?.id)) ?? logged[0];
  const plan = plans.find((one) => one.id === planId);
  const file = useMemo(() => (plan ? planFileFor(active.car, plan.plan, asBought, learned) : undefined), [plan, active.car, asBought, learned]);
  const run = source?.run;
  const question = useMemo(
    () => (run ? { run: planId === 'learned' && learned ? { ...run, plan: { ...run.plan, learned } } : run, plan: file } : undefined),
    [run, file, planId, learned],
  );
  const asked = useJob(replayJob, question);
  const replay = asked.state === 'ready' ? asked.value : undefined;
  if (!source) return <p className="text-body text-soft">A replay needs a run with the log of an ESC: drop one on this page.</p>;
  return (
    <section aria-label="Replay" className="flex flex-col gap-2">
      <p className="flex flex-wrap items-center gap-2 text-body">
        The trigger of
        <Select aria-label="Run to replay" size="small" className="max-w-52" value={source.id} onChange={(event) => choose(event.target.value)}>
          {logged.map((one) => (
            <option key={one.id} value={one.id}>
              {runName(one.run)}
            </option>
          ))}
        </Select>
        through
        <Select
          aria-label="Plan to replay it through"
          size="small"
          className="max-w-52"
          value={planId}
          onChange={(event) => setPlanId(event.target.value)}
        >
          <option value="own">the plan as it was run</option>
          {learned && <option value="learned">that plan with what was learned</option>}
          {plans.map((one) => (
            <option key={one.id} value={one.id}>
              {one.plan.name}
            </option>
          ))}
        </Select>
      </p>
      {asked.state === 'waiting' && <Busy text="Driving it …" />}
      {asked.state === 'failed' && <Failed what="It could not be driven" reason={asked.reason} onRetry={asked.retry} />}
      {asked.state === 'ready' && !replay && (
        <p className="text-body text-soft">This log has no throttle and no output, so there is no trigger to follow.</p>
      )}
      {replay && <ReplayResult replay={replay} system={system} isOther={plan !== undefined} />}
    </section>
  );
}

function ReplayResult({ replay, system, isOther }: { replay: Replay; system: UnitSystem; isOther: boolean }) {
  const data = useMemo(() => paneData(replay, system), [replay, system]);
  const residual = useMemo(() => residualData(replay, system), [replay, system]);
  const { run, offBy } = replay;
  const said = (figure: ReplayFigure, value: number) =>
    `${formatIn(value, { ...unitOf(WORDS[figure].unit, system), digits: WORDS[figure].digits }, true)} ${unitOf(WORDS[figure].unit, system).symbol}`;
  return (
    <>
      <p className="text-body">
        {isOther ? 'With this plan the same trigger gives ' : 'Computed: '}
        <strong className="font-semibold">{said('speedMs', run.maxSpeedMs)}</strong> at most, {said('packA', run.peakPackCurrentA)} peak,{' '}
        {formatNumber(run.usedAh, 2, true)} Ah, can {said('canC', run.maxCanC)}.{' '}
        {!isOther && offBy.speedMs !== undefined && (
          <span className="text-soft">
            Off by{' '}
            {REPLAY_FIGURES.flatMap((figure) =>
              offBy[figure] === undefined ? [] : [`${WORDS[figure].name} ${spreadText(figure, offBy[figure], system)}`],
            ).join(', ')}{' '}
            on average.
          </span>
        )}
        {run.stop !== 'time' && <span className="text-caution"> The pack ended it after {formatNumber(run.endS / 60, 1, true)} min.</span>}
      </p>
      <PaneChart title={isOther ? 'Measured, and the same trigger through this plan' : 'Measured and computed'} data={data} xUnit="s" height={330} />
      {!isOther && residual.panes.length > 0 && <PaneChart title="Measured less computed" data={residual} xUnit="s" height={150} />}
    </>
  );
}

/** A difference has no zero of its own: degrees are not shifted. */
function spreadText(figure: ReplayFigure, value: number, system: UnitSystem): string {
  const unit = unitOf(WORDS[figure].unit, system);
  return `${formatNumber(value * unit.factor, WORDS[figure].digits || 1, true)} ${unit.symbol}`;
}

const thinned = (count: number) => {
  const every = Math.max(1, Math.ceil(count / MOST_POINTS));
  return Array.from({ length: Math.ceil(count / every) }, (_, k) => k * every);
};

function paneData({ timeS, computed, measured }: Replay, system: UnitSystem): PaneData {
  const at = thinned(timeS.length);
  const panes = REPLAY_FIGURES.flatMap((figure): Pane[] => {
    const { name, unit, digits } = WORDS[figure];
    const shown = unitOf(unit, system);
    const line = (values: Float64Array) => at.map((i) => (Number.isNaN(values[i]!) ? NaN : toShown(values[i]!, shown)));
    const weight = figure === 'speedMs' ? 1.4 : 1;
    const base = { unit: shown.symbol, weight, digits, fromZero: figure === 'speedMs' || figure === 'packA' };
    const own: Pane = { ...base, label: `${name} computed`, tone: 'ember', y: line(computed[figure]) };
    const logged = measured[figure];
    return logged
      ? [
          { ...base, label: `${name} measured`, tone: 'ink', y: line(logged) },
          { ...own, over: true },
        ]
      : figure === 'canC'
        ? [own]
        : [];
  });
  return { x: at.map((i) => timeS[i]!), panes };
}

function residualData({ timeS, computed, measured }: Replay, system: UnitSystem): PaneData {
  const at = thinned(timeS.length);
  const panes = (['speedMs', 'packA'] as const).flatMap((figure): Pane[] => {
    const logged = measured[figure];
    const { name, unit, digits } = WORDS[figure];
    const shown = unitOf(unit, system);
    return logged
      ? [
          {
            label: name,
            unit: shown.symbol,
            weight: 1,
            digits,
            fromZero: true,
            tone: 'steel',
            y: at.map((i) => (logged[i]! - computed[figure][i]!) * shown.factor),
          },
        ]
      : [];
  });
  return { x: at.map((i) => timeS[i]!), panes };
}
