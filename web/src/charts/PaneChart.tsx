import { bisectCenter } from 'd3-array';
import { ChartLine, Table2 } from 'lucide-react';
import { useMemo, useRef, useState, type KeyboardEvent, type ReactNode, type RefObject } from 'react';
import { formatNumber } from '../units/units';
import { useWidth } from '../ui/useWidth';
import { ChartExport } from './ChartExport';
import { layPanes, type LaidPane, type PaneData } from './pane-layout';
import { csvOf, PaneTable } from './PaneTable';

interface Props {
  title: string;
  data: PaneData;
  xUnit: string;
  height: number;
  /** Stretches of x set off and named. */
  regions?: { from: number; to: number; label: string }[];
  stale?: boolean;
  /** Moments set off by a line and a word. */
  marks?: { at: number; label: string }[];
  /** What x is, for the table’s head. */
  xName?: string;
  /** Told which sample the readout is on; undefined when it is gone. */
  onReadout?: (index: number | undefined) => void;
  /** Takes the sample that is clicked, or that the readout is on at Enter. */
  onTake?: (index: number) => void;
  /** Beside the title. */
  children?: ReactNode;
}

const MARGIN = { left: 44, right: 8, top: 18, bottom: 22 };
const STROKE = { ink: 'stroke-ink', steel: 'stroke-steel', soft: 'stroke-soft', ember: 'stroke-ember' } as const;
const FILL = { ink: 'fill-ink', steel: 'fill-steel', soft: 'fill-soft', ember: 'fill-ember' } as const;
const LIMIT_STROKE = { caution: 'stroke-caution', stop: 'stroke-stop' } as const;
const LIMIT_LABEL_PX = 14;
const LIMIT_FILL = { caution: 'fill-caution', stop: 'fill-stop' } as const;

/** Several quantities over one axis, each in its own pane with its own unit; a readout follows pointer and arrow keys. */
export function PaneChart({
  title,
  data,
  xUnit,
  height,
  regions = [],
  marks = [],
  xName = 'time',
  stale = false,
  onReadout,
  onTake,
  children,
}: Props) {
  const [asTable, setAsTable] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  return (
    <figure className={`m-0 ${stale ? 'opacity-70' : ''}`} aria-busy={stale}>
      <div className="flex items-center justify-between gap-3">
        <figcaption className="eyebrow text-soft">{title}</figcaption>
        {children}
        <span className="flex items-center">
          <button
            type="button"
            className="hit flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-[12px] text-soft hover:bg-wash hover:text-ink"
            onClick={() => setAsTable(!asTable)}
          >
            {asTable ? <ChartLine size={14} /> : <Table2 size={14} />}
            {asTable ? 'As a chart' : 'As a table'}
          </button>
          <ChartExport svg={() => svg.current} name={title} csv={() => csvOf(data, xName, xUnit)} />
        </span>
      </div>
      {asTable ? (
        <PaneTable title={title} data={data} xName={xName} xUnit={xUnit} height={height} />
      ) : (
        <Drawing
          title={title}
          data={data}
          xUnit={xUnit}
          height={height}
          regions={regions}
          marks={marks}
          onReadout={onReadout}
          onTake={onTake}
          svg={svg}
        />
      )}
    </figure>
  );
}

type DrawingProps = Required<Pick<Props, 'title' | 'data' | 'xUnit' | 'height' | 'regions' | 'marks'>> & {
  onReadout: Props['onReadout'];
  onTake: Props['onTake'];
  svg: RefObject<SVGSVGElement | null>;
};

function Drawing({ title, data, xUnit, height, regions, marks, onReadout, onTake, svg }: DrawingProps) {
  const [ref, width] = useWidth<HTMLDivElement>(780);
  const [cursor, moveCursor] = useState<number>();
  const setCursor = (index: number | undefined) => {
    moveCursor(index);
    onReadout?.(index);
  };
  const layout = useMemo(
    () =>
      layPanes(data, { left: MARGIN.left, right: Math.max(width - MARGIN.right, MARGIN.left + 40), top: MARGIN.top, bottom: height - MARGIN.bottom }),
    [data, width, height],
  );
  const { scaleX, ticksX, panes, right } = layout;
  const beside = right < width - MARGIN.right;
  const at = cursor === undefined ? undefined : Math.min(cursor, data.x.length - 1);
  const bottom = height - MARGIN.bottom;

  const onKey = (event: KeyboardEvent) => {
    const last = data.x.length - 1;
    const stride = event.shiftKey ? 10 : 1;
    const next = { ArrowRight: (at ?? -1) + stride, ArrowLeft: (at ?? last + 1) - stride, Home: 0, End: last }[event.key];
    if (event.key === 'Escape') setCursor(undefined);
    if (event.key === 'Enter' && at !== undefined) onTake?.(at);
    if (next === undefined) return;
    event.preventDefault();
    setCursor(Math.max(0, Math.min(last, next)));
  };

  return (
    <div ref={ref}>
      <svg
        ref={svg}
        width={width}
        height={height}
        className={`block touch-pan-y text-[11.5px] ${onTake ? 'cursor-crosshair' : ''}`}
        role="application"
        tabIndex={0}
        aria-label={`${title}. Arrow keys move the readout${onTake ? ', Enter takes it' : ''}.`}
        onKeyDown={onKey}
        onClick={() => at !== undefined && onTake?.(at)}
        onPointerMove={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          setCursor(bisectCenter(data.x, scaleX.invert(event.clientX - box.left)));
        }}
        onPointerLeave={() => setCursor(undefined)}
      >
        {regions.map((region) => (
          <g key={region.label}>
            <rect
              x={scaleX(region.from)}
              y={MARGIN.top}
              width={Math.max(0, scaleX(region.to) - scaleX(region.from))}
              height={bottom - MARGIN.top}
              className="fill-wash"
            />
            <text x={scaleX(region.from) + 5} y={MARGIN.top - 5} className="fill-caution">
              {region.label}
            </text>
          </g>
        ))}
        {marks.map((mark) => (
          <g key={mark.label}>
            <path d={`M${scaleX(mark.at)} ${MARGIN.top}V${bottom}`} className="stroke-edge [stroke-dasharray:3_3]" />
            <text x={scaleX(mark.at) + 4} y={MARGIN.top + 10} className="fill-soft">
              {mark.label}
            </text>
          </g>
        ))}
        {ticksX.map((tick) => (
          <text key={tick} x={scaleX(tick)} y={height - 6} textAnchor={scaleX(tick) > width - 30 ? 'end' : 'middle'} className="fill-soft">
            {formatNumber(tick, 1)}
            {tick === ticksX[ticksX.length - 1] && ` ${xUnit}`}
          </text>
        ))}
        {panes.map((pane) => (
          <g key={pane.label}>
            {pane.ticks.map((tick) => (
              <g key={tick}>
                <path d={`M${MARGIN.left} ${pane.scale(tick)}H${right}`} className="stroke-rule" />
                <text x={MARGIN.left - 6} y={pane.scale(tick) + 4} textAnchor="end" className="fill-soft">
                  {formatNumber(tick, 1)}
                </text>
              </g>
            ))}
            {(pane.limits ?? []).map((limit) => (
              <g key={limit.label}>
                <path d={`M${MARGIN.left} ${pane.scale(limit.at)}H${right}`} className={`${LIMIT_STROKE[limit.tone]} [stroke-dasharray:6_3]`} />
                <text
                  x={MARGIN.left + 4}
                  y={pane.scale(limit.at) + (crowded(pane, limit.at) ? LIMIT_LABEL_PX - 2 : -3)}
                  className={LIMIT_FILL[limit.tone]}
                >
                  {limit.label}
                </text>
              </g>
            ))}
            <path
              d={pane.path}
              fill="none"
              strokeWidth={1.75}
              strokeLinejoin="round"
              className={`${STROKE[pane.tone]} ${pane.broken ? '[stroke-dasharray:4_3]' : ''}`}
            />
            <text
              x={beside ? right + 6 : right - 2}
              y={pane.labelY}
              textAnchor={beside ? 'start' : 'end'}
              className={`${FILL[pane.tone]} text-[12px] font-semibold`}
            >
              {pane.label} {pane.unit}
            </text>
          </g>
        ))}
        {at !== undefined && data.x[at] !== undefined && (
          <g>
            <path d={`M${scaleX(data.x[at])} ${MARGIN.top}V${bottom}`} className="stroke-edge" />
            {panes.map((pane) => (
              <circle key={pane.label} cx={scaleX(data.x[at]!)} cy={pane.scale(pane.y[at]!)} r={3.5} className={FILL[pane.tone]} />
            ))}
          </g>
        )}
      </svg>
      <p className="h-5 pl-11 text-[12.5px]" aria-live="polite">
        {at !== undefined && data.x[at] !== undefined ? (
          <>
            <span className="text-soft">at </span>
            <strong className="font-semibold">
              {formatNumber(data.x[at], 2, true)} {xUnit}
            </strong>
            {panes.map((pane) => (
              <span key={pane.label}>
                <span className="text-soft"> · {pane.label} </span>
                <strong className="font-semibold">
                  {formatNumber(pane.y[at]!, pane.digits, true)} {pane.unit}
                </strong>
              </span>
            ))}
            {onTake && <span className="text-soft"> · click takes it</span>}
          </>
        ) : null}
      </p>
    </div>
  );
}

/** True when a limit's label would run into the next limit above it: it stands under its own line then. */
function crowded({ limits = [], scale }: LaidPane, at: number): boolean {
  return limits.some((other) => other.at > at && scale(at) - scale(other.at) < LIMIT_LABEL_PX);
}
