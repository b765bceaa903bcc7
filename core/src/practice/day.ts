import type { TypedReading } from '../log/run-file';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { stoodFor, type Temperatures } from '../predict/cool-down';
import { cappedCycle } from '../ladder/planned-runs';
import type { Segment } from '../predict/profiles';
import { simulateRun } from '../predict/run';
import type { RunOptions, RunSample } from '../predict/run-types';
import { sessionFor, sessionSegments, STEP_PASSES } from '../predict/track-session';
import { asFitted, hiddenCar, type HiddenCar } from './hidden-car';
import { thermometer } from './instruments';
import { lostOf, NEW, weaken, wornBy, type Lost, type Wear } from './wear';

export const DRIVE_HOWS = ['passes', 'race', 'gentle'] as const;
/** A pass each way at full throttle; the whole run as it is planned; three minutes at a third of the throttle. */
export type DriveHow = (typeof DRIVE_HOWS)[number];

/** A drive of a practice day: what was fitted, and what truly came of it. */
export interface Drive {
  id: string;
  /** The plan as it was fitted and noted. */
  plan: PlanFile;
  how: DriveHow;
  /** What is left of full throttle at the radio; left out: all of it. */
  capShare?: number;
  /** ISO 8601: when it began. */
  at: string;
  /** The run in the log that notes it. */
  runId: string;
  /** For what the instruments say of it. */
  seed: number;
  /** How warm the car was before it, and as it stopped. */
  from: Temperatures;
  stopped: Temperatures;
  seconds: number;
  topSpeedMs: number;
  /** The hottest of the winding. */
  windingC: number;
  lost?: Lost;
  /** What heat had used up before it and has after it, where it has. */
  wornBefore?: Wear;
  worn?: Wear;
}

/** A day at the quarry with everything simulated. */
export interface Day {
  /** The plan whose gearing is the target, as its builder believes the car to be. */
  base: PlanFile;
  seed: number;
  /** Which of the set days it is; left out for free play. */
  set?: 1 | 2 | 3;
  /** Seconds that the car has stood since the last drive. */
  stoodS: number;
  /** Seconds waited between drives. */
  waitedS: number;
  drives: Drive[];
  over?: true;
}

export interface DriveRequest {
  plan: PlanFile;
  how: DriveHow;
  capShare?: number | undefined;
}

const GENTLE_MINUTES = 3;
export const GENTLE_SHARE = 0.35;
const GENTLE: readonly Segment[] = [
  { kind: 'throttle', duty: GENTLE_SHARE, rampS: 1, seconds: 20 },
  { kind: 'throttle', duty: 0, seconds: 5 },
];

/** The car of a day. On the first set day nothing was noted wrongly. */
export const carOfDay = ({ base, seed, set }: Pick<Day, 'base' | 'seed' | 'set'>): HiddenCar =>
  hiddenCar(base, seed, { slip: set === 1 ? 'none' : 'any' });

/** How warm the car is now. */
export function nowOf(day: Day, hidden: HiddenCar): Temperatures {
  const { drives, stoodS } = day;
  const last = drives[drives.length - 1];
  const { ambientC } = hidden.weather;
  return last ? stoodFor(asFitted(hidden, last.plan), last.stopped, stoodS) : { windingC: ambientC, canC: ambientC, escC: ambientC, packC: ambientC };
}

/** What heat has used up of the car's parts so far. */
export const wornOf = ({ drives }: Pick<Day, 'drives'>): Wear => drives[drives.length - 1]?.worn ?? NEW;

/** What is driven: passes once, all else over and over for its minutes. */
function drivingOf(
  hidden: HiddenCar,
  truth: ResolvedPlan,
  { plan, how, capShare = 1 }: DriveRequest,
): Pick<RunOptions, 'segments' | 'cycle'> & { minutes: number } {
  const { minutes } = truth.run;
  const { windMs, grade } = hidden.weather;
  if (how === 'passes') return { minutes, segments: sessionSegments({ ...sessionFor(resolvePlan(plan), STEP_PASSES), capShare }, { windMs, grade }) };
  if (how === 'gentle') return { minutes: GENTLE_MINUTES, cycle: GENTLE };
  return { minutes, cycle: cappedCycle(truth, capShare) };
}

/** What was driven, moment by moment, and what came of it. */
export interface Driven {
  samples: RunSample[];
  usedAh: number;
  outcome: Omit<Drive, 'id' | 'plan' | 'how' | 'capShare' | 'at' | 'runId' | 'seed'>;
}

/** Drives the hidden car as it is truly fitted and worn, until the drive is over, its pack has ended it or something is lost. Throws PlanError. */
export function driveHidden(hidden: HiddenCar, request: DriveRequest, from: Temperatures, before: Wear = NEW): Driven {
  const truth = asFitted(hidden, request.plan);
  weaken(truth.motor, before);
  const { minutes, ...driving } = drivingOf(hidden, truth, request);
  const samples: RunSample[] = [];
  let [topSpeedMs, windingC, worn] = [0, from.windingC, before];
  let lost: Lost | undefined;
  const run = simulateRun(
    { ...truth, run: { ...truth.run, minutes } },
    {
      ...driving,
      from,
      isTrace: true,
      onStep: (sample) => {
        const last = samples[samples.length - 1];
        if (lost || sample.carriedOn) return false;
        if (last) worn = wornBy(worn, last, sample.timeS - last.timeS);
        samples.push({ ...sample });
        topSpeedMs = Math.max(topSpeedMs, sample.speedMs);
        windingC = Math.max(windingC, sample.windingC);
        lost = lostOf(worn);
        return !lost;
      },
    },
  );
  const last = samples[samples.length - 1]!;
  const stopped = { windingC: last.windingC, canC: last.canC, escC: last.escC, packC: last.packC };
  const outcome = {
    from,
    stopped,
    seconds: last.timeS,
    topSpeedMs,
    windingC,
    ...(before === NEW ? {} : { wornBefore: before }),
    ...(worn === NEW ? {} : { worn }),
    ...(lost ? { lost } : {}),
  };
  return { samples, usedAh: run.usedAh, outcome };
}

/** How a thermometer is held: near enough that its spot is on the part, and on a matt patch or the bare can. */
export interface Pointing {
  of: 'can' | 'esc' | 'pack';
  distanceM: number;
  matt: boolean;
}

/** The spot is larger than the part from here on [m]: it reads some of what is behind. */
export const SPOT_FITS_M = 0.3;

/** What a thermometer says at a moment after the stop. The same aim at the same moment says the same. */
export function readOff(now: Temperatures, ambientC: number, { of, distanceM, matt }: Pointing, random: () => number): number {
  const surfaceC = { can: now.canC, esc: now.escC, pack: now.packC }[of];
  const seen = Math.min(1, (SPOT_FITS_M / Math.max(distanceM, 1e-3)) ** 2);
  return thermometer(seen * surfaceC + (1 - seen) * ambientC, ambientC, matt || of !== 'can', random);
}

/** A reading as it is written down. */
export const asReading = ({ of }: Pointing, c: number, afterStopS: number): TypedReading => ({
  of,
  c: Math.round(c),
  afterStopS: Math.round(afterStopS),
});
