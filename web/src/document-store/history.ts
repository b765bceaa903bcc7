import equal from 'fast-deep-equal';
import { kindOf, merge, type BodyOf, type KindName } from '@puddler/contract/shared';
import { sameContent, type Content, type Key } from './entry';

/** One document before and after an edit; null where there is none. */
export interface Step {
  key: Key;
  id: string;
  before: Content | null;
  after: Content | null;
}

/** One undoable edit, of one or several documents. */
export interface Change {
  /** Names it for a notice that offers to undo just this one. */
  id: string;
  label: string;
  /** Edits of the same figure in one gesture join into one. */
  joins: string | undefined;
  at: number;
  press?: number | undefined;
  steps: Step[];
}

export function joinsTo(last: Change, next: Change): boolean {
  return next.joins !== undefined && last.joins === next.joins && next.press !== undefined && next.press === last.press;
}

/** Merges an edit into the one before it: each document keeps the earliest `before` and the latest `after`. */
export function joined(last: Change, next: Change): Change {
  const fresh = next.steps.filter((step) => !last.steps.some(({ key }) => key === step.key));
  const steps = last.steps.map((step) => ({ ...step, after: next.steps.find(({ key }) => key === step.key)?.after ?? step.after }));
  return { ...last, at: next.at, press: next.press, steps: [...steps, ...fresh] };
}

/**
 * What a document becomes when one edit is taken back, or made again: only what that edit changed goes from `from` to `to`;
 * what came since, here or elsewhere, stays, of the same figure too.
 */
export function reverted(now: Content | null, from: Content | null, to: Content | null): Content | null {
  if (sameContent(now, from) || now === null || from === null || to === null) return to;
  const body = merge(from.body, now.body, to.body, kindOf(now.kind)).body as BodyOf<KindName>;
  return equal(body, now.body) && now.parentId === to.parentId ? now : ({ ...to, body } as Content);
}
