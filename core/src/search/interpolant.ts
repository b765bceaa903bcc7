import { bisector } from 'd3-array';

/** One driven setup, by what its gears change. Logarithms, because figures go with powers of the ratio. */
export interface InterpolantPoint {
  lnRatio: number;
  lnRise: number;
  lnMinutes: number;
  /** How the run ended. A setup geared between two that ended alike ends the same way. */
  kind: 'time' | 'cut' | 'hot';
  /** The figures themselves. */
  driven: { canC: number; minutes: number };
}

/** Interpolated figures of gears between those that were driven: figures, and how far the true ones may lie below or above. */
export interface Reading {
  kind: InterpolantPoint['kind'];
  lnRise: number;
  lnMinutes: number;
  riseMargin: number;
  minutesMargin: number;
  /** Where just these gears were driven: what they did. */
  driven: InterpolantPoint['driven'] | undefined;
}

/** Two driven setups whose ratios differ by more than this factor are not used as bounds for those between. */
const WIDEST = Math.log(1.9);
/** Pairs of gears whose ln(ratio) differs by less are one ratio, but for rounding. */
const SAME = 1e-9;
/** Between two points alone a curve may sag with the square of their distance in ln(ratio), and a share of what they differ by. */
const CURVE = 0.3;
const BETWEEN_SHARE = 0.2;
const BETWEEN = { rise: 0.015, minutes: 0.02 };
/**
 * With more points around, the curves through them tell how far to trust them: twice what they differ by from each other, what they
 * differ by from the straight line, and a least amount that grows with the distance up to NEAR: four tenths more than was ever missing
 * in 16,000 readings of setups that were driven too, in nine ways of driving.
 */
const TRUST = 2;
const NEAR = 0.06;
const LEAST = { rise: 0.006, riseByDistance: 0.2, minutes: 0.004, minutesByDistance: 0.1 };

/** Driven setups of one motor, pack and ESC in the order of their gears. */
export class Interpolant {
  private readonly points: InterpolantPoint[] = [];

  get size(): number {
    return this.points.length;
  }

  /** Gears of a ratio that was driven before change nothing. */
  add(point: InterpolantPoint): void {
    const at = this.after(point.lnRatio);
    const [below, above] = [this.points[at - 1], this.points[at]];
    if ((below && point.lnRatio - below.lnRatio <= SAME) || (above && above.lnRatio - point.lnRatio <= SAME)) return;
    this.points.splice(at, 0, point);
  }

  /** The driven setups next to a ratio, on both sides. */
  around(lnRatio: number): [InterpolantPoint, InterpolantPoint] | undefined {
    const at = this.after(lnRatio);
    const [below, above] = [this.points[at - 1], this.points[at]];
    return below && above ? [below, above] : undefined;
  }

  /** Undefined where nothing near was driven, or not alike. */
  read(lnRatio: number): Reading | undefined {
    const at = this.after(lnRatio);
    const { points } = this;
    const [below, above] = [points[at - 1], points[at]];
    if (below && lnRatio - below.lnRatio <= SAME) return exactly(below);
    if (above && above.lnRatio - lnRatio <= SAME) return exactly(above);
    if (!below || !above || below.kind !== above.kind || above.lnRatio - below.lnRatio > WIDEST) return undefined;
    const { kind } = below;
    const alike = (one: InterpolantPoint | undefined) => (one?.kind === kind ? one : undefined);
    const [before, behind] = kind === 'hot' ? [] : [alike(points[at - 2]), alike(points[at + 1])];
    const rise = between(lnRatio, 'lnRise', below, above, before, behind);
    const minutes = between(lnRatio, 'lnMinutes', below, above, before, behind);
    return { kind, lnRise: rise.value, lnMinutes: minutes.value, riseMargin: rise.margin, minutesMargin: minutes.margin, driven: undefined };
  }

  /** How many points lie at or below a ratio. */
  private after(lnRatio: number): number {
    return BY_RATIO.right(this.points, lnRatio);
  }
}

const exactly = ({ kind, lnRise, lnMinutes, driven }: InterpolantPoint): Reading => ({
  kind,
  lnRise,
  lnMinutes,
  riseMargin: 0,
  minutesMargin: 0,
  driven,
});

type Figure = 'lnRise' | 'lnMinutes';

/** A figure between two points, by the curves through them and their next neighbours. */
function between(
  x: number,
  figure: Figure,
  below: InterpolantPoint,
  above: InterpolantPoint,
  before: InterpolantPoint | undefined,
  behind: InterpolantPoint | undefined,
): { value: number; margin: number } {
  const span = above.lnRatio - below.lnRatio;
  const apart = above[figure] - below[figure];
  const straight = below[figure] + ((x - below.lnRatio) / span) * apart;
  const isRise = figure === 'lnRise';
  if (!before && !behind)
    return { value: straight, margin: (isRise ? BETWEEN.rise : BETWEEN.minutes) + CURVE * span * span + BETWEEN_SHARE * Math.abs(apart) };
  const left = before ? bent(x, figure, before, below, above) : straight;
  const right = behind ? bent(x, figure, below, above, behind) : straight;
  const middle = (left + right) / 2;
  const near = Math.min(span, NEAR);
  const least = isRise ? LEAST.rise + LEAST.riseByDistance * near : LEAST.minutes + LEAST.minutesByDistance * near;
  return { value: middle, margin: TRUST * Math.abs(left - right) + Math.abs(straight - middle) + least };
}

/** The parabola through three points. */
function bent(x: number, figure: Figure, a: InterpolantPoint, b: InterpolantPoint, c: InterpolantPoint): number {
  const [ab, bc] = [(b[figure] - a[figure]) / (b.lnRatio - a.lnRatio), (c[figure] - b[figure]) / (c.lnRatio - b.lnRatio)];
  const turn = (bc - ab) / (c.lnRatio - a.lnRatio);
  return a[figure] + (x - a.lnRatio) * (ab + (x - b.lnRatio) * turn);
}

const BY_RATIO = bisector(({ lnRatio }: InterpolantPoint) => lnRatio);
