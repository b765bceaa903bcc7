import type { LinkName } from '@puddler/core';
import { BAY_FIELDS, CAR_FIELDS, GEAR_FIELDS } from './car';
import type { Field, NumberField } from './field';
import { MOTOR_FIELDS } from './motor';
import { RUN_FIELDS, SITE_FIELDS, TOW_FIELDS } from './road';
import { ESC_FIELDS, PACK_FIELDS } from './supply';

/** Every figure that a plan file can hold, by its path without list indices, in the order of the drawers: the plan’s own, then the car’s. */
export const PLAN_FIELDS = {
  ...PACK_FIELDS,
  ...ESC_FIELDS,
  ...MOTOR_FIELDS,
  ...GEAR_FIELDS,
  ...SITE_FIELDS,
  ...RUN_FIELDS,
  ...TOW_FIELDS,
  ...CAR_FIELDS,
  ...BAY_FIELDS,
} satisfies Record<string, Field>;

type PlanFields = typeof PLAN_FIELDS;
export type FieldPath = keyof PlanFields;

/** Paths of numbers. */
export type NumberPath = { [Path in FieldPath]: PlanFields[Path] extends NumberField ? Path : never }[FieldPath];

/** Names of the figures right below a group: of `car.tyre`, `diameterMm` and `growthPctAt100KmH`. */
export type NameIn<Group extends string> = FieldPath extends infer Path
  ? Path extends `${Group}.${infer Name}`
    ? Name extends `${string}.${string}`
      ? never
      : Name
    : never
  : never;

/** How a figure right below a group is described. */
export type FieldIn<Group extends string, Name extends string> = PlanFields[`${Group}.${Name}` & FieldPath];

/** A figure’s description by its path, list indices and all (`packs[0].cells`); undefined for what is none. */
export function fieldAt(path: string): Field | undefined {
  const plain = path.replace(/\[\d+\]/g, '');
  return Object.hasOwn(PLAN_FIELDS, plain) ? PLAN_FIELDS[plain as FieldPath] : undefined;
}

/** The figures right below a group, by name, in the order of the catalogue. */
export function fieldsIn(group: string): [name: string, field: Field][] {
  const start = `${group}.`;
  return Object.entries<Field>(PLAN_FIELDS).flatMap(([path, field]): [string, Field][] => {
    const name = path.slice(start.length);
    return path.startsWith(start) && !name.includes('.') ? [[name, field]] : [];
  });
}

/** The figures that the drawer of a link shows. */
export const fieldsOfLink = (link: LinkName): [path: string, field: Field][] =>
  Object.entries<Field>(PLAN_FIELDS).filter(([, field]) => field.link === link);
