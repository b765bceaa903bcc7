import { checkPlanFile } from '@puddler/contract';
import type { PlanFile } from '@puddler/core';
import { MOST_PINS, type PinnedSetup } from './pins-slice';

const fileOf = (value: unknown): PlanFile | undefined => {
  const checked = checkPlanFile(value);
  return checked.ok ? checked.value : undefined;
};

/** The pins among what the browser kept, each with plan files that can be computed. */
export function readPins(kept: readonly unknown[]): PinnedSetup[] {
  return kept.slice(0, MOST_PINS).flatMap((one): PinnedSetup[] => {
    const { id, name, carId, planId, file: keptFile, before: keptBefore } = (one ?? {}) as Record<keyof PinnedSetup, unknown>;
    if (typeof id !== 'string' || typeof name !== 'string' || typeof carId !== 'string') return [];
    const file = fileOf(keptFile);
    if (!file) return [];
    const before = keptBefore === undefined ? undefined : fileOf(keptBefore);
    return [{ id, name, carId, file, ...(typeof planId === 'string' ? { planId } : {}), ...(before ? { before } : {}) }];
  });
}
