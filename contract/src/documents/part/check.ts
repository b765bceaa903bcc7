import { PART_KINDS, PART_STATUSES, type Part, type PartKind } from '@puddler/core';
import Joi from 'joi';
import type { Checked } from '../../checked';
import { checkWith } from '../../joi-problems';
import { LONGEST_NOTES } from '../../document-limits';
import { name, number, oneOf, PART_SPECS, PLAIN_SPECS } from '../../plan-schema';

const teeth = (path: 'gearing.pinion' | 'gearing.spur') => number(path).required();

const SPECS: Record<PartKind, Joi.Schema> = {
  ...PART_SPECS,
  pinion: Joi.object({ teeth: teeth('gearing.pinion'), moduleMm: number('gearing.moduleMm'), boreMm: number('gearing.pinionBoreMm') }),
  spur: Joi.object({ teeth: teeth('gearing.spur'), moduleMm: number('gearing.moduleMm') }),
  tyre: Joi.object({
    diameterMm: number('car.tyre.diameterMm').required(),
    growthPctAt100KmH: number('car.tyre.growthPctAt100KmH'),
    massG: number('part.massG'),
  }),
  fan: Joi.object({ sizeMm: number('part.fanSizeMm') }),
  plug: Joi.object({ ratedA: number('packs.plugA') }),
};

const head = {
  name: name.required(),
  status: oneOf(PART_STATUSES).required(),
  price: number('part.price'),
  notes: Joi.string().allow('').max(LONGEST_NOTES),
};

const schemaOf = (kind: PartKind, spec: Joi.Schema) => Joi.object({ ...head, kind: Joi.valid(kind).required(), spec: spec.required() });

/** One schema a kind: a part that says no known kind is told which there are. */
const PART_SCHEMAS = Object.fromEntries(PART_KINDS.map((kind) => [kind, schemaOf(kind, SPECS[kind])])) as Record<PartKind, Joi.ObjectSchema>;

const PLAIN_SCHEMAS = new Map(
  Object.entries(PLAIN_SPECS).map(([form, spec]) => [form, schemaOf(form === 'polymer' || form === 'cells' ? 'pack' : 'motor', spec)]),
);

/** The plain schema of a part's form, where it names one. */
function plainSchema(input: unknown): Joi.ObjectSchema | undefined {
  const { kind, spec } = input as { kind: PartKind; spec?: { kind?: unknown; form?: unknown; chemistry?: unknown } | null };
  if (kind === 'motor') return PLAIN_SCHEMAS.get(spec?.kind === 'brushed' ? 'brushed' : String(spec?.kind === 'brushless' ? spec.form : ''));
  if (kind === 'pack') return PLAIN_SCHEMAS.get(spec?.chemistry === 'lipo' || spec?.chemistry === 'lihv' ? 'polymer' : 'cells');
  return undefined;
}

const unknownKind = Joi.object({ kind: oneOf(PART_KINDS).required() }).unknown();

/** Checks a part of the shelf; problems are pathed as in the part (`spec.kvRpmPerV`). */
export function checkPart(input: unknown): Checked<Part> {
  const kind = (input as { kind?: unknown } | null | undefined)?.kind;
  const schema = PART_KINDS.includes(kind as PartKind) ? (plainSchema(input) ?? PART_SCHEMAS[kind as PartKind]) : unknownKind;
  return checkWith<Part>(schema, input);
}

/** The schema of one kind of part, for forms. */
export const partSchema = (kind: PartKind): Joi.ObjectSchema => PART_SCHEMAS[kind];
