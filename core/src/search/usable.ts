/** A part that is not broken, with its place among the options. */
export interface Usable<Option, Resolved> {
  index: number;
  option: Option;
  resolved: Resolved;
}

/** The options that could be resolved. */
export const usable = <Option, Resolved>(options: readonly Option[], resolved: readonly (Resolved | undefined)[]): Usable<Option, Resolved>[] =>
  options.flatMap((option, index) => {
    const one = resolved[index];
    return one === undefined ? [] : [{ index, option, resolved: one }];
  });

export const isSome = <T>(list: T[]): list is [T, ...T[]] => list.length > 0;
