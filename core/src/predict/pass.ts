import type { ResolvedPlan } from '../plan/resolve-plan';
import { simulateRun } from './run';
import type { RunSample } from './run-types';
import { solveTopSpeed } from './top-speed';

/** A full-throttle pass from standstill. */
export interface Pass {
  samples: RunSample[];
  /** Seconds spent at the grip or wheelie limit from the start. */
  gripLimitedS: number;
  /** Seconds and metres to 95 % of top speed; undefined when it is not reached. */
  to95: { timeS: number; distanceM: number } | undefined;
}

export interface PassOptions {
  /** Seconds from closed to full throttle. */
  rampS?: number;
}

const LONGEST_S = 60;
const SHORTEST_S = 2;
/** The chart goes on this much longer than it takes until a second adds less than 1 % of speed. */
const TAIL = 1.5;
const SETTLED_PER_S = 0.01;
const WATCH_S = 0.25;
const SAMPLES = 240;

/** Drives one pass and keeps about 240 samples. Never longer than 60 s. */
export function predictPass(plan: ResolvedPlan, options: PassOptions = {}): Pass {
  const rampS = options.rampS ?? 0.2;
  const { topSpeedMs } = solveTopSpeed(plan);
  const all: RunSample[] = [];
  let endS = LONGEST_S;
  let to95: Pass['to95'];
  let watched = { timeS: 0, speedMs: 0 };
  const run = simulateRun(plan, {
    segments: [{ kind: 'throttle', duty: 1, rampS, seconds: LONGEST_S }],
    onStep: (sample) => {
      all.push(sample);
      if (!to95 && topSpeedMs > 0 && sample.speedMs >= 0.95 * topSpeedMs) to95 = { timeS: sample.timeS, distanceM: sample.distanceM };
      if (sample.timeS >= watched.timeS + WATCH_S) {
        const gain = (sample.speedMs - watched.speedMs) / (sample.timeS - watched.timeS);
        const settled = sample.timeS > rampS && gain <= SETTLED_PER_S * sample.speedMs;
        if (endS === LONGEST_S && settled) endS = Math.max(SHORTEST_S, Math.ceil(TAIL * sample.timeS));
        watched = sample;
      }
      return sample.timeS < endS;
    },
  });
  return { samples: thin(all, SAMPLES), gripLimitedS: run.gripLimitedS, to95 };
}

/** Every k-th sample by time, always with the first, the last, and the peak of motor current. */
function thin(all: RunSample[], count: number): RunSample[] {
  const last = all[all.length - 1];
  if (!last) return [];
  const peak = all.reduce((best, sample) => (sample.motorA > best.motorA ? sample : best));
  const every = last.timeS / count;
  let due = 0;
  return all.filter((sample) => {
    const keep = sample.timeS >= due || sample === peak || sample === last;
    if (sample.timeS >= due) due = sample.timeS + every;
    return keep;
  });
}
