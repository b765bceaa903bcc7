import { SERIES_WORDS } from '@puddler/core';
import { formatNumber } from '@puddler/figures';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { Minus, Plus } from 'lucide-react';
import { useMemo, useRef } from 'react';
import { AcrossAxis } from '../../charts/Axes';
import { ChartHead } from '../../charts/ChartHead';
import { Readout } from '../../charts/Readout';
import { useAppSelector } from '../../document-store/store';
import { Failed } from '../../ui/Failed';
import { useWidth } from '../../ui/useWidth';
import type { TraceFacts } from '../../workers/log-drawing';
import type { TraceQuestion } from '../../workers/log-worker';
import { FoundBands } from './FoundBands';
import { FoundLine } from './FoundLine';
import { AROUND_VIEW, foundIn, LEFT, layTrace, movedFrom, readAt, RIGHT, TOP, traceHeight, viewLeft } from './trace-layout';
import { LaneCurves, LaneScales } from './TraceLanes';
import { useTraceWindow } from './use-trace-window';
import { useView } from './use-view';

/** What the “s” at the end of the axis needs [px]. */
const UNIT_PX = 22;

/** Moments that are marked on the axis, none under its unit. */
const timeTicks = (x: ScaleLinear<number, number>, columns: number): number[] =>
  x.ticks(Math.max(2, Math.round(columns / 90))).filter((tick) => x(tick) < LEFT + columns - UNIT_PX);

/** Lanes over one time axis; drag and arrow keys move it, the wheel, + and − zoom, 0 shows all. */
export function TraceChart({ trace, facts, name }: { trace: TraceQuestion; facts: TraceFacts; name: string }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [box, width] = useWidth<HTMLDivElement>(640);
  const svg = useRef<SVGSVGElement>(null);
  const { durationS } = facts;
  const columns = Math.max(40, Math.round(width - LEFT - RIGHT));
  const { window, cursor, acts, lookAround, handlers } = useTraceWindow(svg, durationS, columns);
  const { answer, failed } = useView(trace, window, columns);
  const found = useMemo(() => foundIn(facts), [facts]);
  const height = traceHeight(facts.fields);
  const lanes = useMemo(() => (answer ? layTrace(answer.view, system, viewLeft(answer.columns)) : []), [answer, system]);
  // Until a view of another width is here, the old one is shown as it is.
  const moved = answer?.columns === columns ? movedFrom(answer.window, window) : undefined;
  const byPx = moved !== undefined && Math.abs(moved) <= AROUND_VIEW ? -moved * columns : 0;
  const shown = answer && (moved === undefined || Math.abs(moved) > AROUND_VIEW) ? answer.window : window;
  const x = scaleLinear([shown.fromS, shown.toS], [LEFT, LEFT + columns]);
  const clip = `clip-${trace.key}`;
  const read =
    answer && cursor !== undefined
      ? lanes.flatMap((lane) =>
          readAt(answer.view, lane, cursor - byPx - viewLeft(answer.columns), system).map(({ field, value }) => ({
            label: SERIES_WORDS[field],
            text: `${formatNumber(value, lane.digits, true)} ${lane.symbol}`,
          })),
        )
      : [];
  return (
    <figure ref={box} className="m-0">
      <ChartHead title="The log" name={`log ${name}`} svg={() => svg.current} tools={<TraceTools {...acts} />} />
      <FoundLine found={found} whole={facts.whole} onLook={lookAround} />
      <svg
        ref={svg}
        width={width}
        height={height}
        role="application"
        tabIndex={0}
        aria-label={`The log over ${durationS.toFixed(0)} seconds. Arrow keys move it, plus and minus zoom, 0 shows all.`}
        className="block cursor-grab touch-pan-y text-fine select-none active:cursor-grabbing"
        {...handlers}
      >
        <clipPath id={clip}>
          <rect x={LEFT} y={0} width={columns} height={height} />
        </clipPath>
        <g clipPath={`url(#${clip})`}>
          <FoundBands found={found} x={x} right={LEFT + columns} height={height} />
        </g>
        <LaneScales lanes={lanes} right={LEFT + columns} />
        <g clipPath={`url(#${clip})`}>
          <g transform={`translate(${byPx})`} className="will-change-transform">
            <LaneCurves lanes={lanes} />
          </g>
        </g>
        <AcrossAxis ticks={timeTicks(x, columns)} scale={x} foot={height - 5} digits={2} />
        <text x={LEFT + columns} y={height - 5} textAnchor="end" className="fill-soft">
          s
        </text>
        {cursor !== undefined && <path d={`M${cursor} ${TOP - 4}V${height - 18}`} className="stroke-edge" />}
      </svg>
      {failed && <Failed what="The log could not be drawn" reason={failed.reason} onRetry={failed.retry} />}
      <Readout at={answer && cursor !== undefined ? `${formatNumber(x.invert(cursor), 2, true)} s` : undefined} figures={read} isLive={false} />
    </figure>
  );
}

interface ToolsProps {
  closer: () => void;
  farther: () => void;
  all: () => void;
}

function TraceTools({ closer, farther, all }: ToolsProps) {
  return (
    <>
      <button type="button" aria-label="Zoom in" className="hit rounded-sm p-1 hover:bg-wash" onClick={closer}>
        <Plus size={15} />
      </button>
      <button type="button" aria-label="Zoom out" className="hit rounded-sm p-1 hover:bg-wash" onClick={farther}>
        <Minus size={15} />
      </button>
      <button type="button" className="hit rounded-sm px-1.5 py-1 text-small text-soft hover:bg-wash hover:text-ink" onClick={all}>
        All of it
      </button>
    </>
  );
}
