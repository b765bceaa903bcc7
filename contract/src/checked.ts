import type { Problem } from './problem';

/** A value from outside that may be trusted from here on, or what is wrong with it. */
export type Checked<T> = { ok: true; value: T } | { ok: false; problems: Problem[] };
