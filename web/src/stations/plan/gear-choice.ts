import type { StoredPart } from '../../document-store/selectors';
import type { PlanFile } from '@puddler/core';
import { SMALLEST_PINION } from '@puddler/core';

/** Teeth to lay out: those on the shelf that run with this module, or a range around the present. */
export interface GearChoice {
  pinions: number[];
  spurs: number[];
}

/** What a table of gears shows. */
export type Metric = 'speed' | 'can' | 'lap' | 'current' | 'rollout';
export const METRICS: Record<Metric, string> = { speed: 'top speed', can: 'can', lap: 'lap time', current: 'current', rollout: 'rollout' };

const AROUND_PINION = 6;
const AROUND_SPUR = 2;
const SPUR_STEP = 2;
const SAME_MODULE = 0.012;

/** A range around the gears on the car; spurs within what goes in. */
export function gearsAround(file: PlanFile): GearChoice {
  const { pinion = 20, spur = 60 } = file.gearing;
  const { spurMin = 10, spurMax = 400 } = file.car.bay ?? {};
  const pinions = Array.from({ length: 2 * AROUND_PINION + 1 }, (_, i) => pinion - AROUND_PINION + i);
  const spurs = Array.from({ length: 2 * AROUND_SPUR + 1 }, (_, i) => spur + SPUR_STEP * (i - AROUND_SPUR));
  return {
    pinions: pinions.filter((teeth) => teeth >= SMALLEST_PINION),
    spurs: spurs.filter((teeth) => teeth === spur || (teeth >= spurMin && teeth <= spurMax)),
  };
}

/** Teeth on the shelf of the module on the car, with those in use; worn-out ones are left out. */
export function gearsOnShelf(file: PlanFile, shelf: readonly StoredPart[]): GearChoice {
  const { pinion, spur, moduleMm = file.car.bay?.moduleMm } = file.gearing;
  const teeth = (kind: 'pinion' | 'spur', present: number | undefined) => {
    const found = shelf.flatMap(({ part }) =>
      part.kind === kind &&
      part.status !== 'worn-out' &&
      (moduleMm === undefined || part.spec.moduleMm === undefined || Math.abs(part.spec.moduleMm - moduleMm) <= SAME_MODULE)
        ? [part.spec.teeth]
        : [],
    );
    return [...new Set([...found, ...(present === undefined ? [] : [present])])].sort((a, b) => a - b);
  };
  return { pinions: teeth('pinion', pinion), spurs: teeth('spur', spur) };
}
