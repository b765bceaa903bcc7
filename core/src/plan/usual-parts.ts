import { isUnder } from './figure-path';
import { USUAL_PARTS, type PlanBody, type UsualPart } from './plan-file';

type WithParts = Pick<PlanBody, 'usualParts'>;

/** The plan with a part that somebody has chosen. */
export function chosen<P extends WithParts>(plan: P, part: UsualPart): P {
  if (!plan.usualParts?.includes(part)) return plan;
  const { usualParts, ...rest } = plan;
  const left = usualParts.filter((one) => one !== part);
  return { ...rest, ...(left.length > 0 ? { usualParts: left } : {}) } as P;
}

/** The plan with a part that is usual for the kind of car, or chosen. */
export function marked<P extends WithParts>(plan: P, part: UsualPart, isUsual: boolean): P {
  const without = chosen(plan, part);
  return isUsual ? { ...without, usualParts: [...(without.usualParts ?? []), part] } : without;
}

/** The part of a figure's path: `motor.kvRpmPerV`, `packs[0].cells`. */
export const usualPartAt = (path: string): UsualPart | undefined => USUAL_PARTS.find((part) => isUnder(path, part === 'pack' ? 'packs' : part));

/** Whether a figure is only usual for the kind of car: of a part that nobody has chosen, or of gears that nobody has counted. */
export function isUsualAt({ usualParts, gearing }: Pick<PlanBody, 'usualParts' | 'gearing'>, path: string): boolean {
  const part = usualPartAt(path);
  return part ? (usualParts?.includes(part) ?? false) : (gearing.typical?.some((gear) => path === `gearing.${gear}`) ?? false);
}
