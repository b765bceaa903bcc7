import { pinionsForSpeed, type PinionSpeed } from '@puddler/core';
import { useMemo } from 'react';
import { progressOf } from '../../desk/selectors';
import { useAppSelector } from '../../desk/store';
import type { PlanInHand } from '../../in-hand/use-plan';

/** What a ladder leads to: the plan's gearing, or a speed that was typed, with the gears for it. */
export interface Target {
  /** The plan as it is geared for the target. */
  inHand: PlanInHand;
  /** The speed that was typed [m/s], and the pinion for it; undefined for the plan's own gearing. */
  typed: { speedMs: number; gears: PinionSpeed; isReached: boolean } | undefined;
}

export function useTarget(inHand: PlanInHand): Target {
  const { id, file } = inHand;
  const speedMs = useAppSelector((state) => progressOf(state, id).targetMs);
  return useMemo(() => {
    if (speedMs === undefined) return { inHand, typed: undefined };
    const { above, below } = pinionsForSpeed(file, speedMs);
    // Where no pinion reaches it, the fastest comes nearest.
    const gears = above ?? below;
    if (!gears) return { inHand, typed: undefined };
    const aimed = { ...file, gearing: { ...file.gearing, pinion: gears.pinion } };
    return { inHand: { ...inHand, file: aimed }, typed: { speedMs, gears, isReached: above !== undefined } };
  }, [inHand, file, speedMs]);
}
