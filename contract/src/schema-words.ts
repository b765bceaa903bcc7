import type { MotorForm } from '@puddler/core';
import Joi from 'joi';
import { LONGEST_NAME } from './document-limits';
import { fieldsIn, type FieldIn, type NameIn } from './fields/catalogue';
import type { ChoiceField, Field, FlagField, NumberField } from './fields/field';
import { RANGES, type RangePath } from './ranges';

/** A number within the range of its path. */
export function number(path: RangePath): Joi.NumberSchema {
  const { min, max, integer, unit } = RANGES[path];
  const schema = Joi.number().min(min).max(max);
  return (integer ? schema.integer() : schema).meta({ unit });
}

export const oneOf = (values: readonly (string | number)[]) => Joi.string().valid(...values);
export const name = Joi.string().min(1).max(LONGEST_NAME);
/** Several of these values, each at most one time. */
export const someOf = (values: readonly string[]) => Joi.array().items(oneOf(values)).unique().min(1);

type SchemaOf<F> = F extends NumberField
  ? Joi.NumberSchema
  : F extends FlagField
    ? Joi.BooleanSchema
    : F extends ChoiceField
      ? F['options'][number] extends number
        ? Joi.NumberSchema<F['options'][number]>
        : Joi.StringSchema
      : Joi.StringSchema;

/** The schema of a figure by what the catalogue says of it; `path` is where it stands. */
function schemaOf(path: string, field: Field): Joi.Schema {
  switch (field.type) {
    case 'number': {
      const schema = number(path as RangePath);
      return field.multipleOf === undefined ? schema : schema.multiple(field.multipleOf);
    }
    case 'choice':
      return typeof field.options[0] === 'number' ? Joi.number().valid(...field.options) : oneOf(field.options);
    case 'flag':
      return Joi.boolean();
    case 'text':
      return name;
  }
}

type Keys<Group extends string> = { [Name in NameIn<Group>]: SchemaOf<FieldIn<Group, Name>> };

/** Schemas of the figures right below a group; of a motor, those that its form has. */
export function keysOf<Group extends string>(group: Group, form?: MotorForm): Keys<Group> {
  return Object.fromEntries(
    fieldsIn(group).flatMap(([key, field]) => {
      if (form !== undefined && field.forms?.includes(form) === false) return [];
      const schema = schemaOf(`${group}.${key}`, field).description(field.label);
      const isNeeded = field.needed === true || (form !== undefined && field.needed?.includes(form) === true);
      return [[key, isNeeded ? schema.required() : schema]];
    }),
  ) as Keys<Group>;
}
