import { RANGES } from '@puddler/contract/shared';
import { gearCell, pinionsForSpeed, type GearCell, type GearRun, type Limits, type PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { PaneChart } from '../../charts/PaneChart';
import type { PaneData } from '../../charts/pane-layout';
import { selectShelf } from '../../data/selectors';
import { useDetail } from '../../predict/detail';
import { Button } from '../../ui/Button';
import { VerdictMark } from '../../ui/VerdictMark';
import { parseFigure } from '../../units/parse';
import { formatIn, formatNumber, toShown, unitOf } from '../../units/units';
import { gearsAround, gearsOnShelf, type GearChoice } from './gear-choice';
import { applyEdits } from './plan-edits';
import type { PlanInHand } from './usePlan';

type Metric = 'speed' | 'can' | 'current' | 'rollout';
const METRICS: Record<Metric, string> = { speed: 'top speed', can: 'can', current: 'current', rollout: 'rollout' };
type Runs = Map<string, GearRun>;

const keyOf = (pinion: number, spur: number) => `${pinion}/${spur}`;
/** Ratios this near count as equal: half a tooth on a large spur. */
const SAME_RATIO = 0.008;

/** Every pair of gears that could go in, by what it does; and the curve of speed and heat over the final drive. */
export function GearsPanel({ inHand, limits }: { inHand: PlanInHand; limits: Limits }) {
  const { file } = inHand;
  const [metric, setMetric] = useState<Metric>('speed');
  const [fromShelf, setFromShelf] = useState(false);
  const shelf = useAppSelector(selectShelf);
  const { pinion, spur } = file.gearing;
  const choice = useMemo(() => (fromShelf ? gearsOnShelf(file, shelf) : gearsAround(file)), [fromShelf, file, shelf]);
  const question = useMemo(() => {
    if (spur === undefined) return undefined;
    const curve = gearsAround(file).pinions.map((teeth): [number, number] => [teeth, spur]);
    const table = choice.spurs.flatMap((s) => choice.pinions.map((p): [number, number] => [p, s]));
    return { file, pairs: [...new Map([...curve, ...table].map((pair) => [keyOf(...pair), pair])).values()] };
  }, [file, choice, spur]);
  const { value, fresh } = useDetail<NonNullable<typeof question>, [number, number, GearRun][], Runs>(
    'gears',
    question,
    (tasks, token, asked, report) => tasks.gears(token, asked.file, asked.pairs, report),
    (sofar, done) => new Map([...(sofar ?? []), ...done.map(([p, s, run]): [string, GearRun] => [keyOf(p, s), run])]),
  );
  const runs = fresh ? value : undefined;
  if (pinion === undefined || spur === undefined)
    return (
      <p className="py-6 text-soft">The motor stands on the axle: there are no gears to choose. Tyre and kv set the speed, in the chain above.</p>
    );
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h3 className="eyebrow text-soft">Pinion by spur</h3>
        <span className="flex gap-1" role="group" aria-label="Show">
          {(Object.keys(METRICS) as Metric[]).map((one) => (
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
        <ForSpeed inHand={inHand} />
      </div>
      <Table inHand={inHand} choice={choice} metric={metric} runs={runs} limits={limits} />
      <Curve file={file} runs={runs} limits={limits} />
    </>
  );
}

function Choice({ on, onClick, children }: { on: boolean; onClick: () => void; children: string }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`h-7 rounded-sm px-1.5 text-[12px] max-sm:h-10 ${on ? 'bg-ink text-paper' : 'border border-rule hover:bg-wash'}`}
      onClick={onClick}
    >
      {children}
    </button>
  );
}

function useTake(inHand: PlanInHand) {
  const dispatch = useAppDispatch();
  return (pinion: number, spur: number) =>
    dispatch(
      applyEdits(
        inHand,
        [
          { path: 'gearing.pinion', value: pinion },
          { path: 'gearing.spur', value: spur },
        ],
        `gears ${pinion} / ${spur}`,
      ),
    );
}

/** “60 km/h”: the pinions on either side of it. */
function ForSpeed({ inHand }: { inHand: PlanInHand }) {
  const system = useAppSelector((state) => state.prefs.units);
  const take = useTake(inHand);
  const [typed, setTyped] = useState('');
  const unit = unitOf('m/s', system);
  const read = typed.trim() === '' ? undefined : parseFigure(typed, RANGES['today.topSpeedMs'], system);
  const wantedMs = read?.ok ? read.value : undefined;
  const bracket = useMemo(() => (wantedMs === undefined ? undefined : pinionsForSpeed(inHand.file, wantedMs)), [wantedMs, inHand.file]);
  const spur = inHand.file.gearing.spur!;
  return (
    <span className="ml-auto flex flex-wrap items-center gap-1.5 text-[12px]">
      <label className="flex items-center gap-1.5 text-soft">
        gear for
        <input
          className="h-7 w-20 rounded-sm border border-rule bg-paper px-1.5 text-right font-medium text-ink max-sm:h-10"
          placeholder={`60 ${unit.symbol}`}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          inputMode="decimal"
          aria-invalid={read?.ok === false}
        />
      </label>
      {read?.ok === false && (
        <span role="alert" className="text-stop">
          {read.message}
        </span>
      )}
      {bracket &&
        [bracket.below, bracket.above].map(
          (one) =>
            one && (
              <Button key={one.pinion} className="!h-7 max-sm:!h-10" onClick={() => take(one.pinion, spur)}>
                {one.pinion} T: {formatIn(one.topSpeedMs, unit, true)}
              </Button>
            ),
        )}
      {bracket && !bracket.above && <span className="text-caution">no pinion reaches it</span>}
    </span>
  );
}

interface TableProps {
  inHand: PlanInHand;
  choice: GearChoice;
  metric: Metric;
  runs: Runs | undefined;
  limits: Limits;
}

function Table({ inHand, choice, metric, runs, limits }: TableProps) {
  const { file } = inHand;
  const system = useAppSelector((state) => state.prefs.units);
  const take = useTake(inHand);
  const { pinion: nowPinion, spur: nowSpur } = file.gearing;
  const ratio = nowSpur! / nowPinion!;
  const cells = useMemo(() => choice.spurs.map((spur) => choice.pinions.map((pinion) => gearCell(file, pinion, spur))), [file, choice]);
  const unit = { speed: unitOf('m/s', system), can: unitOf('°C', system), current: unitOf('A', system), rollout: unitOf('mm', system) }[metric];
  const show = (cell: GearCell): string => {
    const run = runs?.get(keyOf(cell.pinion, cell.spur));
    switch (metric) {
      case 'speed':
        return formatIn(cell.topSpeedMs, unit, true);
      case 'can':
        return run ? formatIn(run.maxCanC, unit) : '…';
      case 'current':
        return formatIn(cell.packCurrentA, unit, true);
      case 'rollout':
        return formatIn(cell.rolloutMm, unit, true);
    }
  };
  return (
    <div className="mt-1 overflow-x-auto">
      <table className="text-right text-[12.5px]" aria-label={`${METRICS[metric]} in ${unit.symbol} by pinion and spur`}>
        <thead>
          <tr className="text-soft">
            <th scope="col" className="px-1 py-0.5 text-left text-[11.5px] font-medium">
              spur \ pinion
            </th>
            {choice.pinions.map((pinion) => (
              <th key={pinion} scope="col" className={`px-1 py-0.5 font-medium ${pinion === nowPinion ? 'text-ink' : ''}`}>
                {pinion}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {cells.map((row, i) => (
            <tr key={choice.spurs[i]} className="border-t border-rule">
              <th scope="row" className={`px-1 text-left font-medium ${choice.spurs[i] === nowSpur ? '' : 'text-soft'}`}>
                {choice.spurs[i]}
              </th>
              {row.map((cell) => {
                const now = cell.pinion === nowPinion && cell.spur === nowSpur;
                const same = !now && Math.abs(cell.spur / cell.pinion / ratio - 1) < SAME_RATIO;
                const verdict = verdictOf(cell, runs?.get(keyOf(cell.pinion, cell.spur)), limits);
                return (
                  <td key={cell.pinion} className="p-px">
                    <button
                      type="button"
                      aria-current={now}
                      title={`${cell.pinion} / ${cell.spur}: ${verdict?.why ?? (same ? 'the same ratio' : 'fits')}`}
                      className={`flex h-7 min-w-11 items-center justify-end gap-1 rounded-sm px-1 hover:bg-wash max-sm:h-10 ${now ? 'bg-ink font-semibold text-paper hover:bg-ink' : ''} ${same ? 'underline decoration-dotted underline-offset-4' : ''}`}
                      onClick={() => take(cell.pinion, cell.spur)}
                    >
                      {verdict && <VerdictMark level={verdict.level} />}
                      {show(cell)}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-0.5 text-[11.5px] text-soft">
        Underlined: the present ratio. Marked: does not mesh, touches, or heats motor or ESC past a limit. Click to take one.
      </p>
    </div>
  );
}

/** What forbids a pair: the slot first, then heat. */
function verdictOf(cell: GearCell, run: GearRun | undefined, limits: Limits): { level: 'caution' | 'stop'; why: string } | undefined {
  const worst = cell.fits[0];
  if (worst && worst.level !== 'info') return { level: worst.level, why: worst.why };
  if (!run) return undefined;
  const hot = (value: number, id: 'motor-temperature' | 'esc-temperature', what: string) => {
    const { caution = Infinity, stop = Infinity } = limits[id];
    return value >= stop
      ? { level: 'stop' as const, why: `${what} over its stop limit` }
      : value >= caution
        ? { level: 'caution' as const, why: `${what} over caution` }
        : undefined;
  };
  const [can, esc] = [hot(run.maxCanC, 'motor-temperature', 'motor can'), hot(run.maxEscC, 'esc-temperature', 'ESC')];
  return can?.level === 'stop' ? can : (esc ?? can);
}

function Curve({ file, runs, limits }: { file: PlanFile; runs: Runs | undefined; limits: Limits }) {
  const system = useAppSelector((state) => state.prefs.units);
  const spur = file.gearing.spur!;
  const data = useMemo<PaneData | undefined>(() => {
    const cells = gearsAround(file)
      .pinions.map((pinion) => gearCell(file, pinion, spur))
      .reverse();
    const heats = cells.map((cell) => runs?.get(keyOf(cell.pinion, spur))?.maxCanC);
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
                y: heats.map((heat) => toShown(heat, warm)),
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
