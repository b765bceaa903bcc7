import { CHEMISTRIES, PART_KINDS, PART_STATUSES, SIZE_CLASSES, givenCRating, ratedAfter, setField, type Part, type PartKind } from '@puddler/core';
import { RANGES, type Range, type RangePath } from './ranges';

/** One figure of a part: a column of the shelf's table and CSV, a row of its form. */
export interface PartField {
  /** Path in the part; `spec.…` belongs to the kinds listed. */
  path: string;
  label: string;
  kinds: readonly PartKind[];
  type: 'text' | 'number' | 'choice' | 'flag';
  range?: Range;
  options?: readonly string[];
  /** A part of these kinds cannot be without it. */
  needed?: readonly PartKind[];
  /** Other heads that a CSV file may use for it. */
  also?: readonly string[];
}

const text = (path: string, label: string, also: string[] = []): PartField => ({ path, label, kinds: PART_KINDS, type: 'text', also });
const number = (path: string, label: string, range: RangePath, kinds: PartKind[], more: Partial<PartField> = {}): PartField => ({
  path: path.includes('.') || path === 'price' ? path : `spec.${path}`,
  label,
  kinds,
  type: 'number',
  range: RANGES[range],
  ...more,
});
const choice = (path: string, label: string, options: readonly string[], kinds: readonly PartKind[], more: Partial<PartField> = {}): PartField => ({
  path,
  label,
  kinds,
  type: 'choice',
  options,
  ...more,
});
const flag = (path: string, label: string, kinds: PartKind[]): PartField => ({ path: `spec.${path}`, label, kinds, type: 'flag' });

/** Every field that a part can have, in the order of the table. */
export const PART_FIELDS: readonly PartField[] = [
  choice('kind', 'kind', PART_KINDS, PART_KINDS, { needed: PART_KINDS, also: ['type', 'category'] }),
  { ...text('name', 'name', ['part', 'title', 'item', 'description']), needed: PART_KINDS },
  choice('status', 'status', PART_STATUSES, PART_KINDS, { needed: PART_KINDS, also: ['state', 'have'] }),
  number('price', 'price', 'part.price', [...PART_KINDS], { also: ['cost', 'paid'] }),
  choice('spec.kind', 'brushed or brushless', ['brushed', 'brushless'], ['motor'], { needed: ['motor'], also: ['motor kind', 'motor type'] }),
  choice('spec.form', 'form', ['inrunner', 'outrunner'], ['motor']),
  number('kvRpmPerV', 'kv', 'motor.kvRpmPerV', ['motor']),
  number('turns', 'turns', 'motor.turns', ['motor']),
  choice('spec.sizeClass', 'size class', SIZE_CLASSES, ['motor'], { also: ['can class'] }),
  number('diameterMm', 'diameter', 'motor.diameterMm', ['motor', 'tyre'], { needed: ['tyre'], also: ['dia', 'can diameter'] }),
  number('lengthMm', 'length', 'motor.lengthMm', ['motor', 'esc', 'pack']),
  number('widthMm', 'width', 'esc.widthMm', ['esc', 'pack']),
  number('heightMm', 'height', 'esc.heightMm', ['esc', 'pack']),
  number('statorDiameterMm', 'stator diameter', 'motor.statorDiameterMm', ['motor']),
  number('statorHeightMm', 'stator height', 'motor.statorHeightMm', ['motor']),
  number('poles', 'poles', 'motor.poles', ['motor']),
  flag('sensored', 'sensored', ['motor', 'esc']),
  number('shaftMm', 'shaft', 'motor.shaftMm', ['motor']),
  number('mountCircleMm', 'screw circle', 'motor.mountCircleMm', ['motor']),
  number('threadDepthMm', 'thread depth', 'motor.threadDepthMm', ['motor']),
  number('maxRpm', 'max rpm', 'motor.maxRpm', ['motor']),
  number('resistanceOhm', 'resistance', 'motor.resistanceOhm', ['motor', 'esc']),
  number('noLoadCurrentA', 'no-load current', 'motor.noLoadCurrentA', ['motor']),
  number('noLoadVoltageV', 'no-load volts', 'motor.noLoadVoltageV', ['motor']),
  number('continuousA', 'continuous', 'esc.continuousA', ['esc'], { needed: ['esc'], also: ['amps', 'continuous amps'] }),
  number('burstA', 'burst', 'esc.burstA', ['esc'], { also: ['peak'] }),
  number('minCells', 'fewest cells', 'esc.minCells', ['esc'], { also: ['min cells'] }),
  number('maxCells', 'most cells', 'esc.maxCells', ['motor', 'esc'], { also: ['max cells'] }),
  number('becV', 'BEC', 'esc.becV', ['esc'], { also: ['bec volts'] }),
  number('becA', 'BEC current', 'esc.becA', ['esc']),
  number('cutoffVPerCell', 'cut-off', 'esc.cutoffVPerCell', ['esc']),
  flag('fan', 'has a fan', ['esc']),
  choice('spec.chemistry', 'chemistry', CHEMISTRIES, ['pack'], { needed: ['pack'] }),
  number('cells', 'cells', 'packs.cells', ['pack'], { needed: ['pack'], also: ['s'] }),
  number('capacityAh', 'capacity', 'packs.capacityAh', ['pack'], { needed: ['pack'] }),
  number('cRating', 'C rating', 'packs.cRating', ['pack'], { also: ['c'] }),
  number('cellResistanceOhm', 'cell resistance', 'packs.cellResistanceOhm', ['pack']),
  { ...text('spec.plug', 'plug'), kinds: ['pack'] },
  number('plugA', 'plug rated for', 'packs.plugA', ['pack']),
  number('ratedA', 'rated for', 'packs.plugA', ['plug']),
  number('teeth', 'teeth', 'gearing.spur', ['pinion', 'spur'], { needed: ['pinion', 'spur'], also: ['t'] }),
  number('moduleMm', 'module', 'gearing.moduleMm', ['pinion', 'spur'], { also: ['mod'] }),
  number('boreMm', 'bore', 'gearing.pinionBoreMm', ['pinion']),
  number('growthPctAt100KmH', 'growth at 100 km/h', 'car.tyre.growthPctAt100KmH', ['tyre'], { also: ['growth'] }),
  number('sizeMm', 'fan size', 'part.fanSizeMm', ['fan']),
  number('massG', 'weight', 'part.massG', ['motor', 'esc', 'pack', 'tyre'], { also: ['mass'] }),
  text('kit', 'sold in', ['kit', 'set', 'combo']),
  text('notes', 'notes', ['note', 'remarks']),
];

const BY_KIND = new Map(PART_KINDS.map((kind) => [kind, PART_FIELDS.filter((field) => field.kinds.includes(kind))]));

/** The fields of one kind of part. */
export function partFields(kind: PartKind): readonly PartField[] {
  return BY_KIND.get(kind)!;
}

/** The value at a field's path in a part, as far as it was given. */
export function partValue(part: Part, path: string): unknown {
  if (part.kind === 'pack' && path === 'spec.cRating') return givenCRating(part.spec);
  return path.startsWith('spec.')
    ? (part.spec as unknown as Record<string, unknown>)[path.slice(5)]
    : (part as unknown as Record<string, unknown>)[path];
}

/** The part with a value at a field's path; undefined takes it out. */
export function withPartValue(part: Part, path: string, value: unknown): Part {
  const set = setField(part, path, value);
  return set.kind === 'pack' && path.startsWith('spec.') ? { ...set, spec: ratedAfter(set.spec, path.slice(5)) } : set;
}
