import type { PlanFile } from '../plan/plan-file';
import type { Wanted } from './list-line';

const moduleOf = ({ gearing, car }: PlanFile): number | undefined => gearing.moduleMm ?? gearing.spurModuleMm ?? car.bay?.moduleMm;
/** Whether gears of a tooth size mesh with the plan’s, as far as both are known. */
export const fitsModule = (moduleMm: number | undefined, plan: PlanFile): boolean =>
  moduleMm === undefined || moduleOf(plan) === undefined || moduleMm === moduleOf(plan);

/** The tooth size that gears of the plan must have, or what to measure for it. */
export function moduleFigures(plan: PlanFile): Pick<Wanted, 'figures' | 'measureFirst'> {
  const moduleMm = moduleOf(plan);
  return moduleMm === undefined
    ? { figures: '', measureFirst: 'the module of the spur: its outside diameter divided by its teeth and two' }
    : { figures: `module ${moduleMm}` };
}
