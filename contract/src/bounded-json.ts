import { COUNTED_NAMES, measureJson } from './measure-json';
import { problem, type Problem } from './problem';

/** Deeper than any document, and shallow enough for whatever walks through it. */
const MOST_DEPTH = 16;
/** More fields than any object has that is kept. */
const MOST_KEYS = 200;

/** What a JSON text has too much of, found before it is parsed; undefined for one that may be. */
export function boundsProblem(bytes: Uint8Array, mostValues: number): Problem | undefined {
  const { depth, keys, values, names } = measureJson(bytes);
  if (depth > MOST_DEPTH) return problem('depth', depth, `at most ${MOST_DEPTH} groups inside one another`);
  if (keys > MOST_KEYS) return problem('fields of one group', keys, `at most ${MOST_KEYS}`);
  if (names > COUNTED_NAMES) return problem('names of fields', names, `at most ${COUNTED_NAMES} different ones`);
  if (values > mostValues) return problem('values', values, `at most ${mostValues} in one request`);
  return undefined;
}
