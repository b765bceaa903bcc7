import type { ResolvedEsc } from '../chain/esc';
import { cycleSeconds, type Segment } from '../predict/profiles';
import { heatOf } from '../predict/run-types';
import { HOPELESS_SHARE, type Driven } from './judge';
import { Interpolant, type Reading } from './interpolant';

/** Another ESC in the same gears, beside what its resistance does. */
const OWN_GEARS = 0.004;
/** Two ESCs differ from each other by nearly the same in neighbouring gears: a share of how that difference changes, and a least amount. */
const DIFFERENCE = { share: 0.25, least: 0.003 };
/** Least allowance [K], for gears that were driven with another ESC and for gears between driven ones. */
const LEAST_K = { driven: 0.05, between: 0.2 };
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

/** Setups of one ESC that were driven. */
interface OfEsc {
  esc: EscFigures;
  /** The whole car with this ESC. */
  carKg: number;
  interpolant: Interpolant;
  /** Highest peak among its runs. */
  peakA: number;
}

/**
 * What setups of one motor and pack that were driven say about those that were not: temperatures and minutes are smooth
 * in the gears, and another ESC adds a known resistance or differs by what was seen of it in other gears. Bounds, not figures:
 * a setup that could matter is driven.
 */
export class HeatEnvelope {
  private readonly driven: OfEsc[] = [];
  private readonly ownOf = new Map<EscFigures, OfEsc | undefined>();
  private readonly cycleMinutes: number;
  private readonly escPower: number;

  /**
   * `motorOhm` is the resistance of one motor's winding, cold; `ambientC` where heat starts; `segments` what is driven over and over.
   */
  constructor(
    private readonly motorOhm: number,
    private readonly ambientC: number,
    segments: readonly Segment[],
  ) {
    this.cycleMinutes = cycleSeconds(segments) / 60;
    this.escPower = segments.some((segment) => segment.kind === 'throttle') ? ESC_POWER.thrown : ESC_POWER.held;
  }

  /** Takes in a setup that was driven. */
  add(ratio: number, { run, figures, resolved, tooHot }: Pick<Driven, 'run' | 'figures' | 'resolved' | 'tooHot'>): void {
    const { maxCanC, maxWindingC } = heatOf(run);
    if (!tooHot && maxWindingC > RUNAWAY_C) return;
    const own = this.ofEsc(resolved.esc, resolved.car.massKg) ?? this.newEsc(resolved.esc, resolved.car.massKg);
    own.peakA = Math.max(own.peakA, run.peakMotorCurrentA);
    own.interpolant.add({
      lnRatio: Math.log(ratio),
      lnRise: Math.log(Math.max(LEAST_RISE_K, maxCanC - this.ambientC)),
      lnMinutes: Math.log(Math.max(figures.minutes, 1e-3)),
      kind: tooHot ? 'hot' : run.stop === 'time' ? 'time' : 'cut',
      driven: { canC: maxCanC, minutes: figures.minutes },
    });
  }

  /** `carKg` is the weight of the whole car with this ESC. Undefined where nothing near was driven. */
  bounds(ratio: number, esc: EscFigures, carKg: number): HeatBounds | undefined {
    const lnRatio = Math.log(ratio);
    const own = this.ofEsc(esc, carKg);
    const read = own?.interpolant.read(lnRatio);
    // Motor, battery and road cannot tell these two ESCs apart: what was driven is what this one does.
    if (read?.driven && read.kind !== 'hot') return read.driven;
    let bounds = read && this.bound(read, 0, 0);
    for (const other of this.driven) {
      if (other === own || !speaksFor(other, esc)) continue;
      const seen = other.interpolant.read(lnRatio);
      if (!seen) continue;
      if (seen.driven && seen.kind !== 'hot' && isAlike(other, esc, carKg)) return seen.driven;
      bounds = tighter(bounds, this.fromOther(lnRatio, seen, esc, carKg, own, other));
    }
    return bounds;
  }

  /** What a reading of another ESC says of this one. */
  private fromOther(lnRatio: number, read: Reading, esc: EscFigures, carKg: number, own: OfEsc | undefined, other: OfEsc): HeatBounds | undefined {
    const lighter = WEIGHT_POWER * Math.max(0, other.carKg / carKg - 1);
    // Runs that were given up are over their limit by a share; a car that is lighter by as much may be under it.
    if (read.kind === 'hot') return lighter < HOPELESS_SHARE / 2 ? TOO_HOT : undefined;
    const more = esc.resistanceOhm - other.esc.resistanceOhm;
    // An ESC with more resistance lets less current through at full throttle. At a held speed the current is the motor's
    // own, and the ESC's heat is the pack's loss.
    const cooler = OWN_GEARS + lighter + (this.escPower * Math.max(0, more)) / this.motorOhm;
    const longer = OWN_GEARS + lighter + (this.escPower * Math.abs(more)) / this.motorOhm;
    return tighter(this.bound(read, cooler, longer), own && this.byDifference(lnRatio, read, other.interpolant, own.interpolant));
  }

  /** What the other ESC says, and by how much this one was seen to differ from it in gears on both sides. */
  private byDifference(lnRatio: number, read: Reading, other: Interpolant, own: Interpolant): HeatBounds | undefined {
    const around = own.around(lnRatio);
    if (!around) return undefined;
    const [below, above] = around;
    const [atBelow, atAbove] = [other.read(below.lnRatio), other.read(above.lnRatio)];
    if (!atBelow || !atAbove || [below, above, atBelow, atAbove].some(({ kind }) => kind !== read.kind)) return undefined;
    const share = (lnRatio - below.lnRatio) / (above.lnRatio - below.lnRatio);
    const [riseBelow, riseAbove] = [below.lnRise - atBelow.lnRise, above.lnRise - atAbove.lnRise];
    const [minutesBelow, minutesAbove] = [below.lnMinutes - atBelow.lnMinutes, above.lnMinutes - atAbove.lnMinutes];
    return this.bound(
      {
        ...read,
        lnRise: read.lnRise + riseBelow + share * (riseAbove - riseBelow),
        lnMinutes: read.lnMinutes + minutesBelow + share * (minutesAbove - minutesBelow),
      },
      DIFFERENCE.least + DIFFERENCE.share * Math.abs(riseAbove - riseBelow) + Math.max(atBelow.riseMargin, atAbove.riseMargin),
      DIFFERENCE.least + DIFFERENCE.share * Math.abs(minutesAbove - minutesBelow) + Math.max(atBelow.minutesMargin, atAbove.minutesMargin),
    );
  }

  /** The figures of a reading at their best, with margins beside its own. */
  private bound(read: Reading, cooler: number, longer: number): HeatBounds {
    if (read.kind === 'hot') return TOO_HOT;
    const rise = Math.exp(read.lnRise - read.riseMargin - cooler);
    const minutes = Math.exp(read.lnMinutes + read.minutesMargin + longer);
    // A pack that is nearly empty gives out at the hardest pull of a cycle: a hair more or less is a whole cycle.
    const cycle = read.kind === 'cut' ? this.cycleMinutes : 0;
    return {
      canC: this.ambientC + rise * (1 - Math.min(1, cycle / minutes)) - (read.driven ? LEAST_K.driven : LEAST_K.between),
      minutes: minutes + cycle,
    };
  }

  private ofEsc(esc: EscFigures, carKg: number): OfEsc | undefined {
    let own = this.ownOf.get(esc);
    if (own?.carKg !== carKg) this.ownOf.set(esc, (own = this.driven.find((one) => one.carKg === carKg && sameEsc(one.esc, esc))));
    return own;
  }

  private newEsc(esc: EscFigures, carKg: number): OfEsc {
    const fresh: OfEsc = { esc, carKg, interpolant: new Interpolant(), peakA: 0 };
    this.driven.push(fresh);
    this.ownOf.set(esc, fresh);
    return fresh;
  }
}

const TOO_HOT: HeatBounds = { canC: Infinity, minutes: Infinity };

const sameEsc = (one: EscFigures, other: EscFigures): boolean =>
  one.resistanceOhm === other.resistanceOhm && one.burstA === other.burstA && one.cutoffVPerCell === other.cutoffVPerCell;

/** Motor, battery and road cannot tell these two ESCs apart, unless a burst rating holds one of them. */
const isAlike = ({ esc, carKg }: OfEsc, other: EscFigures, otherKg: number): boolean =>
  esc.resistanceOhm === other.resistanceOhm && carKg === otherKg;

/** Both hold, so the nearer of each does. */
function tighter(one: HeatBounds | undefined, other: HeatBounds | undefined): HeatBounds | undefined {
  if (!one || !other) return one ?? other;
  return { canC: Math.max(one.canC, other.canC), minutes: Math.min(one.minutes, other.minutes) };
}

/**
 * Whether runs say anything of another ESC. They do when that one cuts off at the same voltage and either has the same
 * resistance and burst rating, or both burst ratings lie well above their peaks, so that neither shaped them.
 */
function speaksFor({ esc, peakA }: OfEsc, other: EscFigures): boolean {
  if (esc.cutoffVPerCell !== other.cutoffVPerCell) return false;
  if (esc.resistanceOhm === other.resistanceOhm && esc.burstA === other.burstA) return true;
  return peakA < FREE_OF_BURST * Math.min(esc.burstA, other.burstA);
}
