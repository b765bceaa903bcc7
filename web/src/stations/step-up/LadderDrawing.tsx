import { gearsOfStep, type Ladder, type LadderStep, type Band } from '@puddler/core';
import { formatIn, toShown, unitOf, type Unit } from '@puddler/figures';
import { scaleBand, scaleLinear, type ScaleBand } from 'd3-scale';
import { useRef } from 'react';
import { LimitLine, UpAxis } from '../../charts/Axes';
import { ChartHead } from '../../charts/ChartHead';
import type { LimitTone } from '../../charts/tones';
import { useAppSelector } from '../../document-store/store';
import { useWidth } from '../../ui/useWidth';
import { gearsText } from './step-text';
import { isAt, type AtLadder } from './use-ladder-progress';
import type { Driven } from '../../active/ladder-question';

const LEFT = 40;
const RIGHT = 8;
const PANE = 150;
const GAP = 34;
const TOP = 18;
const BOTTOM = 40;
/** A bar is never thinner; its middle is drawn where there is room for it. */
const THINNEST_PX = 4;
const MARKED = { good: 'fill-good', caution: 'fill-caution', stop: 'fill-stop' } as const;
const BY_VERDICT = { go: 'good', hold: 'caution', back: 'stop' } as const;

/** A column of the drawing: a step that was driven and is not on the ladder any more, or one that is. */
interface ColumnOfLadder {
  key: string;
  label: string;
  step: LadderStep | undefined;
  driven: Driven | undefined;
  begun: { topSpeedMs: number; canC: number } | undefined;
}

function columnsOf({ driven, progress }: AtLadder, ladder: Ladder): ColumnOfLadder[] {
  const begunOf = (gears: ReturnType<typeof gearsOfStep>) => progress.begun?.find((one) => gearsText(one) === gearsText(gears));
  const gone = driven.filter((one) => !ladder.steps.some((step) => isAt(step, one.step)));
  const latest = gone.filter((one, i) => gone.findLastIndex((other) => gearsText(other.step) === gearsText(one.step)) === i);
  return [
    ...latest.map((one) => ({
      key: `gone ${gearsText(one.step)}`,
      label: gearsText(one.step),
      step: undefined,
      driven: one,
      begun: begunOf(one.step),
    })),
    ...ladder.steps.map((step) => {
      const gears = gearsOfStep(step);
      return { key: gearsText(gears), label: gearsText(gears), step, driven: driven.findLast((one) => isAt(step, one.step)), begun: begunOf(gears) };
    }),
  ];
}

/** Speed and heat step by step: likely ranges as bars, what was measured as marks, what was foreseen at the beginning as a thin tick. */
export function LadderDrawing({ at, ladder, name }: { at: AtLadder; ladder: Ladder; name: string }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [box, width] = useWidth<HTMLDivElement>(640);
  const svg = useRef<SVGSVGElement>(null);
  const columns = columnsOf(at, ladder);
  const x = scaleBand(
    columns.map((one) => one.key),
    [LEFT, width - RIGHT],
  ).padding(0.28);
  const limit = at.limits['motor-temperature'];
  const height = TOP + 2 * PANE + GAP + BOTTOM;
  return (
    <figure ref={box} className="m-0">
      <ChartHead title="The ladder" name={`ladder ${name}`} svg={() => svg.current} />
      <svg
        ref={svg}
        width={width}
        height={height}
        role="img"
        aria-label="Speed and can of each step; the table below says the same"
        className="block text-fine"
      >
        <Pane
          title="top speed"
          unit={unitOf('m/s', system)}
          top={TOP}
          x={x}
          columns={columns}
          right={width - RIGHT}
          fill="fill-amps"
          predicted={(step) => step.topSpeedMs}
          begun={(one) => one.topSpeedMs}
          measured={(driven) => meanOf(driven.run.passes?.map((pass) => pass.speedMs))}
          foreseen={(driven) => driven.step.foreseen.topSpeedMs}
          fromZero
        />
        <Pane
          title="can after the two passes; outlined: after the planned run"
          unit={unitOf('°C', system)}
          top={TOP + PANE + GAP}
          x={x}
          columns={columns}
          right={width - RIGHT}
          fill="fill-heat"
          predicted={(step) => step.canC}
          beside={(step) => step.planned.canC}
          foreseen={(driven) => driven.step.foreseen.canC}
          begun={(one) => one.canC}
          measured={(driven) => mostOf(driven.run.readings?.filter((one) => one.of === 'can').map((one) => one.c))}
          lines={[
            ...(limit.caution === undefined ? [] : [{ at: limit.caution, tone: 'caution' as const }]),
            ...(limit.stop === undefined ? [] : [{ at: limit.stop, tone: 'stop' as const }]),
          ]}
        />
        {columns.map((one, i) => (
          <text
            key={one.key}
            x={x(one.key)! + x.bandwidth() / 2}
            y={height - BOTTOM + 14}
            textAnchor="middle"
            className={i === shownAt(at, ladder, columns) ? 'fill-ink font-semibold' : 'fill-soft'}
          >
            {one.label.split(', throttle at ').map((part, k) => (
              <tspan key={part} x={x(one.key)! + x.bandwidth() / 2} dy={k === 0 ? 0 : 12}>
                {part}
              </tspan>
            ))}
          </text>
        ))}
      </svg>
      <p className="pl-10 text-small text-soft">
        Bars: eight of ten cars like this. <span className="text-ink">▌</span> measured at the track
        {at.progress.begun ? ', ┄ as it was foreseen when the ladder was begun' : ''}.
      </p>
    </figure>
  );
}

const shownAt = ({ position }: AtLadder, ladder: Ladder, columns: readonly ColumnOfLadder[]) =>
  position ? columns.length - ladder.steps.length + position.at : -1;

const meanOf = (values: number[] | undefined) =>
  values && values.length > 0 ? values.reduce((sum, one) => sum + one, 0) / values.length : undefined;
const mostOf = (values: number[] | undefined) => (values && values.length > 0 ? Math.max(...values) : undefined);

interface PaneProps {
  title: string;
  unit: Unit;
  top: number;
  x: ScaleBand<string>;
  right: number;
  columns: readonly ColumnOfLadder[];
  fill: string;
  predicted: (step: LadderStep) => Band;
  /** Another band that stands beside the one that is measured. */
  beside?: (step: LadderStep) => Band;
  begun: (one: { topSpeedMs: number; canC: number }) => number;
  measured: (driven: Driven) => number | undefined;
  /** What was foreseen of a step that is on the ladder no more, where it is the same figure. */
  foreseen?: (driven: Driven) => Band;
  lines?: { at: number; tone: LimitTone }[];
  fromZero?: boolean;
}

function Pane({ title, unit, top, x, right, columns, fill, predicted, beside, begun, measured, foreseen, lines = [], fromZero = false }: PaneProps) {
  const of = (value: number) => toShown(value, unit);
  const values = columns.flatMap((one) => [
    ...(one.step ? [predicted(one.step).p10, predicted(one.step).p90] : []),
    ...(one.step && beside ? [beside(one.step).p90] : []),
    ...(one.driven ? [measured(one.driven) ?? NaN] : []),
    ...(one.begun ? [begun(one.begun)] : []),
  ]);
  const known = [...values.filter((value) => !Number.isNaN(value)), ...lines.map((line) => line.at)].map(of);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const y = scaleLinear(
    [fromZero ? 0 : Math.min(of(0) < low ? low - 0.1 * (high - low) : low, low), high * (fromZero ? 1.05 : 1)],
    [top + PANE, top + 12],
  ).nice(4);
  return (
    <g>
      <UpAxis ticks={y.ticks(4)} scale={y} left={LEFT} right={right} />
      <text x={LEFT} y={top + 2} className="fill-ink text-fine font-semibold">
        {title}, {unit.symbol}
      </text>
      {columns.map((one) => {
        const [left, wide] = [x(one.key)!, x.bandwidth()];
        const band = one.step ? predicted(one.step) : one.driven && foreseen?.(one.driven);
        const planned = one.step && beside?.(one.step);
        const value = one.driven && measured(one.driven);
        return (
          <g key={one.key}>
            {planned && (
              <rect
                x={left}
                width={wide}
                y={y(of(planned.p90))}
                height={Math.max(THINNEST_PX, y(of(planned.p10)) - y(of(planned.p90)))}
                className="fill-none stroke-edge"
              />
            )}
            {band && (
              <rect x={left} width={wide} y={y(of(band.p90))} height={Math.max(THINNEST_PX, y(of(band.p10)) - y(of(band.p90)))} className={fill} />
            )}
            {band && y(of(band.p10)) - y(of(band.p90)) > 2 * THINNEST_PX && (
              <path d={`M${left} ${y(of(band.p50))}h${wide}`} className="stroke-paper [stroke-width:2]" />
            )}
            {one.begun && <path d={`M${left - 4} ${y(of(begun(one.begun)))}h${wide + 8}`} className="stroke-ink [stroke-dasharray:2_3]" />}
            {value !== undefined && (
              <rect
                x={left + wide / 2 - 8}
                width={16}
                y={y(of(value)) - 2}
                height={4}
                className={one.driven?.step.stoppedAt ? MARKED[BY_VERDICT[one.driven.verdict.verdict]] : 'fill-ink'}
              />
            )}
          </g>
        );
      })}
      {lines.map(({ at, tone }) => (
        <LimitLine key={tone} tone={tone} at={y(of(at))} left={LEFT} right={right} side="right">
          {tone} {formatIn(at, unit)}
        </LimitLine>
      ))}
    </g>
  );
}
