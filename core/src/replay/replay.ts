import type { Floats } from '../log/samples';
import { metresPerRpm } from '../chain/gears';
import { CLOSED, groundSpeed } from '../log/stretches';
import { meanOf, slopeOf, type Trace } from '../log/trace';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { Drivetrain } from '../predict/drivetrain';
import { SPIN_S, type Segment } from '../predict/profiles';
import { simulateRun } from '../predict/run';
import type { Run } from '../predict/run-types';

/** What is drawn of a replay: measured where the log has it, computed always. */
export const REPLAY_FIGURES = ['speedMs', 'packA', 'packV', 'canC', 'escC'] as const;
export type ReplayFigure = (typeof REPLAY_FIGURES)[number];

export interface Replay {
  /** Even steps of `REPLAY_STEP_S` [s]. */
  timeS: Float64Array;
  computed: Record<ReplayFigure, Float64Array>;
  measured: Partial<Record<ReplayFigure, Float64Array>>;
  run: Run;
  /** How far the computed lies from the measured, root mean square over the moments that have both. */
  offBy: Partial<Record<ReplayFigure, number>>;
}

const REPLAY_STEP_S = 0.1;
/** Changes of throttle under this are noise. */
const SAME = 0.02;
const LONGEST_SEGMENT_S = 0.5;
/** A closed throttle that slows the car by so much more than coasting is the brake [m/s²]. */
const BRAKES_FROM_MS2 = 1;
/** A replay is no longer than this [s]. */
const LONGEST_REPLAY_S = 3600;

const coarse = (values: Floats | undefined, slots: number, count: number) =>
  values && Float64Array.from({ length: count }, (_, k) => meanOf(values, k * slots, (k + 1) * slots, 1) ?? NaN);

/** What the trigger did, as segments that any plan can be driven by; brakes are told by how the car slowed. Undefined where no throttle was logged. */
function triggerOf(trace: Trace, resolved: ResolvedPlan): Segment[] | undefined {
  const output = trace.fields.outputShare ?? trace.fields.throttleShare;
  if (!output) return undefined;
  const at = new Drivetrain(resolved);
  const speed = groundSpeed(trace, metresPerRpm(resolved));
  const slots = Math.round(REPLAY_STEP_S / trace.dtS);
  const count = Math.min(Math.floor(trace.count / slots), Math.round(LONGEST_REPLAY_S / REPLAY_STEP_S));
  const segments: Segment[] = [];
  for (let k = 0; k < count; k++) {
    const duty = Math.min(1, Math.max(0, meanOf(output, k * slots, (k + 1) * slots, 1) ?? 0));
    const share = duty > CLOSED ? 0 : brakeShare(at, speed, k * slots + (slots >> 1), trace.dtS);
    const last = segments[segments.length - 1];
    if (share > 0) {
      if (last?.kind === 'brake' && last.seconds < LONGEST_SEGMENT_S)
        last.share = (last.share * last.seconds + share * REPLAY_STEP_S) / (last.seconds += REPLAY_STEP_S);
      else segments.push({ kind: 'brake', share, seconds: REPLAY_STEP_S });
    } else if (last?.kind === 'throttle' && Math.abs(last.duty - duty) < SAME && last.seconds < LONGEST_SEGMENT_S) last.seconds += REPLAY_STEP_S;
    // Tyres may spin: what the log says is what the motor was given.
    else segments.push({ kind: 'throttle', duty, seconds: REPLAY_STEP_S, spinS: SPIN_S['speed-pass'] });
  }
  return segments;
}

/** How hard the brake must have been at a moment of closed throttle, as a share of its limit. */
function brakeShare(at: Drivetrain, speed: Floats | undefined, slot: number, dtS: number): number {
  const v = speed?.[slot] ?? NaN;
  const slope = slopeOf(speed, slot, Math.round(REPLAY_STEP_S / dtS), dtS);
  if (!(v > 0) || slope === undefined) return 0;
  at.throttle(v, 0);
  at.resist(v);
  const coastMs2 = (at.forceN - at.resistanceN) / at.line.movingMassKg;
  const moreMs2 = coastMs2 - slope;
  // The motor's own drag is a part of what brakes.
  return moreMs2 > BRAKES_FROM_MS2 ? Math.min(1, (-slope * at.line.movingMassKg - at.resistanceN) / at.line.brakeN) : 0;
}

/**
 * Drives a plan by a logged trigger: `own` is the plan that was logged, by which brakes are told; `plan` the one that is driven, the
 * same or another. Undefined where no throttle was logged.
 */
export function replay(trace: Trace, own: ResolvedPlan, plan: ResolvedPlan = own): Replay | undefined {
  const segments = triggerOf(trace, own);
  if (!segments) return undefined;
  const count = Math.round(segments.reduce((sum, { seconds }) => sum + seconds, 0) / REPLAY_STEP_S);
  const computed = Object.fromEntries(REPLAY_FIGURES.map((figure) => [figure, new Float64Array(count).fill(NaN)])) as Replay['computed'];
  let next = 0;
  const run = simulateRun(plan, {
    segments,
    isTrace: true,
    onStep: (sample) => {
      for (; next < count && sample.timeS >= next * REPLAY_STEP_S - 1e-9; next++) {
        computed.speedMs[next] = sample.speedMs;
        computed.packA[next] = sample.packA;
        computed.packV[next] = sample.busV;
        computed.canC[next] = sample.canC;
        computed.escC[next] = sample.escC;
      }
    },
  });
  const slots = Math.round(REPLAY_STEP_S / trace.dtS);
  const { packA, packV, canC, escC } = trace.fields;
  const logged = { speedMs: groundSpeed(trace, metresPerRpm(own)), packA, packV, canC, escC };
  const measured: Replay['measured'] = {};
  const offBy: Replay['offBy'] = {};
  for (const figure of REPLAY_FIGURES) {
    const values = coarse(logged[figure], slots, count);
    if (!values) continue;
    measured[figure] = values;
    const off = apart(values, computed[figure]);
    if (off !== undefined) offBy[figure] = off;
  }
  return { timeS: Float64Array.from({ length: count }, (_, i) => i * REPLAY_STEP_S), computed, measured, run, offBy };
}

function apart(a: Floats, b: Floats): number | undefined {
  let [sum, n] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    const off = a[i]! - b[i]!;
    if (Number.isNaN(off)) continue;
    sum += off * off;
    n++;
  }
  return n > 0 ? Math.sqrt(sum / n) : undefined;
}
