import { SERIES_WORDS } from '@puddler/core';
import { formatNumber } from '@puddler/figures';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { Minus, Plus } from 'lucide-react';
import { Fragment, useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { ChartExport } from '../../charts/ChartExport';
import { useAppSelector } from '../../desk/store';
import { useWidth } from '../../ui/useWidth';
import type { TraceFacts } from '../../workers/log-drawing';
import type { TraceQuestion } from '../../workers/log-worker';
import { Failed } from '../../ui/Failed';
import {
  AROUND_VIEW,
  bandsOf,
  foundIn,
  LEFT,
  layTrace,
  movedFrom,
  panned,
  readAt,
  RIGHT,
  TOP,
  traceHeight,
  viewLeft,
  withinLog,
  zoomed,
  type Window,
} from './trace-layout';
import { FoundLine } from './FoundLine';
import { LaneCurves, LaneScales } from './TraceLanes';
import { useView } from './use-view';

const TONE = { ink: 'fill-ink', steel: 'fill-steel', caution: 'fill-caution', stop: 'fill-stop' } as const;
const STEP = 0.2;
/** What the “s” at the end of the axis needs [px]. */
const UNIT_PX = 22;

/** Moments that are marked on the axis, none under its unit. */
const timeTicks = (x: ScaleLinear<number, number>, columns: number): number[] =>
  x.ticks(Math.max(2, Math.round(columns / 90))).filter((tick) => x(tick) < LEFT + columns - UNIT_PX);
const ZOOM = 0.6;
/** A stretch is looked at with this share of its length on both sides. */
const AROUND = 0.15;

/** Lanes over one time axis; drag and arrow keys move it, the wheel, + and − zoom, 0 shows all. */
export function TraceChart({ trace, facts, name }: { trace: TraceQuestion; facts: TraceFacts; name: string }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [box, width] = useWidth<HTMLDivElement>(640);
  const svg = useRef<SVGSVGElement>(null);
  const { durationS } = facts;
  const [window, setWindow] = useState<Window>({ fromS: 0, toS: durationS });
  const [cursor, setCursor] = useState<number>();
  const columns = Math.max(40, Math.round(width - LEFT - RIGHT));
  const { answer, failed } = useView(trace, window, columns);
  const drag = useRef<{ x: number; window: Window }>(undefined);
  const found = useMemo(() => foundIn(facts), [facts]);
  const height = traceHeight(facts.fields);
  const lanes = useMemo(() => (answer ? layTrace(answer.view, system, viewLeft(answer.columns)) : []), [answer, system]);
  // Until a view of another width is here, the old one is shown as it is.
  const moved = answer?.columns === columns ? movedFrom(answer.window, window) : undefined;
  const byPx = moved !== undefined && Math.abs(moved) <= AROUND_VIEW ? -moved * columns : 0;
  const shown = answer && (moved === undefined || Math.abs(moved) > AROUND_VIEW) ? answer.window : window;
  const x = scaleLinear([shown.fromS, shown.toS], [LEFT, LEFT + columns]);
  const look = useCallback((next: Window) => setWindow(withinLog(next, durationS)), [durationS]);
  const lookAround = useCallback(
    ({ fromS, toS }: Window) => look({ fromS: fromS - AROUND * (toS - fromS), toS: toS + AROUND * (toS - fromS) }),
    [look],
  );

  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    // React listens for the wheel without a say in scrolling.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const left = element.getBoundingClientRect().left;
      setWindow((now) => {
        const share = Math.min(1, Math.max(0, (event.clientX - left - LEFT) / columns));
        return zoomed(now, now.fromS + share * (now.toS - now.fromS), event.deltaY > 0 ? 1 / 0.8 : 0.8, durationS);
      });
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [columns, durationS]);

  const middle = (window.fromS + window.toS) / 2;
  const onKey = (event: KeyboardEvent) => {
    const next: Record<string, Window> = {
      ArrowLeft: panned(window, -STEP, durationS),
      ArrowRight: panned(window, STEP, durationS),
      '+': zoomed(window, middle, ZOOM, durationS),
      '=': zoomed(window, middle, ZOOM, durationS),
      '-': zoomed(window, middle, 1 / ZOOM, durationS),
      '0': { fromS: 0, toS: durationS },
    };
    const to = next[event.key];
    if (!to) return;
    event.preventDefault();
    setWindow(to);
  };

  return (
    <figure ref={box} className="m-0">
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <figcaption className="eyebrow text-soft">The log</figcaption>
        <span className="flex items-center gap-1 print:hidden">
          <button
            type="button"
            aria-label="Zoom in"
            className="hit rounded-sm p-1 hover:bg-wash"
            onClick={() => setWindow(zoomed(window, middle, ZOOM, durationS))}
          >
            <Plus size={15} />
          </button>
          <button
            type="button"
            aria-label="Zoom out"
            className="hit rounded-sm p-1 hover:bg-wash"
            onClick={() => setWindow(zoomed(window, middle, 1 / ZOOM, durationS))}
          >
            <Minus size={15} />
          </button>
          <button
            type="button"
            className="hit rounded-sm px-1.5 py-1 text-[12px] text-soft hover:bg-wash hover:text-ink"
            onClick={() => look({ fromS: 0, toS: durationS })}
          >
            All of it
          </button>
          <ChartExport svg={() => svg.current} name={`log ${name}`} />
        </span>
      </div>
      <FoundLine found={found} whole={facts.whole} onLook={lookAround} />
      <svg
        ref={svg}
        width={width}
        height={height}
        role="application"
        tabIndex={0}
        aria-label={`The log over ${durationS.toFixed(0)} seconds. Arrow keys move it, plus and minus zoom, 0 shows all.`}
        className="block cursor-grab touch-pan-y text-[11px] select-none active:cursor-grabbing"
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag.current = { x: event.clientX, window };
        }}
        onPointerMove={(event) => {
          setCursor(event.clientX - event.currentTarget.getBoundingClientRect().left);
          const from = drag.current;
          if (from) setWindow(panned(from.window, (from.x - event.clientX) / columns, durationS));
        }}
        onPointerUp={() => (drag.current = undefined)}
        onPointerCancel={() => (drag.current = undefined)}
        onPointerLeave={() => setCursor(undefined)}
      >
        <clipPath id={`clip-${trace.key}`}>
          <rect x={LEFT} y={0} width={columns} height={height} />
        </clipPath>
        <g clipPath={`url(#clip-${trace.key})`}>
          {found.map(({ kind, tone, at }, row) => (
            <Fragment key={kind}>
              {kind === 'passes' && <path d={bandsOf(at, x, [LEFT, LEFT + columns], [TOP - 8, height - TOP - 12])} className="fill-wash" />}
              <path d={bandsOf(at, x, [LEFT, LEFT + columns], [2 + 2 * row, 2])} className={TONE[tone]} />
            </Fragment>
          ))}
        </g>
        <LaneScales lanes={lanes} right={LEFT + columns} />
        <g clipPath={`url(#clip-${trace.key})`}>
          <g transform={`translate(${byPx})`} className="will-change-transform">
            <LaneCurves lanes={lanes} />
          </g>
        </g>
        {timeTicks(x, columns).map((tick) => (
          <text key={tick} x={x(tick)} y={height - 5} textAnchor="middle" className="fill-soft">
            {formatNumber(tick, 2)}
          </text>
        ))}
        <text x={LEFT + columns} y={height - 5} textAnchor="end" className="fill-soft">
          s
        </text>
        {cursor !== undefined && cursor >= LEFT && <path d={`M${cursor} ${TOP - 4}V${height - 18}`} className="stroke-edge" />}
      </svg>
      {failed && <Failed what="The log could not be drawn" reason={failed.reason} onRetry={failed.retry} />}
      <p className="min-h-5 pl-11 text-[12.5px]" aria-live="off">
        {answer && cursor !== undefined && cursor >= LEFT && (
          <>
            <span className="text-soft">at </span>
            <strong className="font-semibold">{formatNumber(x.invert(cursor), 2, true)} s</strong>
            {lanes.flatMap((lane) =>
              readAt(answer.view, lane, cursor - byPx - viewLeft(answer.columns), system).map(({ field, value }) => (
                <span key={field}>
                  <span className="text-soft"> · {SERIES_WORDS[field]} </span>
                  <strong className="font-semibold">
                    {formatNumber(value, lane.digits, true)} {lane.symbol}
                  </strong>
                </span>
              )),
            )}
          </>
        )}
      </p>
    </figure>
  );
}
