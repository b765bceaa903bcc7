import type { ResolvedEsc } from '../chain/esc';
import type { ProfileName } from '../plan/plan-file';
import { cycleSeconds, PROFILE_SEGMENTS } from '../predict/profiles';
import { heatOf } from '../predict/run-types';
import { HOPELESS_SHARE, type Driven } from './judge';

const { abs, exp, log, max, min } = Math;

/** One setup of a group that was driven. */
interface Point {
  ratio: number;
  lnRatio: number;
  canC: number;
  minutes: number;
  lnRise: number;
  lnMinutes: number;
  esc: EscFigures;
  carKg: number;
  peakA: number;
  /** How the run ended. A setup geared between two that ended alike ends the same way. */
  kind: 'time' | 'cut' | 'hot';
}

/** Two driven setups whose ratios differ by more than this factor are not used as bounds for those between. */
const WIDEST = Math.log(1.9);
/** Allowance for a setup between two driven ones: a share of the difference between them, and a least amount. */
const BETWEEN_SHARE = 0.2;
const BETWEEN = { share: 0.015, k: 0.5, minutesShare: 0.02 };
/** How far a curve may sag between neighbours: with the square of their distance in ln(ratio). */
const CURVE = 0.3;
/** The same in one's own gears on another ESC. */
const OWN_GEARS = { share: 0.004, k: 0.05, minutesShare: 0.004 };
/**
 * What an ESC's resistance may change, as a power of the motor's own with the ESC's added; half as much again as was ever
 * seen in 13,000 runs. At a held speed it is all loss, at full throttle most of it only takes a little of the current.
 */
const ESC_POWER = { held: 1.4, thrown: 0.6 };
/**
 * What an ESC's weight may change, as a power of the car's: the force that rolls, climbs and speeds it up goes with the weight, and
 * heat with the square of the force; half a power to be safe.
 */
const WEIGHT_POWER = 2.5;
/** A peak nearer than this share to a burst rating is held by it, and another ESC changes the run. */
const FREE_OF_BURST = 0.85;
const LEAST_RISE_K = 0.2;
/** Far above burning, a winding's resistance and heat drive each other up, and curves between neighbours are not smooth any more. */
const RUNAWAY_C = 250;

/** All that motor and pack can tell ESCs apart by. */
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
  private readonly cycleMinutes: number;
  private readonly escPower: number;

  /**
   * `motorOhm` is the resistance of one motor's winding, cold; `ambientC` where heat starts; `profile` how it is driven.
   */
  constructor(
    private readonly motorOhm: number,
    private readonly ambientC: number,
    profile: ProfileName,
  ) {
    this.cycleMinutes = cycleSeconds(PROFILE_SEGMENTS[profile]) / 60;
    this.escPower = PROFILE_SEGMENTS[profile].some((segment) => segment.kind === 'throttle') ? ESC_POWER.thrown : ESC_POWER.held;
  }

  /** Takes in a setup that was driven. */
  add(ratio: number, { run, figures, resolved, tooHot }: Pick<Driven, 'run' | 'figures' | 'resolved' | 'tooHot'>): void {
    const { maxCanC, maxWindingC } = heatOf(run);
    if (!tooHot && maxWindingC > RUNAWAY_C) return;
    const point: Point = {
      ratio,
      canC: maxCanC,
      minutes: figures.minutes,
      lnRatio: log(ratio),
      lnRise: log(max(LEAST_RISE_K, maxCanC - this.ambientC)),
      lnMinutes: log(max(figures.minutes, 1e-3)),
      esc: resolved.esc,
      carKg: resolved.car.massKg,
      peakA: run.peakMotorCurrentA,
      kind: tooHot ? 'hot' : run.stop === 'time' ? 'time' : 'cut',
    };
    const at = this.points.findIndex((one) => one.lnRatio > point.lnRatio);
    this.points.splice(at < 0 ? this.points.length : at, 0, point);
  }

  /** `carKg` is the weight of the whole car with this ESC. Undefined where nothing near was driven. */
  bounds(ratio: number, esc: EscFigures, carKg: number): HeatBounds | undefined {
    const lnRatio = log(ratio);
    let [below, above]: [Point | undefined, Point | undefined] = [undefined, undefined];
    for (const point of this.points) {
      if (!speaksFor(point, esc)) continue;
      // Motor, battery and road cannot tell these two ESCs apart: what was driven is what this one does.
      if (point.ratio === ratio && point.esc.resistanceOhm === esc.resistanceOhm && point.carKg === carKg && point.kind !== 'hot') return point;
      if (point.lnRatio <= lnRatio + 1e-12) below = nearer(below, point, esc.resistanceOhm, lnRatio);
      if (point.lnRatio >= lnRatio - 1e-12) above = nearer(above, point, esc.resistanceOhm, lnRatio);
    }
    if (!below || !above || below.kind !== above.kind || above.lnRatio - below.lnRatio > WIDEST) return undefined;
    const lighter = WEIGHT_POWER * max(0, below.carKg / carKg - 1, above.carKg / carKg - 1);
    // Runs that were given up are over their limit by a share; a car that is lighter by as much may be under it.
    if (below.kind === 'hot') return lighter < HOPELESS_SHARE / 2 ? { canC: Infinity, minutes: Infinity } : undefined;
    const span = above.lnRatio - below.lnRatio;
    const share = span > 0 ? (lnRatio - below.lnRatio) / span : 0;
    const margin = span > 0 ? BETWEEN : OWN_GEARS;
    const more = max(esc.resistanceOhm - below.esc.resistanceOhm, esc.resistanceOhm - above.esc.resistanceOhm);
    const less = max(below.esc.resistanceOhm - esc.resistanceOhm, above.esc.resistanceOhm - esc.resistanceOhm);
    const bent = CURVE * span * span;
    // An ESC with more resistance lets less current through at full throttle. At a held speed the current is the motor's
    // own, and the ESC's heat is the pack's loss.
    const cooler = margin.share + bent + lighter + (this.escPower * max(0, more)) / this.motorOhm;
    const longer = margin.minutesShare + bent + lighter + (this.escPower * max(0, more, less)) / this.motorOhm;
    const [riseApart, minutesApart] = [above.lnRise - below.lnRise, above.lnMinutes - below.lnMinutes];
    const rise = exp(below.lnRise + share * riseApart - BETWEEN_SHARE * abs(riseApart) - cooler);
    const minutes = exp(below.lnMinutes + share * minutesApart + BETWEEN_SHARE * abs(minutesApart) + longer);
    // A pack that is nearly empty gives out at the hardest pull of a cycle: a hair more or less is a whole cycle.
    const cycle = below.kind === 'cut' ? this.cycleMinutes : 0;
    return { canC: this.ambientC + rise * (1 - min(1, cycle / minutes)) - margin.k, minutes: minutes + cycle };
  }
}

/**
 * Whether a driven run says anything of another ESC. It does when that one cuts off at the same voltage and either has the same
 * resistance and burst rating, or both burst ratings lie well above the peak of the run, so that neither shaped it.
 */
function speaksFor({ esc, peakA }: Point, other: EscFigures): boolean {
  if (esc.cutoffVPerCell !== other.cutoffVPerCell) return false;
  if (esc.resistanceOhm === other.resistanceOhm && esc.burstA === other.burstA) return true;
  return peakA < FREE_OF_BURST * min(esc.burstA, other.burstA);
}

/** Of two points on the same side the one nearer in gears; in the same gears the one with the more alike ESC. */
function nearer(one: Point | undefined, other: Point, escOhm: number, lnRatio: number): Point {
  if (!one) return other;
  const [a, b] = [abs(one.lnRatio - lnRatio), abs(other.lnRatio - lnRatio)];
  if (abs(a - b) > 1e-12) return a < b ? one : other;
  return abs(one.esc.resistanceOhm - escOhm) <= abs(other.esc.resistanceOhm - escOhm) ? one : other;
}
