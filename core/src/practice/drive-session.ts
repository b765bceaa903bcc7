import { RPM_PER_RAD_S } from '../chain/constants';
import type { ResolvedPlan } from '../plan/resolve-plan';
import type { Segment } from '../predict/profiles';
import { simulateRun } from '../predict/run';
import type { Run, RunSample } from '../predict/run-types';
import type { Weather } from './hidden-car';

/** A moment of a session as it truly was. */
export interface TrueSample extends RunSample {
  motorRpm: number;
  /** How far the trigger is open. */
  throttle: number;
}

export interface Session {
  samples: TrueSample[];
  run: Run;
}

export interface SessionWish {
  /** Passes over the strip, out and back in turn. */
  passes: number;
  /** Seconds at full throttle in each. */
  fullS: number;
  /** Seconds of rolling out after each. */
  coastS: number;
  /** Seconds of standing between them. */
  restS: number;
}

export const USUAL_SESSION: SessionWish = { passes: 4, fullS: 7, coastS: 5, restS: 12 };

const RAMP_S = 0.3;
const BRAKE_S = 2.5;
const LEAD_S = 2;

/** Drives a session of passes out and back in the day’s wind and slope. */
export function driveSession(truth: ResolvedPlan, { windMs, grade }: Weather, wish: SessionWish = USUAL_SESSION): Session {
  const segments: Segment[] = [{ kind: 'rest', seconds: LEAD_S }];
  for (let i = 0; i < wish.passes; i++) {
    const way = i % 2 === 0 ? 1 : -1;
    const day = { windMs: way * windMs, grade: way * grade };
    segments.push(
      { kind: 'throttle', duty: 1, rampS: RAMP_S, spins: true, seconds: wish.fullS, ...day },
      { kind: 'throttle', duty: 0, seconds: wish.coastS, ...day },
      { kind: 'brake', share: 0.5, seconds: BRAKE_S, ...day },
      { kind: 'rest', seconds: wish.restS },
    );
  }
  const samples: TrueSample[] = [];
  const throttleAt = throttleOf(segments);
  const run = simulateRun(truth, {
    segments,
    onStep: (sample) => {
      samples.push({ ...sample, motorRpm: rpmOf(truth, sample), throttle: throttleAt(sample.timeS) });
    },
  });
  return { samples, run };
}

/** The motor turns with the wheels, but where the tyres spin: then with what the volts leave it. */
function rpmOf(plan: ResolvedPlan, { speedMs, spinning, duty, busV, motorA }: RunSample): number {
  const growth = 1 + plan.car.tyreGrowth * (speedMs / (100 / 3.6)) ** 2;
  const rolling = ((2 * plan.ratio * speedMs) / (plan.car.tyreDiameterM * growth)) * RPM_PER_RAD_S;
  if (!spinning) return rolling;
  const { motor } = plan;
  return Math.max(rolling, ((duty * busV - motor.brushDropV - motorA * motor.resistanceOhm) / motor.torqueConstantNmPerA) * RPM_PER_RAD_S);
}

function throttleOf(segments: readonly Segment[]): (timeS: number) => number {
  const ends: number[] = [];
  for (const segment of segments) ends.push((ends[ends.length - 1] ?? 0) + segment.seconds);
  return (timeS) => {
    const i = ends.findIndex((end) => timeS < end);
    const segment = segments[i];
    if (segment?.kind !== 'throttle') return 0;
    const into = timeS - (ends[i - 1] ?? 0);
    return segment.duty * Math.min(1, segment.rampS ? into / segment.rampS : 1);
  };
}
