import type { ResolvedEsc } from '../chain/esc';
import type { Driven } from './judge';

const { abs, exp, log, max, min } = Math;

/** One setup of a group that was driven. */
interface Point {
  ratio: number;
  lnRatio: number;
  canC: number;
  minutes: number;
  lnRise: number;
  lnMinutes: number;
  escOhm: number;
  burstA: number;
  cutoffVPerCell: number | undefined;
  peakA: number;
  /** How the run ended: setups between two of one kind end like them. */
  kind: 'time' | 'cut' | 'hot';
}

/** Gears further apart than this factor tell nothing about those between. */
const WIDEST = Math.log(1.9);
/** How far off a curve through its neighbours may be: as a share of what lies between them, and in any case. */
const BETWEEN_SHARE = 0.2;
const BETWEEN = { share: 0.015, k: 0.5, escPower: 3 };
/** The same in one's own gears on another ESC: four times the farthest that 20,000 such runs were off. */
const OWN_GEARS = { share: 0.005, k: 0.15, escPower: 2 };
/** A peak nearer than this share to a burst rating is held by it, and another ESC changes the run. */
const FREE_OF_BURST = 0.85;
const LEAST_RISE_K = 0.2;

type EscFigures = Pick<ResolvedEsc, 'resistanceOhm' | 'burstA' | 'cutoffVPerCell'>;

/** The coolest can [°C] and the most minutes that a setup could come to. */
export interface HeatBounds {
  canC: number;
  minutes: number;
}

/**
 * What setups of one motor and pack that were driven say about those that were not: temperatures and minutes are smooth
 * in the gears, and an ESC adds a known resistance. Bounds, not figures: a setup that could matter is driven.
 */
export class HeatSketch {
  private readonly points: Point[] = [];

  /** `loopOhm` is all the resistance one motor's current meets, without the ESC; `ambientC` where heat starts. */
  constructor(
    private readonly loopOhm: number,
    private readonly ambientC: number,
  ) {}

  /** Takes in a setup that was driven. */
  add(ratio: number, { run, figures, resolved, tooHot }: Pick<Driven, 'run' | 'figures' | 'resolved' | 'tooHot'>): void {
    const point: Point = {
      ratio,
      canC: run.maxCanC,
      minutes: figures.minutes,
      lnRatio: log(ratio),
      lnRise: log(max(LEAST_RISE_K, run.maxCanC - this.ambientC)),
      lnMinutes: log(max(figures.minutes, 1e-3)),
      escOhm: resolved.esc.resistanceOhm,
      burstA: resolved.esc.burstA,
      cutoffVPerCell: resolved.esc.cutoffVPerCell,
      peakA: run.peakMotorCurrentA,
      kind: tooHot ? 'hot' : run.stop === 'time' ? 'time' : 'cut',
    };
    const at = this.points.findIndex((one) => one.lnRatio > point.lnRatio);
    this.points.splice(at < 0 ? this.points.length : at, 0, point);
  }

  /** Undefined where nothing near was driven. */
  bounds(ratio: number, esc: EscFigures): HeatBounds | undefined {
    const lnRatio = log(ratio);
    let [below, above]: [Point | undefined, Point | undefined] = [undefined, undefined];
    for (const point of this.points) {
      if (!speaksFor(point, esc)) continue;
      // Motor, battery and road cannot tell these two ESCs apart: what was driven is what this one does.
      if (point.ratio === ratio && point.escOhm === esc.resistanceOhm && point.kind !== 'hot') return point;
      if (point.lnRatio <= lnRatio + 1e-12) below = nearer(below, point, esc.resistanceOhm, lnRatio);
      if (point.lnRatio >= lnRatio - 1e-12) above = nearer(above, point, esc.resistanceOhm, lnRatio);
    }
    if (!below || !above || below.kind !== above.kind || above.lnRatio - below.lnRatio > WIDEST) return undefined;
    if (below.kind === 'hot') return { canC: Infinity, minutes: Infinity };
    const span = above.lnRatio - below.lnRatio;
    const share = span > 0 ? (lnRatio - below.lnRatio) / span : 0;
    const margin = span > 0 ? BETWEEN : OWN_GEARS;
    // Heat goes with the square of current, and current with resistance. An ESC with less of it lets more current
    // through: the motor gets no cooler, the pack lasts no longer.
    const off = margin.share + (margin.escPower * max(0, esc.resistanceOhm - below.escOhm, esc.resistanceOhm - above.escOhm)) / this.loopOhm;
    const rise = exp(below.lnRise + share * (above.lnRise - below.lnRise) - BETWEEN_SHARE * abs(above.lnRise - below.lnRise) - off);
    const minutes = exp(below.lnMinutes + share * (above.lnMinutes - below.lnMinutes) + BETWEEN_SHARE * abs(above.lnMinutes - below.lnMinutes) + off);
    return { canC: this.ambientC + rise - margin.k, minutes };
  }
}

/** A run that an ESC's burst rating shaped, or that ended at its cut-off, speaks only for ESCs alike in that. */
function speaksFor(point: Point, esc: EscFigures): boolean {
  if (point.cutoffVPerCell !== esc.cutoffVPerCell) return false;
  if (point.escOhm === esc.resistanceOhm && point.burstA === esc.burstA) return true;
  return point.peakA < FREE_OF_BURST * min(point.burstA, esc.burstA);
}

/** Of two points on the same side the one nearer in gears; in the same gears the one with the more alike ESC. */
function nearer(one: Point | undefined, other: Point, escOhm: number, lnRatio: number): Point {
  if (!one) return other;
  const [a, b] = [abs(one.lnRatio - lnRatio), abs(other.lnRatio - lnRatio)];
  if (abs(a - b) > 1e-12) return a < b ? one : other;
  return abs(one.escOhm - escOhm) <= abs(other.escOhm - escOhm) ? one : other;
}
