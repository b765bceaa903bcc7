import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Conditions, Day } from './conditions';

/** What a run says of the car, one figure each. */
export type FeatureKind =
  | 'top speed'
  | 'settled current'
  | 'current at speed'
  | 'settled volts'
  | 'rpm per volt'
  | 'speed per rpm'
  | 'acceleration'
  | 'coast-down'
  | 'volts lost'
  | 'can'
  | 'ESC'
  | 'pack'
  | 'charge used'
  | 'time to a mark'
  | 'grip';

/** Noise of the logarithm of each, docs/model.md section 11; in the order of typed, traced where they differ. */
export const SIGMA = {
  speedBothWays: 0.015,
  speedOneWay: 0.03,
  speedByRpm: 0.01,
  currentTyped: 0.04,
  currentTraced: 0.02,
  volts: 0.004,
  rpmPerVolt: 0.003,
  speedPerRpm: 0.005,
  acceleration: 0.05,
  currentAtSpeed: 0.04,
  coastDown: 0.05,
  voltsLost: 0.08,
  charge: 0.03,
  /** Without a log it depends on how it was driven more than on the car; less so round a course that was measured. */
  chargeTyped: 0.4,
  chargeOnCourse: 0.15,
  launch: 0.03,
  grip: 0.08,
  /** The model’s own error, added in squares to each. */
  model: 0.01,
} as const;
/** No speed is measured finer than this, whatever the car [m/s]. */
const SPEED_MS = 0.15;
/** Passes each way that differ by more than this tell no more than their half difference. */
export const WAYS_DIFFER = 0.12;
const READING_K = 1.5;
const READING_SHARE = 0.05;
/** So many of one kind within a run count in full: their noise is shared. */
export const COUNT_IN_FULL = 3;

/** The part of one run that a plan with other figures is held against. `values` and `model` are alike: logarithms, or °C. */
export interface Evidence {
  name: string;
  features: { kind: FeatureKind; label: string; value: number; sigma: number; weight: number; gain: 'gainA' | 'gainV' | '1/gainV' | undefined }[];
  resolved: ResolvedPlan;
  hasCurrent: boolean;
  hasVolts: boolean;
  /** What a plan of other figures says of each feature. */
  model: (plan: ResolvedPlan, day: Day) => number[];
  /** It goes both ways, so that wind and slope show. */
  isTraced: boolean;
  /** Its passes were typed of one direction only: what the wind and the slope did is not known. */
  isOneWay: boolean;
}

/** A feature before its weight is known. */
export interface Draft {
  kind: FeatureKind;
  label: string;
  value: number;
  sigma: number;
  gain?: Evidence['features'][number]['gain'];
}

/** Noise of the logarithm of a speed that was measured `times` times: it counts the more the slower the car. */
export const speedSigma = (sigma: number, speedMs: number, times: number): number =>
  withModel(Math.hypot(sigma, SPEED_MS / Math.sqrt(times) / Math.max(0.1, speedMs)));

export const withModel = (sigma: number) => Math.hypot(sigma, SIGMA.model);
/** A thermometer’s noise, with the model’s own [K]. */
export const readingSigma = (c: number, ambientC: number) => Math.hypot(READING_K, (READING_SHARE + SIGMA.model) * Math.max(0, c - ambientC));

/** What a run says, and what a plan with other figures says of the same. */
export interface Part {
  drafts: Draft[];
  model: Evidence['model'];
}

/** One feature of a trace with what the model says of it, once the drivetrain has been set to its moment. */
export interface Traced extends Draft {
  model: (conditions: Conditions, plan: ResolvedPlan) => number;
}
