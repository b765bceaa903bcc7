import Joi from 'joi';
import type { Checked } from '../checked';
import { checkWith, joiProblems, MOST_PROBLEMS } from '../joi-problems';
import { uuid } from '../joi-parts';
import { problem, type Problem } from '../problem';
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

/** The envelopes of a list of writes, without their bodies: how many, of what form, and that no id stands twice. */
export function checkWriteList(kind: KindName, input: unknown): Checked<DocWrite[]> {
  const writes = (input as { writes?: unknown } | null | undefined)?.writes;
  if (!listed(writes))
    return { ok: false, problems: [problem('writes', Array.isArray(writes) ? writes.length : undefined, `a list of 1 to ${MOST_PARTS} writes`)] };
  const schema = Joi.object({ id: uuid.required(), base, ...parentKey(kind), body: body.allow(null).required() });
  const problems: Problem[] = [];
  const seen = new Map<string, number>();
  for (const [i, write] of writes.entries()) {
    for (const one of joiProblems(schema, write)) problems.push(problem(`writes[${i}].${one.path}`, one.value, one.allowed));
    const { id } = (write ?? {}) as { id?: string };
    const before = id === undefined ? undefined : seen.get(id);
    if (before !== undefined) problems.push(problem(`writes[${i}].id`, id, `an id that no other write has; writes[${before}] has it too`));
    if (id !== undefined) seen.set(id, i);
    if (problems.length >= MOST_PROBLEMS) break;
  }
  return problems.length === 0 ? { ok: true, value: writes as DocWrite[] } : { ok: false, problems: problems.slice(0, MOST_PROBLEMS) };
}
