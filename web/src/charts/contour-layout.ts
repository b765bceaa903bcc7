import { contours, type ContourMultiPolygon } from 'd3-contour';
import { extent, ticks } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';

/** A figure over two others: `values` row by row, x running fastest; NaN where there is none. */
export interface Field {
  x: readonly number[];
  y: readonly number[];
  values: readonly number[];
}

export interface Contour {
  /** Everything at or above this. */
  at: number;
  path: string;
}

export interface Border {
  label: string;
  path: string;
  tone: 'caution' | 'stop';
  /** Where its label stands: the point of the border nearest to the right side. */
  labelAt: [number, number];
}

export interface ContourLayout {
  scaleX: ScaleLinear<number, number>;
  scaleY: ScaleLinear<number, number>;
  levels: Contour[];
  ticksX: number[];
  ticksY: number[];
}

export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const LEVELS = 8;

/** A field as filled steps between `box`; pure. */
export function layContours({ x, y, values }: Field, box: Box): ContourLayout {
  const scaleX = scaleLinear([x[0]!, x[x.length - 1]!], [box.left, box.right]);
  const scaleY = scaleLinear([y[0]!, y[y.length - 1]!], [box.bottom, box.top]);
  const [low = 0, high = 1] = extent(values.filter(Number.isFinite));
  const steps = ticks(low, Math.max(high, low + 1e-9), LEVELS);
  // The lowest step lies under everything, so that the whole field is filled.
  const thresholds = steps[0] !== undefined && steps[0] <= low ? steps : [low, ...steps];
  const made = contours().size([x.length, y.length]).thresholds(thresholds)(values.map(finite));
  return {
    scaleX,
    scaleY,
    levels: made.map((one) => ({ at: one.value, path: pathOf(one, x.length, y.length, box) })),
    ticksX: scaleX.ticks(Math.max(2, Math.round((box.right - box.left) / 80))),
    ticksY: scaleY.ticks(Math.max(2, Math.round((box.bottom - box.top) / 40))),
  };
}

/** Lines where a field reaches a limit; undefined when it runs nowhere through the box. */
export function layBorder(field: Field, at: number, box: Box): { path: string; labelAt: [number, number] } | undefined {
  const { x, y, values } = field;
  if (!values.some((value) => value >= at) || !values.some((value) => value < at)) return undefined;
  const made = contours().size([x.length, y.length]).contour(values.map(finite), at);
  // Edges of the box are no border: only what runs inside is drawn.
  const lines = made.coordinates.flatMap((polygon) => polygon.flatMap((ring) => insideParts(ring as [number, number][], x.length, y.length)));
  if (lines.length === 0) return undefined;
  const place = placer(x.length, y.length, box);
  const placed = lines.map((line) => line.map(place));
  const rightmost = placed.flat().reduce((best, point) => (point[0] > best[0] ? point : best));
  return { path: placed.map((line) => `M${line.map(([px, py]) => `${px.toFixed(1)} ${py.toFixed(1)}`).join('L')}`).join(''), labelAt: rightmost };
}

const finite = (value: number) => (Number.isFinite(value) ? value : -1e9);

/** d3’s contours put a cell’s middle at a half; the outermost half cells are cut off by clamping. */
function placer(nx: number, ny: number, box: Box): (point: [number, number]) => [number, number] {
  const share = (at: number, n: number) => Math.min(1, Math.max(0, (at - 0.5) / Math.max(1, n - 1)));
  return ([gx, gy]) => [box.left + share(gx, nx) * (box.right - box.left), box.bottom - share(gy, ny) * (box.bottom - box.top)];
}

function pathOf({ coordinates }: ContourMultiPolygon, nx: number, ny: number, box: Box): string {
  const place = placer(nx, ny, box);
  return coordinates
    .flatMap((polygon) =>
      polygon.map(
        (ring) =>
          `M${(ring as [number, number][])
            .map((point) =>
              place(point)
                .map((one) => one.toFixed(1))
                .join(' '),
            )
            .join('L')}Z`,
      ),
    )
    .join('');
}

function insideParts(ring: readonly [number, number][], nx: number, ny: number): [number, number][][] {
  const outside = ([gx, gy]: [number, number]) => gx <= 0.5 + 1e-9 || gy <= 0.5 + 1e-9 || gx >= nx - 0.5 - 1e-9 || gy >= ny - 0.5 - 1e-9;
  const parts: [number, number][][] = [];
  let part: [number, number][] = [];
  for (const point of ring) {
    if (outside(point)) {
      if (part.length > 0) parts.push([...part, point]);
      part = [];
      part.push(point);
    } else part.push(point);
  }
  if (part.length > 1) parts.push(part);
  return parts.filter((line) => line.length > 1 && line.some((point) => !outside(point)));
}
