/** One thing wrong with a document: where, what it holds, what is allowed. */
export interface Problem {
  /** As in the file: `car.tyre.diameterMm`, `packs[0].cells`; empty for the document itself. */
  path: string;
  /** The offending value; absent when the field is missing. */
  value?: unknown;
  /** What is allowed, in words. */
  allowed: string;
  /** The whole as a sentence. */
  message: string;
}

const LONGEST_VALUE = 60;

/** Builds a problem and its sentence. */
export function problem(path: string, value: unknown, allowed: string): Problem {
  const where = path === '' ? 'the document' : path;
  if (value === undefined) return { path, allowed, message: `${where}: ${allowed}` };
  const text = JSON.stringify(value);
  const shown = text.length > LONGEST_VALUE ? `${text.slice(0, LONGEST_VALUE)}…` : text;
  return { path, value, allowed, message: `${where} is ${shown}; allowed: ${allowed}` };
}
