import type { CarRun } from '@puddler/contract/shared';
import { isHeldBack, measuredOf, type RunFigure } from '@puddler/core';

const known = new WeakMap<CarRun, Partial<Record<RunFigure, number>>>();

/** What was measured in a run; nothing for a run whose plan cannot be computed. */
export function measuredIn(run: CarRun): Partial<Record<RunFigure, number>> {
  let measured = known.get(run);
  if (!measured) {
    try {
      measured = measuredOf(run);
    } catch {
      measured = {};
    }
    known.set(run, measured);
  }
  return measured;
}

/** A run is held against bands that are kept with it; those that are missing are still to be computed. */
export const lacksBands = (run: CarRun): boolean =>
  // A throttle that was held back is held only against what was foreseen for it.
  !isHeldBack(run) && Object.keys(measuredIn(run)).some((figure) => !run.predicted?.[figure]);
