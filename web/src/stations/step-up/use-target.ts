import { pinionsForSpeed, type PinionSpeed } from '@puddler/core';
import { useMemo } from 'react';
import { progressOf } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';
import type { ActivePlan } from '../../active/use-plan';

/** What a ladder leads to: the plan's gearing, or a speed that was typed, with the gears for it. */
export interface Target {
  /** The plan as it is geared for the target. */
  active: ActivePlan;
  /** The speed that was typed [m/s], and the pinion for it; undefined for the plan's own gearing. */
  typed: { speedMs: number; gears: PinionSpeed; isReached: boolean } | undefined;
}

export function useTarget(active: ActivePlan): Target {
  const { id, file } = active;
  const speedMs = useAppSelector((state) => progressOf(state, id).targetMs);
  return useMemo(() => {
    if (speedMs === undefined) return { active, typed: undefined };
    const { above, below } = pinionsForSpeed(file, speedMs);
    // Where no pinion reaches it, the fastest comes nearest.
    const gears = above ?? below;
    if (!gears) return { active, typed: undefined };
    const aimed = { ...file, gearing: { ...file.gearing, pinion: gears.pinion } };
    return { active: { ...active, file: aimed }, typed: { speedMs, gears, isReached: above !== undefined } };
  }, [active, file, speedMs]);
}
