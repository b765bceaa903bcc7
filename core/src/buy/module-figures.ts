import { toothSize } from '../plan/tooth-size';
import type { PlanFile } from '../plan/plan-file';
import type { Wanted } from './list-line';

const moduleMmOf = ({ gearing, car }: PlanFile): number | undefined => gearing.moduleMm ?? gearing.spurModuleMm ?? car.bay?.moduleMm;

/** The tooth size of the plan’s gears as a gear on the shelf has it; nothing where it is not known. */
export function moduleOf(plan: PlanFile): { moduleMm?: number } {
  const moduleMm = moduleMmOf(plan);
  return moduleMm === undefined ? {} : { moduleMm };
}

/** Whether gears of a tooth size mesh with the plan’s, as far as both are known. */
export const fitsModule = (moduleMm: number | undefined, plan: PlanFile): boolean =>
  moduleMm === undefined || moduleMmOf(plan) === undefined || moduleMm === moduleMmOf(plan);

/** The tooth size that gears of the plan must have, or what to measure for it. */
export function moduleFigures(plan: PlanFile): Pick<Wanted, 'figures' | 'measureFirst'> {
  const moduleMm = moduleMmOf(plan);
  return moduleMm === undefined
    ? { figures: '', measureFirst: 'the module of the spur: its outside diameter divided by its teeth and two' }
    : { figures: toothSize(moduleMm) };
}
