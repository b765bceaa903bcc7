import type { ResolvedPlan } from '../resolve/resolved-plan';
import { simulateRun } from './run';
import { heatOf, type Run } from './run-types';
import { USUAL_RAMP_S } from './profiles';
import type { Steady } from './steady';

/** A start from standstill has had its highest current by then [s]. */
const START_S = 1.5;
/** Ground on which no tyre lets go, and a car so low that its front stays down. */
const HELD = { grip: 1e6, cgHeightM: 1e-9 };
const known = new WeakMap<ResolvedPlan, { motorA: number; packA: number }>();

/** The highest current of a motor and of the pack in a full-throttle start if the tyres held, within the ESC's burst rating [A]; computed once for each plan. */
export function peakIfHeld(plan: ResolvedPlan): { motorA: number; packA: number } {
  let peak = known.get(plan);
  if (!peak) {
    const held = { ...plan, site: { ...plan.site, grip: HELD.grip }, car: { ...plan.car, cgHeightM: HELD.cgHeightM } };
    const run = simulateRun(held, { segments: [{ kind: 'throttle', duty: 1, rampS: USUAL_RAMP_S, seconds: START_S }] });
    peak = { motorA: run.peakMotorCurrentA, packA: run.peakPackCurrentA };
    known.set(plan, peak);
  }
  return peak;
}

/**
 * A run as it is shown: heat over the minutes wanted, and a peak never under what the car takes at top speed, which the run may
 * not reach.
 */
export function shownRun(steady: Pick<Steady, 'packCurrentA' | 'motorCurrentA'>, run: Run): Run {
  return {
    ...run,
    ...heatOf(run),
    peakPackCurrentA: Math.max(run.peakPackCurrentA, steady.packCurrentA),
    peakMotorCurrentA: Math.max(run.peakMotorCurrentA, steady.motorCurrentA),
  };
}
