import type { FindingId } from './finding-ids';

/** Where a figure begins to worry and where it stops, in the figure's own unit or as a share of a rating. */
export interface Limit {
  /** Where it is worth knowing, and no more. */
  info?: number;
  caution?: number;
  stop?: number;
  /** What the numbers are: “share of the rating”, “°C”. */
  unit: string;
  what: string;
}

export type Limits = Record<FindingId, Limit>;

/** docs/model.md section 7. Fit rules that compare sizes have no number to change but their margins. */
export const DEFAULT_LIMITS = {
  'esc-cells': { unit: 'cells', what: 'cells against the ESC’s rating' },
  'motor-cells': { unit: 'cells', what: 'cells against the motor’s rating' },
  'esc-continuous': { caution: 0.65, stop: 0.85, unit: 'of the rating', what: 'rms current of an ESC' },
  'esc-burst': { caution: 0.8, stop: 1, unit: 'of the burst rating', what: 'peak current of an ESC' },
  'esc-temperature': { caution: 80, stop: 95, unit: '°C', what: 'ESC' },
  'motor-temperature': { caution: 70, stop: 85, unit: '°C', what: 'motor can' },
  'winding-temperature': { caution: 120, stop: 150, unit: '°C', what: 'motor winding' },
  'motor-rpm': { caution: 0.9, stop: 1, unit: 'of max rpm', what: 'motor speed' },
  'electrical-rpm': { caution: 200_000, stop: 240_000, unit: 'electrical rpm', what: 'what an ESC can follow' },
  'pack-current': { caution: 0.6, stop: 1, unit: 'of C × Ah or plug', what: 'peak pack current' },
  'pack-sag': { caution: 3.3, stop: 3.1, unit: 'V a cell', what: 'LiPo under peak load' },
  'pack-temperature': { caution: 50, stop: 60, unit: '°C', what: 'pack' },
  cutoff: { caution: 3.2, stop: 3, unit: 'V a cell', what: 'cut-off set for LiPo' },
  runtime: { caution: 1, unit: 'of the minutes wanted', what: 'minutes to cut-off' },
  'motor-load': { caution: 0.2, stop: 0.3, unit: 'of the volts', what: 'what the motor’s winding takes at top speed' },
  idles: { info: 25, unit: 'K', what: 'can warmed by iron loss alone' },
  runaway: { caution: 0.6, stop: 1, unit: 'of the next round', what: 'winding heat that feeds itself' },
  'sensorless-start': { caution: 1.2, stop: 2.2, unit: 'm/s', what: 'ground speed at 3\u2009000 electrical rpm' },
  overdrive: { caution: 1, unit: ': 1', what: 'spur over pinion' },
  grip: { info: 0.4, unit: 'of full throttle', what: 'time at the grip limit' },
  'unheld-peak': { info: 1, unit: 'of burst or pack', what: 'peak if the tyres held' },
  driveline: { caution: 2, stop: 4, unit: '× stock', what: 'peak wheel torque' },
  ballooning: { caution: 0.08, stop: 0.15, unit: 'of the diameter', what: 'growth of spinning tyres' },
  'fit-diameter': { caution: 1, stop: 0, unit: 'mm to spare', what: 'motor diameter' },
  'fit-length': { caution: 1, stop: 0, unit: 'mm to spare', what: 'motor length' },
  'fit-esc': { caution: 1, stop: 0, unit: 'mm to spare', what: 'ESC size' },
  'fit-pack': { caution: 1, stop: 0, unit: 'mm to spare', what: 'pack size' },
  'fit-unknown': { unit: 'figures', what: 'bay figures not measured' },
  'shaft-bore': { unit: 'mm', what: 'shaft and bore' },
  'pinion-bore': { unit: 'teeth', what: 'pinion against the fewest for its bore' },
  module: { unit: '', what: 'tooth sizes' },
  'mount-pattern': { unit: 'mm', what: 'screw circles' },
  'mesh-distance': { caution: 0.5, stop: 0, unit: 'mm inside the slot', what: 'shaft to spur axle' },
  'spur-clearance': { caution: 3, stop: 1, unit: 'mm', what: 'gap at the spur' },
  'screw-depth': { caution: 0.5, stop: 0, unit: 'mm to spare', what: 'motor screws' },
  'bec-voltage': { unit: 'V', what: 'BEC against receiver and servo' },
  'bec-current': { caution: 0.8, stop: 1, unit: 'of the BEC’s amps', what: 'receiver, servo and fans' },
  capacitor: { caution: 0.74, stop: 0.83, unit: 'of its rated volts', what: 'a full pack on the capacitor' },
  'radio-range': { caution: 8, stop: 4, unit: 's', what: 'top speed to the edge of range' },
  straight: { caution: 0.8, stop: 1, unit: 'of the straight', what: 'reaching 95 % and stopping' },
} as const satisfies Record<FindingId, Limit>;

/** A builder's or a plan's own numbers, by rule. */
export type LimitChanges = Partial<Record<FindingId, { caution?: number; stop?: number }>>;

/** The limits that hold: the table's, changed by the builder, changed by the plan. */
export function limitsWith(...changes: readonly (LimitChanges | undefined)[]): Limits {
  const limits: Limits = { ...DEFAULT_LIMITS };
  for (const change of changes)
    for (const [id, own] of Object.entries(change ?? {})) if (id in limits) limits[id as FindingId] = { ...limits[id as FindingId], ...own };
  return limits;
}
