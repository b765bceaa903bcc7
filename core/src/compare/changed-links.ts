import { compact } from '../compact';
import equal from 'fast-deep-equal';
import { SWAPPED_LINKS, withLinkOf } from './swap-link';
import { keepsEsc, isSameMotor, isSamePack } from '../plan/same-part';
import { massOfPartsG } from '../resolve/mass';
import type { Car, Pack, PlanFile } from '../plan/plan-file';

/** What a conversion changes, each by itself: the links that go from one setup to another, its cooling, and the rest of the car. */
export const CHANGES = [...SWAPPED_LINKS, 'cooling', 'chassis'] as const;
export type Change = (typeof CHANGES)[number];

const isDirect = ({ gearing }: PlanFile): boolean => gearing.pinion === undefined || gearing.spur === undefined;

const samePacks = (a: readonly Pack[], b: readonly Pack[]): boolean => a.length === b.length && a.every((pack, i) => isSamePack(pack, b[i]!));

/** A car without what says how it was weighed and what is known of it. */
function plainCar({ weighedPartsG: _parts, typical: _typical, ...car }: Car): Partial<Car> {
  const { massKg: _mass, ...rest } = car;
  return rest;
}

/** What differs between the car as bought and a plan of it, in the order of the chain. Gears that become direct drive take the car along. */
export function changesOf(stock: PlanFile, plan: PlanFile): Change[] {
  const carDiffers = !equal(plainCar(stock.car), plainCar(plan.car));
  const differs: Record<Change, boolean> = {
    pack: !samePacks(stock.packs, plan.packs) || (plan.packs.length > 1 && stock.packWiring !== plan.packWiring),
    esc: !keepsEsc(plan, stock),
    motor: !isSameMotor(plan.motor, stock.motor) || (stock.motorCount ?? 1) !== (plan.motorCount ?? 1),
    gears: !equal(stock.gearing, plan.gearing),
    cooling: !equal(stock.cooling ?? {}, plan.cooling ?? {}),
    chassis: carDiffers && isDirect(stock) === isDirect(plan),
  };
  return CHANGES.filter((change) => differs[change]);
}

/**
 * The car as bought with some of the changes of a plan, driven where and as the plan is. Its weight follows the parts that are in it.
 */
export function withChanges(stock: PlanFile, plan: PlanFile, changes: readonly Change[]): PlanFile {
  const takesCar = changes.includes('chassis') || (changes.includes('gears') && isDirect(stock) !== isDirect(plan));
  const weighedPartsG = stock.car.weighedPartsG ?? massOfPartsG(stock);
  let made: PlanFile = {
    ...stock,
    name: plan.name,
    car: takesCar ? plan.car : { ...stock.car, ...compact({ weighedPartsG }) },
    site: plan.site,
    ...(plan.run ? { run: plan.run } : {}),
    ...(plan.limits ? { limits: plan.limits } : {}),
  };
  for (const link of SWAPPED_LINKS) if (changes.includes(link)) made = withLinkOf(made, plan, link);
  return changes.includes('cooling') ? { ...made, cooling: plan.cooling ?? {} } : made;
}
