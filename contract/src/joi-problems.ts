import type { Schema, ValidationErrorItem } from 'joi';
import { problem, type Problem } from './problem';
import { rangeOf, rangeText } from './ranges';

/** `['packs', 0, 'cells']` → `packs[0].cells`. */
export function pathText(path: readonly (string | number)[]): string {
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
      return 'no such field here';
    case 'any.only':
      return (context['valids'] as unknown[]).map(String).join(', ');
    case 'object.missing':
      return `at least one of ${(context['peers'] as string[]).join(', ')}`;
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
      return 'a text of 1 to 120 characters';
    case 'string.guid':
      return 'a UUID';
    case 'object.base':
      return 'an object';
    case 'array.base':
    case 'array.min':
      return path === 'packs' ? 'a list of 1 to 8' : 'a list';
    case 'array.max':
      return `at most ${String(context['limit'])} in the list`;
    case 'boolean.base':
      return 'true or false';
    default:
      return item.message;
  }
}

/** Validates without converting anything and names every problem; empty when the document is good. */
export function joiProblems(schema: Schema, input: unknown): Problem[] {
  const { error } = schema.validate(input, { abortEarly: false, convert: false });
  return (error?.details ?? []).map((item) => {
    const path = pathText(item.path);
    const missing = item.type === 'any.required' || item.type === 'object.missing' || item.type === 'object.and';
    return problem(path, missing ? undefined : item.context?.value, allowedText(item, path));
  });
}
