import { PLAN_FIELDS, type NumberPath } from './fields/catalogue';
import type { Field } from './fields/field';
import { MONEY, type Range } from './fields/range';

/** Numbers of documents that are no plan's figures, by their paths. */
const OTHER_RANGES = {
  'part.price': { min: 0, max: 100000, unit: MONEY },
  'part.massG': { min: 0, max: 5000, unit: 'g' },
  'part.fanSizeMm': { min: 5, max: 200, unit: 'mm' },
  'wish.topSpeed.speedMs': { min: 0.1, max: 150, unit: 'm/s' },
  'wish.minutes': { min: 0.1, max: 1440, unit: 'min' },
  'wish.canC': { min: -20, max: 250, unit: '°C' },
  'wish.climbPct': { min: 0, max: 500, unit: '%' },
  'wish.pullN': { min: 0, max: 10000, unit: 'N' },
  'wish.crawlMs': { min: 0, max: 50, unit: 'm/s' },
  'wish.lapS': { min: 1, max: 3600, unit: 's' },
  'wish.newMoney': { min: 0, max: 1000000, unit: MONEY },
  'lines.price': { min: 0, max: 100000, unit: MONEY },
  'own.count': { min: 1, max: 99, unit: '', integer: true },
  'bundles.price': { min: 0, max: 100000, unit: MONEY },
  'sales.price': { min: 0, max: 100000, unit: MONEY },
  'budget.amount': { min: 0, max: 100000, unit: MONEY },
  'budget.start': { min: 0, max: 100000, unit: MONEY },
  'budget.wish': { min: 0, max: 1000000, unit: MONEY },
  'steps.reading': { min: -100, max: 20000, unit: '' },
  'choices.plateMm': { min: 0.2, max: 50, unit: 'mm' },
  'passes.speedMs': { min: 0.1, max: 150, unit: 'm/s' },
  'readings.c': { min: -60, max: 400, unit: '°C' },
  'readings.afterStopS': { min: 0, max: 3600, unit: 's' },
  'current.settledA': { min: 0.01, max: 5000, unit: 'A' },
  'current.peakA': { min: 0.01, max: 10000, unit: 'A' },
  'current.minPackV': { min: 0.5, max: 200, unit: 'V' },
  'ladder.readyC': { min: -20, max: 90, unit: '°C' },
  'logs.shiftS': { min: -100000, max: 100000, unit: 's' },
  'logs.place': { min: 0, max: 1000, unit: '', integer: true },
  capShare: { min: 0.1, max: 1, unit: '' },
  usedAh: { min: 0, max: 200, unit: 'Ah' },
  'launch.to18m3S': { min: 0.3, max: 60, unit: 's' },
  'launch.to40m2S': { min: 0.4, max: 120, unit: 's' },
  'launch.peakG': { min: 0, max: 20, unit: 'g' },
  'today.topSpeedMs': { min: 0.1, max: 150, unit: 'm/s' },
  'today.canC': { min: -20, max: 250, unit: '°C' },
} as const satisfies Record<string, Range>;

export type RangePath = NumberPath | keyof typeof OTHER_RANGES;

/** The range of every number that Puddler takes, by its path without list indices. Joi, the published schemas and the page's steppers all hold to it. */
export const RANGES = {
  ...Object.fromEntries(Object.entries<Field>(PLAN_FIELDS).flatMap(([path, field]) => (field.type === 'number' ? [[path, field.range]] : []))),
  ...OTHER_RANGES,
} as Record<RangePath, Range>;

/** The range of a field by its path, list indices and all (`packs[0].cells`). Undefined for what is not a number. */
export function rangeOf(path: string): Range | undefined {
  // What the bench notes is ranged by its own name, wherever it stands in a document.
  const plain = path.replace(/\[\d+\]/g, '').replace(/^bench\./, '');
  return Object.hasOwn(RANGES, plain) ? RANGES[plain as RangePath] : undefined;
}
