import { bisectCenter } from 'd3-array';
import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useWidth } from '../ui/useWidth';
import { formatNumber } from '@puddler/figures';
import { ChartHead } from './ChartHead';
import { layBorder, layContours, layLevelLabels, type Field } from './contour-layout';
import { ContourLayers, type Axis } from './ContourLayers';
import { Readout } from './Readout';

interface Props {
  title: string;
  /** In units shown. */
  field: Field;
  x: Axis;
  y: Axis;
  value: Axis;
  tone: 'heat' | 'amps';
  borders: readonly { label: string; tone: 'caution' | 'stop'; values: readonly number[]; at: number }[];
  /** Where the plan stands now. */
  now: { x: number; y: number } | undefined;
  height: number;
  stale: boolean;
  /** Takes a point of the field, by its places in x and y. */
  onTake: (i: number, j: number) => void;
  csv: () => Promise<string>;
}

const MARGIN = { left: 48, right: 12, top: 18, bottom: 34 };
/** A figure over two others as filled steps, limits as borders; a click or Enter takes a point. */
export function ContourChart({ title, field, x, y, value, tone, borders, now, height, stale, onTake, csv }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(760);
  const svg = useRef<SVGSVGElement>(null);
  const [at, setAt] = useState<[number, number]>();
  const box = useMemo(
    () => ({ left: MARGIN.left, right: Math.max(width - MARGIN.right, MARGIN.left + 60), top: MARGIN.top, bottom: height - MARGIN.bottom }),
    [width, height],
  );
  const layout = useMemo(() => layContours(field, box), [field, box]);
  const lines = useMemo(
    () =>
      borders.flatMap((border) => {
        const laid = layBorder({ ...field, values: border.values }, border.at, box);
        return laid ? [{ ...border, ...laid }] : [];
      }),
    [borders, field, box],
  );
  const { scaleX, scaleY } = layout;
  const labels = useMemo(() => layLevelLabels(field, layout, box), [field, layout, box]);
  const [nx, ny] = [field.x.length, field.y.length];
  const cursor = at && at[0] < nx && at[1] < ny ? at : undefined;
  const here = cursor && { x: field.x[cursor[0]]!, y: field.y[cursor[1]]!, value: field.values[cursor[1] * nx + cursor[0]]! };

  const nearestTo = (event: PointerEvent): [number, number] => {
    const rect = svg.current!.getBoundingClientRect();
    return [bisectCenter(field.x, scaleX.invert(event.clientX - rect.left)), bisectCenter(field.y, scaleY.invert(event.clientY - rect.top))];
  };
  const onKey = (event: KeyboardEvent) => {
    const [i, j] = cursor ?? [nx >> 1, ny >> 1];
    const next = ({ ArrowRight: [i + 1, j], ArrowLeft: [i - 1, j], ArrowUp: [i, j + 1], ArrowDown: [i, j - 1] } as Record<string, [number, number]>)[
      event.key
    ];
    if (event.key === 'Escape') setAt(undefined);
    if (event.key === 'Enter' && cursor) onTake(...cursor);
    if (!next) return;
    event.preventDefault();
    setAt([Math.max(0, Math.min(nx - 1, next[0])), Math.max(0, Math.min(ny - 1, next[1]))]);
  };

  return (
    <figure className={`m-0 ${stale ? 'opacity-70' : ''}`} aria-busy={stale}>
      <ChartHead title={title} name={title} svg={() => svg.current} csv={csv} />
      <div ref={ref}>
        <svg
          ref={svg}
          width={width}
          height={height}
          className="block cursor-crosshair touch-pan-y text-fine"
          role="application"
          tabIndex={0}
          aria-label={`${title}. Arrow keys move over it, Enter takes the point into the plan.`}
          onKeyDown={onKey}
          onPointerMove={(event) => setAt(nearestTo(event))}
          onPointerLeave={() => setAt(undefined)}
          onClick={() => cursor && onTake(...cursor)}
        >
          <ContourLayers layout={layout} labels={labels} lines={lines} box={box} height={height} x={x} y={y} tone={tone} now={now} />
          {here && <circle cx={scaleX(here.x)} cy={scaleY(here.y)} r={5} className="fill-paper stroke-ember [stroke-width:2]" />}
        </svg>
      </div>
      <ContourReadout here={here} x={x} y={y} value={value} />
    </figure>
  );
}

interface ReadoutProps {
  here: { x: number; y: number; value: number } | undefined;
  x: Axis;
  y: Axis;
  value: Axis;
}

/** The point under the pointer in words, or what the map shows. */
function ContourReadout({ here, x, y, value }: ReadoutProps) {
  return (
    <Readout
      at={here && `${formatNumber(here.x, x.digits)} ${x.unit || x.label} × ${formatNumber(here.y, y.digits)} ${y.unit || y.label}`}
      figures={
        here
          ? [
              {
                label: value.label,
                text: Number.isFinite(here.value) ? `${formatNumber(here.value, value.digits, true)} ${value.unit}` : 'cannot be computed',
              },
            ]
          : []
      }
      hint="click takes it into the plan"
    >
      <span className="text-soft">
        {value.label} in {value.unit || 'steps'}, darker is more · cross: the plan as it is
      </span>
    </Readout>
  );
}
