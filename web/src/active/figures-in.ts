import { rangeOf } from '@puddler/contract/shared';
import { getField, isUsualAt, readLabel, type FigurePath, type LabelKind, type LinkName, type PlanEdit, type PlanFile } from '@puddler/core';
import { isWithin } from '@puddler/figures';
import { fieldsOf } from './field-specs';

const KINDS: Readonly<Record<string, { label: LabelKind; link: LinkName }>> = {
  packs: { label: 'pack', link: 'pack' },
  esc: { label: 'esc', link: 'esc' },
  motor: { label: 'motor', link: 'motor' },
  gearing: { label: 'gears', link: 'gears' },
};

function isAllowed(path: FigurePath, value: unknown): boolean {
  const range = rangeOf(path);
  return range !== undefined && typeof value === 'number' && isWithin(value, range) && (!range.integer || Number.isInteger(value));
}

/** “2.1 A at 7.4 V” alone says neither of what a motor draws: the field that it is typed into does. */
const withItsName = (text: string, near: FigurePath): string => (near.startsWith('motor.noLoad') && /^\d/.test(text) ? `no load ${text}` : text);

/**
 * Figures of a part as its label names them, typed where one of them belongs: “2-3S” or “6V/3A” at an ESC, “23/68” at the pinion. Estimates do not
 * count. Undefined where any of the text is not understood, is out of range, or is of another kind of part than the plan has.
 */
export function figuresIn(text: string, near: FigurePath, plan: PlanFile): PlanEdit[] | undefined {
  const part = near.slice(0, near.lastIndexOf('.'));
  const kind = KINDS[part.replace(/\[\d+\]$/, '')];
  if (!kind) return undefined;
  const { fields, question, unread, problems, direct } = readLabel(withItsName(text, near), kind.label);
  if (question || direct || unread.length + problems.length > 0) return undefined;
  const numbers = new Set(fieldsOf(kind.link, plan).flatMap(({ type, path }) => (type === 'number' ? [path] : [])));
  const edits: PlanEdit[] = [];
  for (const [name, { value, source }] of Object.entries(fields)) {
    const path = `${part}.${name}` as FigurePath;
    // What was only usual is known once it is typed, though it is the same.
    if (getField(plan, path) === value && !(typeof value === 'number' && isUsualAt(plan, path))) continue;
    if (typeof value === 'number' && source !== 'label') continue;
    if (!numbers.has(path) || !isAllowed(path, value)) return undefined;
    edits.push({ path, value });
  }
  return Object.keys(fields).length > 0 ? edits : undefined;
}
