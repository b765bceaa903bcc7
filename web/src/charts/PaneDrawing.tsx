import { formatNumber } from '@puddler/figures';
import { bisectCenter } from 'd3-array';
import { useMemo, useState, type KeyboardEvent, type RefObject } from 'react';
import { useWidth } from '../ui/useWidth';
import { layPanes, type PaneData } from './pane-layout';
import { PaneCurve } from './PaneCurve';
import { PaneFrame, type PaneMark, type PaneRegion } from './PaneFrame';
import { Readout } from './Readout';
import { FILL } from './tones';

const MARGIN = { left: 44, right: 8, top: 18, bottom: 22 };

interface Props {
  title: string;
  data: PaneData;
  xUnit: string;
  height: number;
  regions: readonly PaneRegion[];
  marks: readonly PaneMark[];
  onReadout: ((index: number | undefined) => void) | undefined;
  onTake: ((index: number) => void) | undefined;
  svg: RefObject<SVGSVGElement | null>;
}

/** The drawing of a pane chart, with a readout that follows pointer and arrow keys. */
export function PaneDrawing({ title, data, xUnit, height, regions, marks, onReadout, onTake, svg }: Props) {
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
  const { scaleX, panes, right } = layout;
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
        className={`block touch-pan-y text-fine ${onTake ? 'cursor-crosshair' : ''}`}
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
        <PaneFrame layout={layout} regions={regions} marks={marks} top={MARGIN.top} bottom={bottom} width={width} height={height} xUnit={xUnit} />
        {panes.map((pane) => (
          <PaneCurve key={pane.label} pane={pane} left={MARGIN.left} right={right} beside={right < width - MARGIN.right} />
        ))}
        {at !== undefined && data.x[at] !== undefined && (
          <g>
            <path d={`M${scaleX(data.x[at])} ${MARGIN.top}V${bottom}`} className="stroke-edge" />
            {panes
              .filter((pane) => Number.isFinite(pane.y[at]))
              .map((pane) => (
                <circle key={pane.label} cx={scaleX(data.x[at]!)} cy={pane.scale(pane.y[at]!)} r={3.5} className={FILL[pane.tone]} />
              ))}
          </g>
        )}
      </svg>
      <Readout
        at={at === undefined || data.x[at] === undefined ? undefined : `${formatNumber(data.x[at], 2, true)} ${xUnit}`}
        figures={panes.map(({ label, unit, digits, y }) => ({ label, text: readAt(y, at, digits, unit) }))}
        {...(onTake ? { hint: 'click takes it' } : {})}
      />
    </div>
  );
}

const readAt = (y: readonly number[], at: number | undefined, digits: number, unit: string): string => {
  const value = at === undefined ? undefined : y[at];
  return value !== undefined && Number.isFinite(value) ? `${formatNumber(value, digits, true)} ${unit}` : '–';
};
