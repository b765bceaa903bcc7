import type { Ladder } from '../ladder/ladder';
import { isSameMotor } from '../plan/same-part';
import type { PlanFile } from '../plan/plan-file';
import type { ShelfPart } from '../search/options';
import type { ListLine } from './list-line';
import { pinionLine } from './motor-rules';
import { withShelf } from './with-shelf';

/** What the steps up to a plan ask of its list: pinions that only they need, and whether throttle caps do for some of them. */
export interface StepPinions {
  lines: ListLine[];
  hasCaps: boolean;
}

/** The pinions of a ladder's steps that are neither the plan's own nor on the same motor in the car as bought. */
export function stepPinions(plan: PlanFile, stock: PlanFile | undefined, { steps }: Pick<Ladder, 'steps'>, shelf: readonly ShelfPart[]): StepPinions {
  const { pinion } = plan.gearing;
  const onCar = isSameMotor(plan.motor, stock?.motor) ? stock?.gearing.pinion : undefined;
  const teeth = new Set(steps.flatMap(({ gearing }) => (gearing.kind === 'gears' ? [gearing.pinion] : [])));
  const wanted = [...teeth].filter((one) => one !== pinion && one !== onCar).sort((a, b) => a - b);
  return {
    lines: wanted.map((one) => withShelf(pinionLine(plan, one, `pinion-${one}`, 'A step up to the planned gears is driven with it.'), shelf)),
    hasCaps: steps.some(({ gearing }) => gearing.kind === 'cap' && gearing.share < 1),
  };
}
