/** Rules on whether parts go into the car and onto each other. */
export const FIT_FINDING_IDS = [
  'fit-diameter',
  'fit-length',
  'fit-esc',
  'fit-pack',
  'fit-unknown',
  'shaft-bore',
  'pinion-bore',
  'module',
  'mount-pattern',
  'mesh-distance',
  'spur-clearance',
  'screw-depth',
] as const;

/** Rows of docs/model.md section 7. */
export const FINDING_IDS = [
  'esc-cells',
  'motor-cells',
  'esc-continuous',
  'esc-burst',
  'esc-temperature',
  'motor-temperature',
  'winding-temperature',
  'motor-rpm',
  'electrical-rpm',
  'pack-current',
  'pack-sag',
  'pack-temperature',
  'cutoff',
  'runtime',
  'motor-load',
  'idles',
  'runaway',
  'sensorless-start',
  'overdrive',
  'grip',
  'unheld-peak',
  'driveline',
  'ballooning',
  ...FIT_FINDING_IDS,
  'bec-voltage',
  'bec-current',
  'capacitor',
  'radio-range',
  'straight',
] as const;
/** Rules of earlier releases, which a plan or settings may still hold limits for. They judge nothing. */
export const RETIRED_FINDING_IDS = ['efficiency'] as const;
export type FindingId = (typeof FINDING_IDS)[number];

export type FindingLevel = 'info' | 'caution' | 'stop';
