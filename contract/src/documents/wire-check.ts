import Joi from 'joi';
import type { Checked } from '../checked';
import { checkWith, joiProblems } from '../joi-problems';
import { uuid } from '../joi-parts';
import { problem } from '../problem';
import { MOST_IN_PIECE, parentOf, type KindName } from './kinds';
import { MOST_PARTS } from './part/part';
import type { DocWrite } from './wire';

const base = Joi.number().integer().min(0).required();
const body = Joi.object().unknown();
const parentKey = (kind: KindName) => (parentOf(kind) === undefined ? {} : { parentId: uuid.required() });

export const checkId = (input: unknown) => checkWith<string>(uuid.required(), input);

/** How much of a list is asked for: all of it, or `limit` documents after the place that an earlier piece named. */
export function checkListQuery({ limit, after }: Readonly<Record<string, unknown>>): Checked<{
  limit?: number;
  after?: { createdAt: number; rowid: number };
}> {
  if (limit === undefined && after === undefined) return { ok: true, value: {} };
  const count = typeof limit === 'string' && /^\d{1,4}$/.test(limit) ? Number(limit) : NaN;
  if (!(count >= 1 && count <= MOST_IN_PIECE)) return { ok: false, problems: [problem('limit', limit, `a whole number from 1 to ${MOST_IN_PIECE}`)] };
  if (after === undefined) return { ok: true, value: { limit: count } };
  const [, createdAt, rowid] = /^(\d{1,15})\.(\d{1,15})$/.exec(typeof after === 'string' ? after : '') ?? [];
  if (rowid === undefined) return { ok: false, problems: [problem('after', after, 'what an earlier piece named as `next`')] };
  return { ok: true, value: { limit: count, after: { createdAt: Number(createdAt), rowid: Number(rowid) } } };
}

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

/** Returns a check of the envelopes of a list of writes, called for each in order: their form, and that no id occurs twice. `checkBody` checks the bodies. */
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
