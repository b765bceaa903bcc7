import { median, mode, variance } from 'd3-array';
import { compact } from '../compact';
import { brakeLimitN, cornerGripMs2 } from '../chain/road';
import { MOST_LEGS, type Leg } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { cornersOf, legsBetween, type DrivenLeg } from './legs';
import { metresOf } from './place-speed';
import type { Floats } from './samples';
import { meanOf, type Trace } from './trace';

/** The lap that a run repeats. */
export interface DrivenCourse {
  /** The median of each leg over the laps, the longest straight first. */
  legs: Leg[];
  laps: number;
  lapM: number;
  /** Median lap [s]. */
  lapS: number;
}

/** Corners lie under this share of the speed on either side. Where none does, as on an oval, flat ones count; where a lap has too many, the slowest. */
const CORNER_SHARES = [0.8, 0.9, 0.7, 0.6];
/** Noise is evened out over this long on either side [s]. */
const EVEN_S = 0.1;
/** Shorter laps and fewer of them are chance [m]. */
const SHORTEST_LAP_M = 8;
const LEAST_LAPS = 3;
/** How alike speed and place must be a lap later, 1 the same and 0 as chance has it, and how near to the best a shorter lap may be. */
const ALIKE = 0.5;
const AS_ALIKE = 0.05;
/** A lap is looked for in so many steps of distance, none shorter than this [m]. */
const MOST_STEPS = 6000;
const SHORTEST_STEP_M = 0.25;
/** A lap may be this much longer or shorter than the next [share]. */
const LAP_SPREAD = 0.15;

/**
 * The course of a run, docs/model.md section 9: legs are the stretches between two corners, the lap is the distance after which speed (and place, where a
 * GPS was there) are most alike. `measured` is the speed over the ground [m/s]; how hard it was braked is a share of what the car's brakes can do. Undefined where nothing repeats.
 */
export function courseOfTrace(
  trace: Trace,
  measured: Floats | undefined,
  { car, site }: Pick<ResolvedPlan, 'car' | 'site'>,
): DrivenCourse | undefined {
  if (!measured) return undefined;
  const rolled = asRolled(measured, cornerGripMs2(site) * trace.dtS);
  const half = Math.round(EVEN_S / trace.dtS);
  const speed = rolled.map((_, i) => meanOf(rolled, i - half, i + half + 1, 1) ?? NaN);
  const brakeMs2 = brakeLimitN(car, site.grip) / car.massKg;
  const drivenM = distances(speed, trace.dtS);
  const lapM = lapLength(trace, speed, drivenM);
  if (lapM === undefined) return undefined;
  for (const share of CORNER_SHARES) {
    const legs = legsBetween(trace, speed, cornersOf(speed, share), brakeMs2);
    const found = medianLap(legs, drivenM, lapM, trace.dtS);
    if (found && found.legs.length <= MOST_LEGS) return found;
  }
  return undefined;
}

/** Wheels that spin or lock run away from the road, which no car of this grip does: it gains and loses no more than `mostMs` from one slot to the next. */
function asRolled(wheels: Floats, mostMs: number): Floats {
  let road = NaN;
  return wheels.map((speed) => {
    road = Number.isNaN(road) || Number.isNaN(speed) ? speed : Math.min(road + mostMs, Math.max(road - mostMs, speed));
    return road;
  });
}

function distances(speed: Floats, dtS: number): Float64Array {
  const metres = new Float64Array(speed.length);
  for (let i = 1; i < speed.length; i++) metres[i] = metres[i - 1]! + (speed[i - 1]! || 0) * dtS;
  return metres;
}

/** The distance after which speed and place repeat best [m]; of several that are nearly as good, the shortest. */
function lapLength({ fields }: Trace, speed: Floats, drivenM: Float64Array): number | undefined {
  const wholeM = drivenM[drivenM.length - 1] ?? 0;
  const stepM = Math.max(SHORTEST_STEP_M, wholeM / MOST_STEPS);
  const steps = Math.floor(wholeM / stepM);
  const slots = new Uint32Array(steps);
  for (let k = 0, i = 0; k < steps; k++) {
    while (drivenM[i]! < k * stepM) i++;
    slots[k] = i;
  }
  const overDistance = (values: Floats) => Float64Array.from(slots, (slot) => values[slot]!);
  const places = metresOf(fields);
  const driven = [[overDistance(speed)], ...(places ? [[overDistance(places.east), overDistance(places.north)]] : [])];
  const likenesses = driven.map((series) => likenessOf(series));
  const [first, last] = [Math.ceil(SHORTEST_LAP_M / stepM), Math.floor(steps / LEAST_LAPS)];
  const alike = Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => {
    const each = likenesses.map((likeness) => likeness(first + k));
    return each.reduce((sum, one) => sum + one, 0) / each.length;
  });
  const best = Math.max(...alike);
  if (!(best >= ALIKE)) return undefined;
  const near = alike.findIndex((one) => one >= best - AS_ALIKE);
  // From the first that is nearly as good up to its peak.
  let at = near;
  while (at + 1 < alike.length && alike[at + 1]! >= alike[at]!) at++;
  return (first + at) * stepM;
}

/** How alike series are to themselves some steps on: 1 the same, 0 as far apart as two moments by chance. */
function likenessOf(series: readonly Float64Array[]): (lag: number) => number {
  const spread = series.reduce((sum, values) => sum + (variance(values) ?? 0), 0);
  return (lag) => {
    const apart = series.reduce((sum, values) => sum + meanSquareApart(values, lag), 0);
    return spread > 0 ? 1 - apart / (2 * spread) : 0;
  };
}

function meanSquareApart(values: Float64Array, lag: number): number {
  let [sum, n] = [0, 0];
  for (let i = 0; i + lag < values.length; i++) {
    const apart = values[i + lag]! - values[i]!;
    if (Number.isNaN(apart)) continue;
    sum += apart * apart;
    n++;
  }
  return n > 0 ? sum / n : Infinity;
}

/** The laps that have as many legs as most have, leg by leg the median of them. */
function medianLap(legs: readonly DrivenLeg[], drivenM: Float64Array, lapM: number, dtS: number): DrivenCourse | undefined {
  const laps: DrivenLeg[][] = [];
  for (let i = 0; i < legs.length;) {
    const endM = drivenM[legs[i]!.from]! + lapM;
    const off = (leg: DrivenLeg) => Math.abs(drivenM[leg.to]! - endM);
    let last = i;
    while (last + 1 < legs.length && off(legs[last + 1]!) < off(legs[last]!)) last++;
    if (off(legs[last]!) > LAP_SPREAD * lapM) i++;
    else {
      laps.push(legs.slice(i, last + 1));
      i = last + 1;
    }
  }
  const usual = mode(laps, (lap) => lap.length);
  const alike = laps.filter((lap) => lap.length === usual);
  if (alike.length < LEAST_LAPS) return undefined;
  const medians = alike[0]!.map((_, i) => medianLeg(alike.map((lap) => lap[i]!)));
  const longest = medians.reduce((best, leg, i) => (leg.fullM > medians[best]!.fullM ? i : best), 0);
  const secondsOf = (lap: readonly DrivenLeg[]) => (lap[lap.length - 1]!.to - lap[0]!.from) * dtS;
  return { legs: [...medians.slice(longest), ...medians.slice(0, longest)], laps: alike.length, lapM, lapS: median(alike, secondsOf)! };
}

/** As it is typed: more digits than these no hand drives. */
const DIGITS = { fullM: 1, cornerMs: 1, cornerS: 1, brake: 2 };
function medianLeg(driven: readonly DrivenLeg[]): Leg {
  const of = (figure: keyof typeof DIGITS) => {
    const middle = median(driven, ({ leg }) => leg[figure]);
    return middle === undefined ? undefined : Number(middle.toFixed(DIGITS[figure]));
  };
  return compact({ fullM: of('fullM'), cornerMs: of('cornerMs'), cornerS: of('cornerS'), brake: of('brake') }) as Leg;
}
