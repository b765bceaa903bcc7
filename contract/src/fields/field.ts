import type { LinkName, MotorForm } from '@puddler/core';
import type { Range } from './range';

/** What the shelf's table and CSV have of a figure; its part has it under the last piece of its path. */
interface Column {
  /** Its head, where that is not the label in small letters. */
  head?: string;
  /** Other heads that a CSV file may use for it. */
  also?: readonly string[];
}

/** What is said of a figure whatever it is. */
interface About {
  /** As the drawers call it; conflicts and errors say the same in small letters. */
  label: string;
  /** One sentence beside it: how it is found, or what it does. */
  help?: string;
  /** A plan cannot be without it; or, of a motor, the forms that cannot. */
  needed?: true | readonly MotorForm[];
  /** The drawer of the chain that shows it. */
  link?: LinkName;
  /** The forms of motor that have it; all where nothing is said. */
  forms?: readonly MotorForm[];
  column?: Column;
}

export type NumberField = About & { type: 'number'; range: Range; multipleOf?: number };
export type ChoiceField = About & {
  type: 'choice';
  options: readonly (string | number)[];
  /** What is meant where none is chosen. */
  unset?: string;
};
export type FlagField = About & { type: 'flag' };
type TextField = About & { type: 'text' };

/** One figure of a plan file, described once: checks, published schema, drawers, columns, names and docs are made from it. */
export type Field = NumberField | ChoiceField | FlagField | TextField;

type More = Omit<About, 'label'>;

/** A number from `min` to `max`. */
export const number = <const M extends More & { multipleOf?: number }>(
  limits: readonly [min: number, max: number],
  unit: string,
  label: string,
  more: M,
) => ({
  ...more,
  type: 'number' as const,
  label,
  range: { min: limits[0], max: limits[1], unit } as Range,
});

/** A number without a fraction: teeth, cells. */
export const whole = <const M extends More & { multipleOf?: number }>(
  limits: readonly [min: number, max: number],
  unit: string,
  label: string,
  more: M,
) => {
  const field = number(limits, unit, label, more);
  return { ...field, range: { ...field.range, integer: true } as Range };
};

export const choice = <const O extends readonly (string | number)[], const M extends More & { unset?: string }>(
  options: O,
  label: string,
  more: M,
) => ({
  ...more,
  type: 'choice' as const,
  label,
  options,
});

export const flag = <const M extends More>(label: string, more: M) => ({ ...more, type: 'flag' as const, label });

export const text = <const M extends More>(label: string, more: M) => ({ ...more, type: 'text' as const, label });

/** A label within a sentence: “Weight on the front” is “weight on the front”, “BEC” and “C rating” stay. */
export const inSmallLetters = (label: string): string => (/^[A-Z][a-z]/.test(label) ? label.charAt(0).toLowerCase() + label.slice(1) : label);
