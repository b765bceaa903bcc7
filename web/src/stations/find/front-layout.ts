import { extent } from 'd3-array';
import { scaleLinear, scaleSqrt, type ScaleLinear } from 'd3-scale';
import { line, curveStepAfter } from 'd3-shape';

/** One setup as the chart sees it. */
export interface FrontPoint {
  key: string;
  x: number;
  y: number;
  /** The third figure, drawn as size; undefined draws all alike. */
  size: number | undefined;
}

export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export interface FrontLayout {
  scaleX: ScaleLinear<number, number>;
  scaleY: ScaleLinear<number, number>;
  ticksX: number[];
  ticksY: number[];
  placed: { key: string; cx: number; cy: number; r: number }[];
  /** Steps along those that none is better than in both axes; empty where an axis has no better side. */
  edge: string;
}

const RADIUS = 5;
const SMALLEST = 3;
const LARGEST = 9;
/** More points than this are drawn smaller, or they would only make one blot; none gets smaller than this share. */
const CROWD = 150;
const CROWDED_SHARE = 0.5;

/** Places setups on two axes; pure. `better` says which side of each axis is the better one. */
export function layFront(
  points: readonly FrontPoint[],
  box: Box,
  better: { x: 'more' | 'less' | undefined; y: 'more' | 'less' | undefined },
): FrontLayout {
  const scale = (of: (point: FrontPoint) => number, range: [number, number], ticks: number) => {
    const [low = 0, high = 1] = extent(points, of);
    const pad = Math.max((high - low) * 0.06, Math.abs(high) * 0.01, 0.01);
    return scaleLinear([low - (low === 0 ? 0 : pad), high + pad], range).nice(ticks);
  };
  const [countX, countY] = [Math.max(2, Math.round((box.right - box.left) / 80)), Math.max(2, Math.round((box.bottom - box.top) / 40))];
  const scaleX = scale((point) => point.x, [box.left, box.right], countX);
  const scaleY = scale((point) => point.y, [box.bottom, box.top], countY);
  const sizes = points.flatMap((point) => point.size ?? []);
  const [small = 0, large = 1] = extent(sizes);
  const crowd = Math.max(CROWDED_SHARE, Math.min(1, Math.sqrt(CROWD / Math.max(1, points.length))));
  const radius = scaleSqrt([small, Math.max(large, small + 1e-9)], [SMALLEST * crowd, LARGEST * crowd]);
  return {
    scaleX,
    scaleY,
    ticksX: scaleX.ticks(countX),
    ticksY: scaleY.ticks(countY),
    // Larger ones first, so that none hides a smaller one.
    placed: points
      .map((point) => ({
        key: point.key,
        cx: scaleX(point.x),
        cy: scaleY(point.y),
        r: point.size === undefined ? RADIUS * crowd : radius(point.size),
      }))
      .sort((a, b) => b.r - a.r),
    edge: better.x && better.y ? edgeOf(points, scaleX, scaleY, better.x, better.y) : '',
  };
}

function edgeOf(
  points: readonly FrontPoint[],
  scaleX: ScaleLinear<number, number>,
  scaleY: ScaleLinear<number, number>,
  x: 'more' | 'less',
  y: 'more' | 'less',
): string {
  const signX = x === 'more' ? 1 : -1;
  const signY = y === 'more' ? 1 : -1;
  // From the best in x on, each that is better in y than all before.
  const sorted = [...points].sort((a, b) => signX * (b.x - a.x) || signY * (b.y - a.y));
  const best: FrontPoint[] = [];
  for (const point of sorted) if (best.length === 0 || signY * point.y > signY * best[best.length - 1]!.y) best.push(point);
  return (
    line<FrontPoint>(
      (point) => scaleX(point.x),
      (point) => scaleY(point.y),
    ).curve(curveStepAfter)(best.reverse()) ?? ''
  );
}

/** A rectangle in the figures of the axes, whichever corner it was drawn from. */
export interface Brush {
  x: [number, number];
  y: [number, number];
}

export function brushed(point: Pick<FrontPoint, 'x' | 'y'>, { x, y }: Brush): boolean {
  return point.x >= x[0] && point.x <= x[1] && point.y >= y[0] && point.y <= y[1];
}
