import type { Car, PlanFile } from './plan-file';

type Leaf = string | number | boolean;

/** Paths below `T`, joined by dots and brackets as in `packs[0].cells`; groups and lists count as figures too, for edits that replace a whole one. */
type PathsOf<T> = T extends Leaf
  ? never
  : T extends readonly (infer Item)[]
    ? `[${number}]` | `[${number}].${PathsOf<Item>}`
    : { [Key in keyof T & string]: Key | Below<Key, NonNullable<T[Key]>> }[keyof T & string];
type Below<Key extends string, Value> = Value extends Leaf
  ? never
  : Value extends readonly unknown[]
    ? `${Key}${PathsOf<Value>}`
    : `${Key}.${PathsOf<Value>}`;

/** A figure's place in a car: `tyre.diameterMm`. */
export type CarPath = PathsOf<Car>;

/** A figure's place in a plan file: `motor.resistanceOhm`, `packs[0].massG`, `car.tyre.diameterMm`. */
export type FigurePath = PathsOf<PlanFile>;

/** Whether a path is that of a group of the plan file, or of a figure in it: `packs[0].cells` is in `packs`, `motorCount` not in `motor`. */
export const isUnder = (path: string, group: keyof PlanFile): boolean =>
  path === group || path.startsWith(`${group}.`) || path.startsWith(`${group}[`);
