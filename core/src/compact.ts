/** An object type whose fields that may be undefined may be left out instead. */
export type Compact<T> = { [K in keyof T as undefined extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as undefined extends T[K] ? K : never]?: Exclude<T[K], undefined>;
};

/** A copy without the properties whose value is undefined: `exactOptionalPropertyTypes` tells a missing property from an undefined one. */
export function compact<T extends object>(value: T): Compact<T> {
  const given: Record<string, unknown> = {};
  for (const [name, one] of Object.entries(value)) if (one !== undefined) given[name] = one;
  return given as Compact<T>;
}

/** A copy with some fields changed; one that is changed to undefined is taken out. */
export const amend = <T extends object>(before: T, change: { [K in keyof T]?: T[K] | undefined }): T =>
  compact({ ...before, ...change }) as unknown as T;
