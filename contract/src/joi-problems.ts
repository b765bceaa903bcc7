import type { Schema, ValidationErrorItem } from 'joi';
import type { Checked } from './checked';
import { LONGEST_NAME, MOST_PACKS } from './document-limits';
import { problem, type Problem } from './problem';
import { rangeText } from './fields/range';
import { rangeOf } from './ranges';

/** `['packs', 0, 'cells']` → `packs[0].cells`. */
function pathText(path: readonly (string | number)[]): string {
  return path.reduce<string>((text, part) => (typeof part === 'number' ? `${text}[${part}]` : text === '' ? part : `${text}.${part}`), '');
}

function allowedText(item: ValidationErrorItem, path: string): string {
  const context = item.context ?? {};
  const range = rangeOf(path);
  switch (item.type) {
    case 'any.required':
      return 'this field must be there';
    case 'object.unknown':
    case 'any.unknown':
      return path.endsWith('run.course') ? 'a course only with race or bash' : 'no such field here';
    case 'any.only':
      return (context['valids'] as unknown[]).map(String).join(', ');
    case 'object.missing':
      return `at least one of ${(context['peers'] as string[]).join(', ')}`;
    case 'object.xor':
      return `one of ${(context['peers'] as string[]).join(', ')}`;
    case 'object.and':
      return `${(context['present'] as string[]).join(', ')} only together with ${(context['missing'] as string[]).join(', ')}`;
    case 'number.multiple':
      return 'an even number';
    case 'number.base':
    case 'number.min':
    case 'number.max':
    case 'number.integer':
    case 'number.unsafe':
    case 'number.infinity':
      return range ? rangeText(range) : 'a number';
    case 'string.base':
    case 'string.empty':
    case 'string.min':
    case 'string.max':
      return `a text of 1 to ${LONGEST_NAME} characters`;
    case 'string.guid':
    case 'string.lowercase':
      return 'a UUID in small letters and with its dashes';
    case 'day':
    case 'string.isoDate':
      return 'a day as 2026-05-31';
    case 'string.pattern.name':
      return 'a SHA-256 in 64 small hexadecimal digits';
    case 'array.unique':
      return 'a list that holds each only once';
    case 'object.base':
      return 'an object';
    case 'array.base':
    case 'array.min':
      return path === 'packs' ? `a list of 1 to ${MOST_PACKS}` : 'a list';
    case 'array.max':
      return `at most ${String(context['limit'])} in the list`;
    case 'covariance':
      return 'the lower triangle, row by row, of a matrix that is positive, with a row for each figure';
    case 'boolean.base':
      return 'true or false';
    default:
      return item.message;
  }
}

/** Most problems that are reported of one document: more of them have one cause. */
export const MOST_PROBLEMS = 50;

/** Validates without converting anything and names the first problems; empty when the document is good. */
export function joiProblems(schema: Schema, input: unknown): Problem[] {
  if (input === undefined) return [problem('', undefined, 'there must be something')];
  const { error } = schema.validate(input, { abortEarly: false, convert: false });
  return (error?.details ?? []).slice(0, MOST_PROBLEMS).map((item) => {
    const path = pathText(item.path);
    const missing = item.type === 'any.required' || item.type === 'object.missing' || item.type === 'object.and';
    return problem(path, missing ? undefined : item.context?.value, allowedText(item, path));
  });
}

/** The value, trusted from here on, or every problem with it. */
export function checkWith<T>(schema: Schema, input: unknown): Checked<T> {
  const problems = joiProblems(schema, input);
  return problems.length === 0 ? { ok: true, value: input as T } : { ok: false, problems };
}
