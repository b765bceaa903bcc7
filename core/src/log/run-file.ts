import type { PlanFile, ProfileName } from '../plan/plan-file';

/** What a log can hold, each with its SI unit in its name; `outputShare` is what the ESC gives, `throttleShare` what was asked. */
export const SERIES_FIELDS = [
  'outputShare',
  'throttleShare',
  'packV',
  'packA',
  'motorRpm',
  'escC',
  'canC',
  'speedMs',
  'latDeg',
  'lonDeg',
  'elevationM',
] as const;
export type SeriesField = (typeof SERIES_FIELDS)[number];

/** What each is called where a person reads it. */
export const SERIES_WORDS: Record<SeriesField, string> = {
  outputShare: 'output',
  throttleShare: 'throttle',
  packV: 'pack volts',
  packA: 'pack amps',
  motorRpm: 'motor rpm',
  escC: 'ESC temperature',
  canC: 'can temperature',
  speedMs: 'speed',
  latDeg: 'latitude',
  lonDeg: 'longitude',
  elevationM: 'height',
};

/** Samples over time, as many of each; null where a source said nothing. */
export type Series = { timeS: number[] } & Partial<Record<SeriesField, (number | null)[]>>;

export const RUN_PURPOSES = ['baseline', 'step', 'run', 'practice'] as const;
export const READING_OF = ['can', 'esc', 'pack', 'ambient', 'ground'] as const;

/** One speed over the strip. */
export interface TypedPass {
  speedMs: number;
  direction?: 'out' | 'back';
  source?: 'gps' | 'radar' | 'log';
}

export interface TypedReading {
  of: (typeof READING_OF)[number];
  c: number;
  afterStopS?: number;
}

export const LOG_KINDS = ['esc', 'gps'] as const;

/** How a log of a run is read: what each column is, and how far its clock is off. */
export interface RunLog {
  hash: string;
  name: string;
  kind: (typeof LOG_KINDS)[number];
  columns?: { name: string; as: string; unit: string }[];
  /** Added to its time to be the run’s [s]. */
  shiftS?: number;
}

/** A run, `"format": "puddler-run", "version": 1`: what was driven, and what was measured of it. */
export interface RunFile {
  format: 'puddler-run';
  version: 1;
  name?: string;
  /** ISO 8601. */
  at: string;
  minutes?: number;
  drivenAs?: ProfileName;
  purpose?: (typeof RUN_PURPOSES)[number];
  notes?: string;
  broke?: string;
  /** The whole plan as it was run. */
  plan: PlanFile;
  /** Bands of the headline figures, frozen when the run was begun. */
  predicted?: Record<string, { p10: number; p50: number; p90: number }>;
  passes?: TypedPass[];
  readings?: TypedReading[];
  current?: { settledA?: number; peakA?: number; minPackV?: number };
  /** How warm it was as the run began, where it had not cooled to the air [°C]. */
  startC?: { can: number; esc?: number; pack?: number };
  /** What was left of full throttle at the radio, where it was held back. */
  capShare?: number;
  /** Put back by the charger. */
  usedAh?: number;
  launch?: { to18m3S?: number; to40m2S?: number; peakG?: number };
  /** SHA-256 of pictures. */
  photos?: string[];
  logs?: RunLog[];
  series?: Series;
}
