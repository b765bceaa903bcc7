import type { ProfileName } from '../plan/plan-file';
import type { Segment } from './profiles';

/** A part that is hotter has burnt [°C], and no figure beyond means anything. */
export const BURNT_C = 200;

/** Why a run ended: the minutes were up, the ESC cut off, the charge was gone, or no further step could be taken. */
type RunStop = 'time' | 'cutoff' | 'empty' | 'max-steps';

/** One run, docs/model.md section 6. Motor figures are of one motor, pack figures of the whole source. */
export interface Run {
  profile: ProfileName;
  endS: number;
  stop: RunStop;
  maxSpeedMs: number;
  peakMotorCurrentA: number;
  peakPackCurrentA: number;
  rmsPackCurrentA: number;
  rmsMotorCurrentA: number;
  minBusV: number;
  maxWindingC: number;
  maxCanC: number;
  maxEscC: number;
  maxPackC: number;
  usedAh: number;
  distanceM: number;
  gripLimitedS: number;
  /** Seconds with the trigger all the way down. */
  fullThrottleS: number;
  /** Highest speed of a motor, spinning tyres among it. */
  maxMotorRpm: number;
  /** Whole laps, one of which is one pass through the segments; and the mean time of those after the first [s], null with fewer than two. */
  laps: number;
  lapS: number | null;
  /** Mean iron loss of a motor [W]. */
  ironW: number;
  /** When each part passed what it bears [s]; without those that do not. Of the minutes wanted, as heat is. */
  burntS: Partial<Record<'windingC' | 'canC' | 'escC' | 'packC', number>>;
  /** Highest temperatures [°C] over the minutes wanted, where the pack ended the run before: carried on with one that lasts. */
  carriedOn?: { maxWindingC: number; maxCanC: number; maxEscC: number };
}

/** Highest temperatures over the minutes wanted, by which heat is judged. */
export function heatOf({ carriedOn, maxWindingC, maxCanC, maxEscC }: Run): NonNullable<Run['carriedOn']> {
  return carriedOn ?? { maxWindingC, maxCanC, maxEscC };
}

/** What tells how hot a motor gets: its can, and when its parts burn, the winding among them. */
export type MotorHeat = Pick<Run, 'maxCanC' | 'burntS'>;

/** The car at one moment of a run. */
export interface RunSample {
  timeS: number;
  speedMs: number;
  distanceM: number;
  /** Speed of a motor, spinning tyres among it. */
  motorRpm: number;
  motorA: number;
  packA: number;
  busV: number;
  duty: number;
  forceN: number;
  limited: boolean;
  /** The tyres turn faster than the road. */
  spinning: boolean;
  windingC: number;
  canC: number;
  escC: number;
  packC: number;
  charge: number;
  /** After the pack has ended the run: driven on with one that lasts, for the heat alone. */
  carriedOn: boolean;
}

export interface RunOptions {
  /** Other segments than the profile's, driven once. */
  segments?: readonly Segment[];
  /** Temperatures to start from [°C]; left out, the air's and the pack's own. */
  from?: Pick<RunSample, 'windingC' | 'canC' | 'escC' | 'packC'>;
  /** What is driven over and over until the minutes are up, in the place of the plan’s profile. */
  cycle?: readonly Segment[];
  /** Longest step [s]; tests halve it. */
  stepS?: number;
  /** Steps of a trace: short wherever speed changes, for logs, passes and laps. */
  isTrace?: boolean;
  /** Called with the state at the start of each step; return false to end the run there as `time`. */
  onStep?: (sample: RunSample) => boolean | void;
}
