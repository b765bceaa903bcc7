import Joi from 'joi';
import type { Checked } from '../checked';
import { checkWith, joiProblems } from '../joi-problems';
import { uuid } from '../joi-parts';
import { problem } from '../problem';
import { parentOf, type KindName } from './kinds';
import { MOST_PARTS } from './part/part';
import type { DocWrite } from './wire';

const base = Joi.number().integer().min(0).required();
const body = Joi.object().unknown();
const parentKey = (kind: KindName) => (parentOf(kind) === undefined ? {} : { parentId: uuid.required() });

export const checkId = (input: unknown) => checkWith<string>(uuid.required(), input);

/** The envelope of a delete: the version that was seen. */
export const checkVersionOnly = (input: unknown) => checkWith<{ base: number }>(Joi.object({ base }), input);

/** The envelope of one write to an address that holds its id; its body is checked by `checkBody` with its parent. */
export const checkPut = (kind: KindName, input: unknown) =>
  checkWith<Omit<DocWrite, 'id'>>(Joi.object({ base, ...parentKey(kind), body: body.required() }), input);

const listed = (writes: unknown): writes is unknown[] => Array.isArray(writes) && writes.length > 0 && writes.length <= MOST_PARTS;

/** The list of writes that a request holds, not yet checked itself. */
export function checkWriteList(input: unknown): Checked<unknown[]> {
  const writes = (input as { writes?: unknown } | null | undefined)?.writes;
  if (listed(writes)) return { ok: true, value: writes };
  return { ok: false, problems: [problem('writes', Array.isArray(writes) ? writes.length : undefined, `a list of 1 to ${MOST_PARTS} writes`)] };
}

/** Checks the envelopes of a list of writes one after the other: their form, and that no id stands twice. Bodies are checked by `checkBody`. */
export function envelopeCheck(kind: KindName): (write: unknown, place: number) => Checked<DocWrite> {
  const schema = Joi.object({ id: uuid.required(), base, ...parentKey(kind), body: body.allow(null).required() });
  const seen = new Map<string, number>();
  return (write, place) => {
    const problems = joiProblems(schema, write);
    if (problems.length > 0) return { ok: false, problems };
    const { id } = write as DocWrite;
    const before = seen.get(id);
    if (before !== undefined) return { ok: false, problems: [problem('id', id, `an id that no other write has; writes[${before}] has it too`)] };
    seen.set(id, place);
    return { ok: true, value: write as DocWrite };
  };
}
