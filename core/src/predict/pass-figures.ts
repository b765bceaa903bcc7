import { GRAVITY_MS2 } from '../chain/constants';
import type { ResolvedPlan } from '../plan/resolve-plan';
import { lineConstants } from './line-constants';
import { simulateRun } from './run';
import { solveTopSpeed } from './top-speed';

/** Marks that a pass is timed at [m]: 60 ft and 132 ft of the drag strip among them. */
export const PASS_MARKS_M = [18.3, 40, 100] as const;
/** A driver brakes at this share of what the tyres give. */
export const STOPPING_SHARE = 0.6;
const LONGEST_S = 60;
const SPRINT_MS = 50 / 3.6;

export interface PassMark {
  atM: number;
  timeS: number;
  speedMs: number;
}

/** What a strip or a speed run is judged by, full throttle from standstill. */
export interface PassFigures {
  /** At each mark, and at the end of the straight where there is one; a mark that is not reached is left out. */
  marks: PassMark[];
  /** Seconds from 0 to 50 km/h. */
  to50KmHS: number | undefined;
  /** Highest acceleration as a multiple of gravity, and the seconds spent at the grip or wheelie limit. */
  peakG: number;
  gripLimitedS: number;
  /** Where 95 % of top speed is reached. */
  to95: { timeS: number; distanceM: number } | undefined;
  /** Metres to stop from top speed, braking at STOPPING_SHARE of the tyres. */
  stopM: number;
  /** Seconds at top speed to the edge of the radio's range, where it is known. */
  toRadioEdgeS: number | undefined;
}

export interface PassWish {
  rampS?: number;
  straightM?: number | undefined;
  radioRangeM?: number | undefined;
}

/** Drives one pass, and a stop from top speed. Never longer than a minute each. */
export function passFigures(plan: ResolvedPlan, { rampS = 0.2, straightM, radioRangeM }: PassWish = {}): PassFigures {
  const { topSpeedMs } = solveTopSpeed(plan);
  const wanted = [...PASS_MARKS_M.filter((mark) => straightM === undefined || mark < straightM), ...(straightM === undefined ? [] : [straightM])];
  const marks: PassMark[] = [];
  let to50KmHS: number | undefined;
  let to95: PassFigures['to95'];
  let peakG = 0;
  let last = { timeS: 0, speedMs: 0, distanceM: 0 };
  const run = simulateRun(plan, {
    segments: [{ kind: 'throttle', duty: 1, rampS, seconds: LONGEST_S }],
    onStep: (now) => {
      const between = (from: number, to: number, wish: number) => (to > from ? (wish - from) / (to - from) : 1);
      const timeAt = (share: number) => last.timeS + share * (now.timeS - last.timeS);
      while (marks.length < wanted.length && now.distanceM >= wanted[marks.length]!) {
        const atM = wanted[marks.length]!;
        const share = between(last.distanceM, now.distanceM, atM);
        marks.push({ atM, timeS: timeAt(share), speedMs: last.speedMs + share * (now.speedMs - last.speedMs) });
      }
      if (to50KmHS === undefined && now.speedMs >= SPRINT_MS) to50KmHS = timeAt(between(last.speedMs, now.speedMs, SPRINT_MS));
      if (!to95 && topSpeedMs > 0 && now.speedMs >= 0.95 * topSpeedMs) {
        const share = between(last.speedMs, now.speedMs, 0.95 * topSpeedMs);
        to95 = { timeS: timeAt(share), distanceM: last.distanceM + share * (now.distanceM - last.distanceM) };
      }
      if (now.timeS > last.timeS) peakG = Math.max(peakG, (now.speedMs - last.speedMs) / (now.timeS - last.timeS) / GRAVITY_MS2);
      last = { timeS: now.timeS, speedMs: now.speedMs, distanceM: now.distanceM };
      const done = marks.length === wanted.length && to95 !== undefined && (to50KmHS !== undefined || topSpeedMs < SPRINT_MS);
      return !done;
    },
  });
  return {
    marks,
    to50KmHS,
    peakG,
    gripLimitedS: run.gripLimitedS,
    to95,
    stopM: stoppingM(plan, topSpeedMs),
    toRadioEdgeS: radioRangeM !== undefined && topSpeedMs > 0 ? radioRangeM / topSpeedMs : undefined,
  };
}

/** Metres to stop from a speed: brakes at their share, with rolling and air; the motor's own drag is left to the driver. */
function stoppingM(plan: ResolvedPlan, fromMs: number): number {
  const line = lineConstants(plan);
  const { at } = solveTopSpeed(plan);
  const steps = 200;
  let distance = 0;
  for (let i = 0; i < steps; i++) {
    const v = fromMs * (1 - (i + 0.5) / steps);
    at.resist(v);
    const decel = (STOPPING_SHARE * line.brakeN + Math.max(at.resistanceN, 0)) / line.movingMassKg;
    distance += (v * (fromMs / steps)) / decel;
  }
  return distance;
}
