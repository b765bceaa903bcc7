import { PART_KINDS, PART_STATUSES, POLYMERS, type Part, type PartKind } from '@puddler/core';
import Joi from 'joi';
import type { Checked } from '../../checked';
import { checkWith } from '../../joi-problems';
import { LONGEST_NOTES } from '../../document-limits';
import { motorFormName, motorForms, motorSchema } from '../../motor-schema';
import { escSpec, packForms } from '../../plan-schema';
import { keysOf, name, number, oneOf } from '../../schema-words';

const teeth = (path: 'gearing.pinion' | 'gearing.spur') => number(path).required();

type SpecOf<K extends PartKind> = Extract<Part, { kind: K }>['spec'];

/** What is kept of each kind, but motors and packs: these have forms of their own. */
const SPECS = {
  esc: escSpec,
  pinion: Joi.object<SpecOf<'pinion'>, true>({
    teeth: teeth('gearing.pinion'),
    moduleMm: number('gearing.moduleMm'),
    boreMm: number('gearing.pinionBoreMm'),
  }),
  spur: Joi.object<SpecOf<'spur'>, true>({ teeth: teeth('gearing.spur'), moduleMm: number('gearing.moduleMm') }),
  tyre: Joi.object<SpecOf<'tyre'>, true>({
    ...keysOf('car.tyre'),
    massG: number('part.massG'),
  }),
  fan: Joi.object<SpecOf<'fan'>, true>({ sizeMm: number('part.fanSizeMm') }),
  plug: Joi.object<SpecOf<'plug'>, true>({ ratedA: number('packs.plugA') }),
};

const head = {
  name: name.required(),
  status: oneOf(PART_STATUSES).required(),
  price: number('part.price'),
  kit: name,
  notes: Joi.string().allow('').max(LONGEST_NOTES),
};

const schemaOf = (kind: PartKind, spec: Joi.Schema) => Joi.object({ ...head, kind: Joi.valid(kind).required(), spec: spec.required() });
const each = <K extends string>(kind: PartKind, forms: Record<K, Joi.Schema>) =>
  Object.fromEntries(Object.entries<Joi.Schema>(forms).map(([form, spec]) => [form, schemaOf(kind, spec)])) as Record<K, Joi.ObjectSchema>;

// A CSV has thousands of rows: asking the form once and a plain schema then takes a third of one with conditions.
const MOTORS = each('motor', motorForms());
const PACKS = each('pack', packForms());
const ANY_MOTOR = schemaOf('motor', motorSchema());
const OTHERS = Object.fromEntries(Object.entries(SPECS).map(([kind, spec]) => [kind, schemaOf(kind as PartKind, spec)])) as Record<
  keyof typeof SPECS,
  Joi.ObjectSchema
>;

/** The schema of a part as far as it says what it is. */
function schemaFor(kind: PartKind, spec: unknown): Joi.ObjectSchema {
  if (kind === 'motor') {
    const form = motorFormName(spec);
    return form ? MOTORS[form] : ANY_MOTOR;
  }
  if (kind === 'pack')
    return PACKS[POLYMERS.some((one) => one === (spec as { chemistry?: unknown } | null | undefined)?.chemistry) ? 'polymer' : 'cells'];
  return OTHERS[kind];
}

const unknownKind = Joi.object({ kind: oneOf(PART_KINDS).required() }).unknown();

/** Checks a part of the shelf; problems are pathed as in the part (`spec.kvRpmPerV`). A part that says no known kind is told which there are. */
export function checkPart(input: unknown): Checked<Part> {
  const { kind, spec } = (input ?? {}) as { kind?: unknown; spec?: unknown };
  return checkWith<Part>(PART_KINDS.includes(kind as PartKind) ? schemaFor(kind as PartKind, spec) : unknownKind, input);
}

/** The schema of one kind of part, for forms. */
export const partSchema = (kind: PartKind, spec: unknown): Joi.ObjectSchema => schemaFor(kind, spec);
