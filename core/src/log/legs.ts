import { quantile } from 'd3-array';
import type { Leg } from '../plan/plan-file';
import { USUAL_RAMP_S } from '../predict/profiles';
import type { Floats } from './samples';
import type { Stretch } from './stretches';
import { slopeOf, type Trace } from './trace';

/** One stretch between two corners as it was driven, and where it lies in the trace. */
export interface DrivenLeg extends Stretch {
  leg: Required<Pick<Leg, 'fullM' | 'cornerS' | 'cornerMs'>> & Pick<Leg, 'brake'>;
}

/** Output from which the throttle is fully open, for a driver who eases it in [share]. */
const FULL = 0.95;
/** A corner is as long as the car is no faster than this times its slowest. */
const AS_SLOW = 1.1;
/** Noise of a standing car is no corner [m/s]. */
const RISES_MS = 0.5;
/** A car that gains this share of the most that it gained at such a speed has all the throttle that its tyres bear … */
const GAINS = 0.8;
/** … and, where the output was not logged, one this near to its fastest that does not slow down [share, m/s²]. */
const AT_THE_TOP = 0.97;
const HOLDS_MS2 = 0.3;
const MOST_QUANTILE = 0.9;
const HALF_SLOPE_S = 0.1;
/** By speed alone, full throttle is not left for less than this [s]. */
const JOINED_S = 0.4;
/** Braking over a shorter time says nothing of its strength [s]. */
const SHORTEST_BRAKE_S = 0.1;

/** Slots at which a speed is least between two that are faster: it lies under `share` of the most on either side. */
export function cornersOf(speed: Floats, share: number): number[] {
  const found: number[] = [];
  let isRising = true;
  let [most, least, at] = [0, Infinity, 0];
  for (let i = 0; i < speed.length; i++) {
    const here = speed[i]!;
    if (Number.isNaN(here)) continue;
    if (isRising) {
      most = Math.max(most, here);
      if (!(here < share * most && most > RISES_MS)) continue;
      isRising = false;
      least = Infinity;
    }
    if (here < least) [least, at] = [here, i];
    else if (here > least / share + RISES_MS) {
      found.push(at);
      isRising = true;
      most = here;
    }
  }
  return found;
}

/** The legs between corners. `brakeMs2` is what the brakes can do at most. */
export function legsBetween(trace: Trace, speed: Floats, corners: readonly number[], brakeMs2: number): DrivenLeg[] {
  const full = fullThrottleOf(trace, speed);
  return corners.slice(1).map((to, i) => legOf({ from: corners[i]!, to }, trace.dtS, speed, full, brakeMs2));
}

function legOf({ from, to }: Stretch, dtS: number, speed: Floats, full: Uint8Array, brakeMs2: number): DrivenLeg {
  const isSlow = (i: number) => speed[i]! <= AS_SLOW * speed[to]!;
  let [begin, end] = [to, to + 1];
  while (begin > from && isSlow(begin - 1)) begin--;
  while (end < speed.length && isSlow(end) && !full[end]) end++;
  let [fullM, lifted] = [0, from];
  for (let i = from; i < to; i++) {
    if (!full[i]) continue;
    fullM += (speed[i]! || 0) * dtS;
    if (i < begin) lifted = i + 1;
  }
  let [sum, slots] = [0, 0];
  for (let i = begin; i < end; i++) {
    if (full[i] || Number.isNaN(speed[i]!)) continue;
    sum += speed[i]!;
    slots++;
  }
  const brakedS = (begin - lifted) * dtS;
  const lostMs2 = (speed[lifted]! - speed[begin]!) / brakedS;
  const brake = brakedS >= SHORTEST_BRAKE_S && lostMs2 > 0 ? { brake: lostMs2 / brakeMs2 } : {};
  return { from, to, leg: { fullM, cornerS: slots * dtS, cornerMs: slots > 0 ? sum / slots : speed[to]!, ...brake } };
}

/** Where a car has all the throttle that it can use: by its output where that was logged, and by how fast it gains speed. */
function fullThrottleOf({ fields, count, dtS }: Trace, speed: Floats): Uint8Array {
  const output = fields.outputShare ?? fields.throttleShare;
  const half = Math.round(HALF_SLOPE_S / dtS);
  const gains = Float32Array.from({ length: count }, (_, i) => slopeOf(speed, i, half, dtS) ?? NaN);
  const atSpeed: number[][] = [];
  let fastest = 0;
  for (let i = 0; i < count; i++) {
    if (!(gains[i]! > 0)) continue;
    fastest = Math.max(fastest, speed[i]!);
    (atSpeed[Math.round(speed[i]!)] ??= []).push(gains[i]!);
  }
  // A slower car can gain no less: corners that are held at one speed do not hide it.
  const most = Array.from(atSpeed, (some) => quantile(some ?? [], MOST_QUANTILE) ?? 0);
  for (let k = most.length - 2; k >= 0; k--) most[k] = Math.max(most[k]!, most[k + 1]!);
  const gainsMost = (slot: number) => gains[slot]! >= GAINS * (most[Math.round(speed[slot]!)] ?? Infinity);
  const isFull = (slot: number) =>
    gainsMost(slot) || (output ? output[slot]! >= FULL : speed[slot]! >= AT_THE_TOP * fastest && gains[slot]! > -HOLDS_MS2);
  const full = Uint8Array.from({ length: count }, (_, slot) => (isFull(slot) ? 1 : 0));
  if (!output) joinUp(full, Math.round(JOINED_S / dtS));
  // The trigger takes a moment to come down, and the straight began with it.
  const ramp = Math.round(USUAL_RAMP_S / dtS);
  for (let i = 1; i < count; i++)
    if (full[i] && !full[i - 1]) for (let k = i - 1; k >= Math.max(0, i - ramp) && gains[k]! > 0 && !full[k]; k--) full[k] = 1;
  return full;
}

/** Fills gaps that are no longer than so many slots. */
function joinUp(mask: Uint8Array, most: number): void {
  let last = -Infinity;
  for (const [i, is] of mask.entries()) {
    if (!is) continue;
    if (i - last - 1 <= most) mask.fill(1, last + 1, i);
    last = i;
  }
}
