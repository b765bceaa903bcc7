import Joi from 'joi';
import { MOST_PARTS, type ShelfWrite } from './api';
import { joiProblems } from './joi-problems';
import { checkPart } from './part-schema';
import type { Checked } from './plan-file';
import { problem } from './problem';

const writeSchema = Joi.object({
  id: Joi.string().guid().required(),
  base: Joi.number().integer().min(0).required(),
  part: Joi.object().unknown().allow(null).required(),
});

const MOST_PROBLEMS = 50;

/** Checks all writes of a request before any is done; problems are pathed `writes[3].part.spec.kvRpmPerV`. */
export function checkShelfWrite(input: unknown): Checked<ShelfWrite> {
  const writes = (input as { writes?: unknown } | null | undefined)?.writes;
  if (!Array.isArray(writes) || writes.length === 0 || writes.length > MOST_PARTS)
    return { ok: false, problems: [problem('writes', Array.isArray(writes) ? writes.length : undefined, `a list of 1 to ${MOST_PARTS} writes`)] };
  const problems = [];
  for (const [i, write] of writes.entries()) {
    const envelope = joiProblems(writeSchema, write);
    const part = (write as { part?: unknown } | null)?.part;
    const checked = envelope.length > 0 || part === null ? undefined : checkPart(part);
    const found = checked?.ok === false ? checked.problems.map((one) => ({ ...one, path: `part.${one.path}` })) : envelope;
    for (const one of found) problems.push(problem(`writes[${i}].${one.path}`, one.value, one.allowed));
    if (problems.length >= MOST_PROBLEMS) break;
  }
  return problems.length === 0 ? { ok: true, value: input as ShelfWrite } : { ok: false, problems };
}
