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

/** A run that was only begun says nothing of the car. */
export const holdsFigure = ({ passes, readings, current, logs, usedAh, launch }: CarRun): boolean =>
  (passes?.length ?? 0) + (readings?.length ?? 0) + (logs?.length ?? 0) > 0 || [current, usedAh, launch].some((one) => one !== undefined);

/** Nothing at all was noted of it. */
export const isBare = (run: CarRun): boolean =>
  !holdsFigure(run) && (run.photos?.length ?? 0) === 0 && [run.minutes, run.name, run.notes, run.broke].every((one) => one === undefined);
