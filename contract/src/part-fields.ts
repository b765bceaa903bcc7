import { PART_KINDS, PART_STATUSES, givenCRating, ratedAfter, setField, type Part, type PartKind } from '@puddler/core';
import { fieldsIn } from './fields/catalogue';
import { inSmallLetters } from './fields/field';
import type { Range } from './fields/range';
import { RANGES, type RangePath } from './ranges';

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

const EVERY = PART_KINDS;
const number = (path: string, label: string, range: RangePath, kinds: readonly PartKind[], more: Partial<PartField> = {}): PartField => ({
  path,
  label,
  kinds,
  type: 'number',
  range: RANGES[range],
  ...more,
});

/** What parts are, whatever they are. */
const HEAD: readonly PartField[] = [
  { path: 'kind', label: 'kind', kinds: EVERY, type: 'choice', options: PART_KINDS, needed: EVERY, also: ['type', 'category'] },
  { path: 'name', label: 'name', kinds: EVERY, type: 'text', needed: EVERY, also: ['part', 'title', 'item', 'description'] },
  { path: 'status', label: 'status', kinds: EVERY, type: 'choice', options: PART_STATUSES, needed: EVERY, also: ['state', 'have'] },
  number('price', 'price', 'part.price', EVERY, { also: ['cost', 'paid'] }),
];

/** What tells motors apart; the catalogue has the figures of each. */
const MOTOR_KIND: readonly PartField[] = [
  {
    path: 'spec.kind',
    label: 'brushed or brushless',
    kinds: ['motor'],
    type: 'choice',
    options: ['brushed', 'brushless'],
    needed: ['motor'],
    also: ['motor kind', 'motor type'],
  },
  { path: 'spec.form', label: 'form', kinds: ['motor'], type: 'choice', options: ['inrunner', 'outrunner'] },
];

/** Figures that a part has under another name than a plan, or that no plan has. */
const OTHERS: readonly PartField[] = [
  number('spec.ratedA', 'rated for', 'packs.plugA', ['plug']),
  number('spec.teeth', 'teeth', 'gearing.spur', ['pinion', 'spur'], { needed: ['pinion', 'spur'], also: ['t'] }),
  number('spec.moduleMm', 'module', 'gearing.moduleMm', ['pinion', 'spur'], { also: ['mod'] }),
  number('spec.boreMm', 'bore', 'gearing.pinionBoreMm', ['pinion']),
  number('spec.sizeMm', 'fan size', 'part.fanSizeMm', ['fan']),
  number('spec.massG', 'weight', 'part.massG', ['tyre']),
];

const FOOT: readonly PartField[] = [
  { path: 'kit', label: 'sold in', kinds: EVERY, type: 'text', also: ['kit', 'set', 'combo'] },
  { path: 'notes', label: 'notes', kinds: EVERY, type: 'text', also: ['note', 'remarks'] },
];

/** The columns of a plan's figures, for the kind of part that they come with. */
function columnsOf(group: string, kind: PartKind): PartField[] {
  return fieldsIn(group).flatMap(([name, field]) => {
    if (!field.column) return [];
    const { head = inSmallLetters(field.label), also } = field.column;
    return {
      path: `spec.${name}`,
      label: head,
      kinds: [kind],
      type: field.type,
      ...(field.type === 'number' ? { range: field.range } : {}),
      ...(field.type === 'choice' ? { options: field.options.map(String) } : {}),
      // What only some forms of motor need does not keep a motor from the shelf here: its check says it.
      ...(field.needed === true ? { needed: [kind] } : {}),
      ...(also ? { also } : {}),
    };
  });
}

/** Every field of every kind, in the order of the forms. */
const FIELDS: readonly PartField[] = [
  ...HEAD,
  ...MOTOR_KIND,
  ...columnsOf('motor', 'motor'),
  ...columnsOf('esc', 'esc'),
  ...columnsOf('packs', 'pack'),
  ...columnsOf('car.tyre', 'tyre'),
  ...OTHERS,
  ...FOOT,
];

const joined = (one: readonly string[] = [], other: readonly string[] = []) => [...new Set([...one, ...other])];

/** One column for what several kinds have under one name: it is called as the first has it, and takes what any of them takes. */
function together(one: PartField, other: PartField): PartField {
  const range = one.range &&
    other.range && { ...one.range, min: Math.min(one.range.min, other.range.min), max: Math.max(one.range.max, other.range.max) };
  const needed = [...(one.needed ?? []), ...(other.needed ?? [])];
  const also = joined(one.also, other.also);
  return {
    ...one,
    kinds: [...one.kinds, ...other.kinds],
    ...(range ? { range } : {}),
    ...(needed.length > 0 ? { needed } : {}),
    ...(also.length > 0 ? { also } : {}),
  };
}

/** Every column that the shelf's table and CSV have. */
export const PART_FIELDS: readonly PartField[] = [...new Set(FIELDS.map(({ path }) => path))].map((path) =>
  FIELDS.filter((field) => field.path === path).reduce(together),
);

const BY_KIND = new Map(PART_KINDS.map((kind) => [kind, FIELDS.filter((field) => field.kinds.includes(kind))]));

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
