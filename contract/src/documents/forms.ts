import type { EarlierFiles } from './kind';
import { formOf } from './kind';
import { kindOf, type KindName } from './kinds';

/** A document written by a release that knows forms which this one does not. */
export class NewerForm extends Error {
  constructor(
    readonly kind: KindName,
    readonly form: number,
  ) {
    super(`a ${kindOf(kind).noun} of form ${form}; the newest known is ${formOf(kindOf(kind))}`);
    this.name = 'NewerForm';
  }
}

/** Brings a body that was written in `form` (1: the first) to today's. Throws NewerForm for one from a later release. */
export function upgrade(kind: KindName, form: number, body: unknown, earlier: EarlierFiles): unknown {
  const { steps } = kindOf(kind);
  if (!Number.isInteger(form) || form < 1 || form > steps.length + 1) throw new NewerForm(kind, form);
  return steps.slice(form - 1).reduce((old, step) => step(old, earlier), body);
}
