import Joi from 'joi';
import { LONGEST_NAME } from './document-limits';
import { RANGES, type Range, type RangePath } from './ranges';

/** A number within the range of its path. */
export function number(path: RangePath): Joi.NumberSchema {
  const range: Range = RANGES[path];
  const schema = Joi.number().min(range.min).max(range.max);
  return range.integer ? schema.integer() : schema;
}

export const oneOf = (values: readonly string[]) => Joi.string().valid(...values);
export const name = Joi.string().min(1).max(LONGEST_NAME);

/** Fields below a group of ranges: of `motor`, `massG` and the like. */
type FieldOf<Group extends string> = RangePath extends infer Path ? (Path extends `${Group}.${infer Field}` ? Field : never) : never;

/** Number fields of one object, all optional, from their ranges. */
export function optional<Group extends string, Field extends FieldOf<Group>>(group: Group, ...fields: Field[]): Record<Field, Joi.NumberSchema> {
  return Object.fromEntries(fields.map((field) => [field, number(`${group}.${field}` as RangePath)])) as Record<Field, Joi.NumberSchema>;
}
