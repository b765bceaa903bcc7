import { contours, type ContourMultiPolygon } from 'd3-contour';
import { extent, ticks } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';

/** A figure over two others: `values` row by row, x running fastest; NaN where there is none. */
export interface Field {
  x: readonly number[];
  y: readonly number[];
  values: readonly number[];
}

interface Contour {
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

export interface LevelLabel {
  at: number;
  x: number;
  /** Its text’s baseline. */
  y: number;
  anchor: 'start' | 'middle';
}

/** Labels nearer than this would write over each other. */
const LABEL_GAP_PX = { across: 34, down: 14 };
/** Labels stand this far inside the edge that they name a crossing of. */
const LABEL_INSET_PX = 5;
/** And this far above the line they name. */
const LABEL_LIFT_PX = 3;

/**
 * Where each level is named: just inside the left edge where the level crosses it, or else the lower or upper edge.
 * Levels that cross none of them, or too near another label, go without.
 */
export function layLevelLabels({ x, y, values }: Field, { scaleX, scaleY, levels }: ContourLayout, box: Box): LevelLabel[] {
  const left = y.map((_, j) => values[j * x.length]!);
  const lower = values.slice(0, x.length);
  const upper = values.slice(-x.length);
  const labels: LevelLabel[] = [];
  // The lowest level lies under everything and has no line to name.
  for (const { at } of levels.slice(1)) {
    const [up, low, high] = [crossing(y, left, at), crossing(x, lower, at), crossing(x, upper, at)];
    const label =
      up !== undefined
        ? { at, x: box.left + LABEL_INSET_PX, y: Math.max(box.top + LABEL_GAP_PX.down, scaleY(up) - LABEL_LIFT_PX), anchor: 'start' as const }
        : low !== undefined
          ? { at, x: scaleX(low), y: box.bottom - LABEL_INSET_PX, anchor: 'middle' as const }
          : high !== undefined
            ? { at, x: scaleX(high), y: box.top + LABEL_GAP_PX.down, anchor: 'middle' as const }
            : undefined;
    const free = (one: LevelLabel) => Math.abs(one.x - label!.x) >= LABEL_GAP_PX.across || Math.abs(one.y - label!.y) >= LABEL_GAP_PX.down;
    if (label && labels.every(free)) labels.push(label);
  }
  return labels;
}

/** Where a row of values first passes `at`, between its neighbours. */
function crossing(places: readonly number[], values: readonly number[], at: number): number | undefined {
  for (let i = 1; i < values.length; i++) {
    const [from, to] = [values[i - 1]!, values[i]!];
    if (from === to || from < at === to < at || !Number.isFinite(from + to)) continue;
    return places[i - 1]! + ((at - from) / (to - from)) * (places[i]! - places[i - 1]!);
  }
  return undefined;
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
