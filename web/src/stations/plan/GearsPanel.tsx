import { gearCell, hasOwnTiming, plannedRun, sameLapS, coolerBy, type GearRun, type Limits, type PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import { PaneChart } from '../../charts/PaneChart';
import type { PaneData } from '../../charts/pane-layout';
import { selectShelf } from '../../document-store/selectors';
import { current } from '../../jobs/asked';
import { gearsJob, gearsKey, type RunsByGears } from '../../jobs/plan-jobs';
import { useJob } from '../../jobs/use-job';
import { Failed } from '../../ui/Failed';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { formatIn, formatNumber, toShown, unitOf } from '@puddler/figures';
import { gearsAround, gearsOnShelf, METRICS, type Metric } from './gear-choice';
import { GearTable } from './GearTable';
import { startPinion } from './start-pinion';
import { ForSpeed } from './ForSpeed';
import { useTakeGears } from './use-take-gears';
import { TERMS } from '../../active/terms';
import type { ActivePlan } from '../../active/use-plan';
import { heatWords, heatDrawn } from '../../active/heat-text';

/** Every pair of gears that could go in, by what it does; and the curve of speed and heat over the final drive. */
export function GearsPanel({ active, limits }: { active: ActivePlan; limits: Limits }) {
  const { file } = active;
  const [metric, setMetric] = useState<Metric>('speed');
  const [fromShelf, setFromShelf] = useState(false);
  const shelf = useAppSelector(selectShelf);
  const { pinion, spur } = file.gearing;
  // Only racing and bashing go round in laps.
  const metrics = (Object.keys(METRICS) as Metric[]).filter((one) => one !== 'lap' || hasOwnTiming(plannedRun(file).profile));
  const all = useMemo(() => (fromShelf ? gearsOnShelf(file, shelf) : gearsAround(file)), [fromShelf, file, shelf]);
  const [allSpurs, setAllSpurs] = useState(false);
  // A spur stays on the car for years, the pinion is what is chosen: the others are there on a word.
  const choice = useMemo(() => (allSpurs || !all.spurs.includes(spur!) ? all : { ...all, spurs: [spur!] }), [all, allSpurs, spur]);
  const question = useMemo(() => {
    if (spur === undefined) return undefined;
    const curve = gearsAround(file).pinions.map((teeth): [number, number] => [teeth, spur]);
    const table = choice.spurs.flatMap((s) => choice.pinions.map((p): [number, number] => [p, s]));
    return { plan: file, pairs: [...new Map([...curve, ...table].map((pair) => [gearsKey(...pair), pair])).values()] };
  }, [file, choice, spur]);
  const asked = useJob(gearsJob, question);
  const runs = current(asked);
  if (pinion === undefined || spur === undefined)
    return (
      <p className="py-6 text-soft">The motor stands on the axle: there are no gears to choose. Tyre and kv set the speed, in the chain above.</p>
    );
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h3 className="eyebrow text-soft">Pinion by spur</h3>
        <span className="flex gap-1" role="group" aria-label="Show">
          {metrics.map((one) => (
            <Choice key={one} on={metric === one} onClick={() => setMetric(one)}>
              {METRICS[one]}
            </Choice>
          ))}
        </span>
        <span className="flex gap-1" role="group" aria-label="Which teeth">
          <Choice on={!fromShelf} onClick={() => setFromShelf(false)}>
            around these
          </Choice>
          <Choice on={fromShelf} onClick={() => setFromShelf(true)}>
            on the shelf
          </Choice>
        </span>
        <ForSpeed active={active} limits={limits} />
      </div>
      {metric === 'rollout' && <p className="mt-1 text-small text-soft">{TERMS.rollout.definition}</p>}
      {asked.state === 'failed' && <Failed what="The pairs of gears could not be driven" reason={asked.reason} onRetry={asked.retry} />}
      <StartWith active={active} runs={runs} limits={limits} isFailed={asked.state === 'failed'} />
      <Fastest file={file} runs={runs} limits={limits} />
      <Cooler file={file} runs={runs} />
      <GearTable active={active} choice={choice} metric={metrics.includes(metric) ? metric : 'speed'} runs={runs} limits={limits}>
        {all.spurs.length > 1 && all.spurs.includes(spur) && (
          <Choice on={allSpurs} onClick={() => setAllSpurs(!allSpurs)}>
            all {all.spurs.length} spurs
          </Choice>
        )}
      </GearTable>
      <Curve file={file} runs={runs} limits={limits} />
    </>
  );
}

/** Which pinion to begin with on the bench, and which two to have beside it. */
function StartWith({ active, runs, limits, isFailed }: { active: ActivePlan; runs: RunsByGears | undefined; limits: Limits; isFailed: boolean }) {
  const system = useAppSelector((state) => state.prefs.units);
  const take = useTakeGears(active);
  const start = useMemo(() => startPinion(active.file, runs, limits), [active.file, runs, limits]);
  if (!start && isFailed) return null;
  if (!start) return <p className="mt-1 h-5 text-small text-soft">Which pinion to start with is being computed …</p>;
  const { pinion, asPlanned, tooHot } = start;
  const [speed, warm] = [unitOf('m/s', system), unitOf('°C', system)];
  const beside = `have ${pinion - 1} and ${pinion + 1} T beside it`;
  const figures = `${formatIn(start.topSpeedMs, speed, true)} ${speed.symbol}, can ${heatWords(start.canC, warm)}`;
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-2 text-small">
      <span>
        <strong className="font-semibold">Start with {pinion} T</strong>: {figures}; {beside}.{' '}
        {tooHot
          ? 'It is the coolest up to the planned one, and still over the caution: bring the heat down first.'
          : asPlanned
            ? 'As planned.'
            : 'The planned one comes after a cool run with it.'}
      </span>
      {!asPlanned && (
        <Button className="!h-7 max-sm:!h-10" onClick={() => take(pinion, active.file.gearing.spur!)}>
          Take {pinion} T
        </Button>
      )}
    </p>
  );
}

/** The runs of the pinions around the present one on its spur, in their order; undefined until all are driven. */
function runsOfPinions(file: PlanFile, runs: RunsByGears | undefined): { pinion: number; run: GearRun }[] | undefined {
  const all = gearsAround(file).pinions.flatMap((pinion) => {
    const run = runs?.get(gearsKey(pinion, file.gearing.spur!));
    return run ? [{ pinion, run }] : [];
  });
  return all.length === gearsAround(file).pinions.length ? all : undefined;
}

/** The pinion that is fastest round the course, and the one that is so without passing a limit: rarely those of the highest top speed. */
function Fastest({ file, runs, limits }: { file: PlanFile; runs: RunsByGears | undefined; limits: Limits }) {
  const now = runs?.get(gearsKey(file.gearing.pinion!, file.gearing.spur!));
  const timed = runsOfPinions(file, runs)?.flatMap(({ pinion, run }) => {
    const lapS = now && sameLapS(run, now);
    return lapS === undefined ? [] : [{ pinion, lapS, run }];
  });
  if (!timed || timed.length === 0) return null;
  const quickest = (of: typeof timed) => [...of].sort((a, b) => a.lapS - b.lapS)[0];
  const fastest = quickest(timed)!;
  const { course } = plannedRun(file);
  const safe = quickest(
    timed.filter(
      ({ run }) => run.maxCanC < (limits['motor-temperature'].stop ?? Infinity) && run.maxEscC < (limits['esc-temperature'].stop ?? Infinity),
    ),
  );
  const lap = ({ pinion, lapS }: { pinion: number; lapS: number }) => `${pinion} T, ${formatNumber(lapS, 2)} s`;
  return (
    <p className="mt-1 text-small">
      <strong className="font-semibold">
        Fastest lap{course?.name ? ` of ${course.name}` : ''}: {lap(fastest)}
      </strong>
      {safe === fastest
        ? ', within the heat limits of motor and ESC.'
        : safe
          ? `; within the heat limits of motor and ESC: ${lap(safe)}.`
          : '; none is within the heat limits of motor and ESC.'}
    </p>
  );
}

const WHY_COOLER = {
  tyres: 'the tyres are at their grip, so it pulls no harder and the motor only turns slower.',
  iron: 'the motor’s iron warms it more than its current, and it turns slower. Fewer kv would run cooler still.',
  pace: 'it is driven otherwise with it.',
};

/** Why a bigger pinion runs cooler, where one does. */
function Cooler({ file, runs }: { file: PlanFile; runs: RunsByGears | undefined }) {
  const all = runsOfPinions(file, runs);
  const cooler = all && coolerBy(all);
  if (!cooler) return null;
  const { smaller, bigger, why } = cooler;
  return (
    <p className="mt-1 text-small">
      {bigger.pinion} T runs cooler than {smaller.pinion}: {WHY_COOLER[why]}
    </p>
  );
}

function Curve({ file, runs, limits }: { file: PlanFile; runs: RunsByGears | undefined; limits: Limits }) {
  const system = useAppSelector((state) => state.prefs.units);
  const spur = file.gearing.spur!;
  const data = useMemo<PaneData | undefined>(() => {
    const cells = gearsAround(file)
      .pinions.map((pinion) => gearCell(file, pinion, spur, limits))
      .reverse();
    const heats = cells.map((cell) => runs?.get(gearsKey(cell.pinion, spur))?.maxCanC);
    const speed = unitOf('m/s', system);
    const warm = unitOf('°C', system);
    const caution = limits['motor-temperature'].caution;
    const known = heats.every((heat) => heat !== undefined);
    return {
      x: cells.map((cell) => cell.finalDriveRatio),
      panes: [
        {
          label: 'top speed',
          unit: speed.symbol,
          tone: 'ink',
          weight: 1,
          digits: 1,
          fromZero: false,
          y: cells.map((cell) => toShown(cell.topSpeedMs, speed)),
        },
        ...(known
          ? [
              {
                label: 'can',
                unit: warm.symbol,
                tone: 'ember' as const,
                weight: 1,
                digits: 0,
                fromZero: false,
                y: heats.map((heat) => heatDrawn(heat, warm)),
                ...(caution === undefined
                  ? {}
                  : {
                      limits: [{ at: toShown(caution, warm), label: `caution ${formatNumber(toShown(caution, warm), 0)}`, tone: 'caution' as const }],
                    }),
              },
            ]
          : []),
      ],
    };
  }, [file, spur, runs, limits, system]);
  const now = (file.gearing.spur! / file.gearing.pinion!) * file.car.internalRatio * (file.gearing.gearboxRatio ?? 1);
  if (!data) return null;
  return (
    <PaneChart
      title="Over the final drive"
      data={data}
      xUnit=": 1"
      xName="final drive"
      height={150}
      marks={[{ at: now, label: `${file.gearing.pinion} / ${file.gearing.spur}` }]}
    />
  );
}
