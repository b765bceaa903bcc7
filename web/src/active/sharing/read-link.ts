import { boundsProblem, checkPlanFile } from '@puddler/contract';
import type { PlanFile } from '@puddler/core';
import { bytesFromLink } from './plan-link';

/** More values than any plan file has. */
const MOST_VALUES = 20_000;

export type VisitingPlan = { ok: true; plan: PlanFile } | { ok: false; why: string; lines?: string[] };

/** The plan in the fragment of an address, checked like every plan file; or why there is none. */
export async function planFromLink(hash: string): Promise<VisitingPlan> {
  const found = await bytesFromLink(hash);
  if (!found.ok) return found;
  const tooMuch = boundsProblem(found.bytes, MOST_VALUES);
  if (tooMuch) return { ok: false, why: 'What is packed into this link is no plan.', lines: [tooMuch.message] };
  let parsed: unknown;
  try {
    parsed = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(found.bytes));
  } catch {
    return { ok: false, why: 'What is packed into this link is no plan.' };
  }
  const checked = checkPlanFile(parsed);
  if (checked.ok) return { ok: true, plan: checked.value };
  return { ok: false, why: 'The plan in this link cannot be used.', lines: checked.problems.map(({ message }) => message) };
}
