import { compact } from '../compact';
import { withCarField, withTeeth } from '../plan/edits';
import type { CarPath } from '../plan/figure-path';
import type { Car, Esc, Motor, Pack, PlanFile } from '../plan/plan-file';
import { chosen } from '../plan/usual-parts';

export const PART_KINDS = ['motor', 'esc', 'pack', 'pinion', 'spur', 'tyre', 'fan', 'plug'] as const;
export type PartKind = (typeof PART_KINDS)[number];

export const PART_STATUSES = ['owned', 'considered', 'worn-out'] as const;
export type PartStatus = (typeof PART_STATUSES)[number];

/** What every part on the shelf has; the name is its spec's too. Prices in the builder's currency. */
interface PartBase {
  name: string;
  status: PartStatus;
  price?: number;
  notes?: string;
  /** What it is sold in, by the name that the other parts of it bear too; the price is its share. */
  kit?: string;
}

export type Nameless<T> = T extends unknown ? Omit<T, 'name'> : never;

type MotorPart = PartBase & { kind: 'motor'; spec: Nameless<Motor> };
type EscPart = PartBase & { kind: 'esc'; spec: Nameless<Esc> };
type PackPart = PartBase & { kind: 'pack'; spec: Nameless<Pack> };
type PinionPart = PartBase & { kind: 'pinion'; spec: { teeth: number; moduleMm?: number; boreMm?: number } };
type SpurPart = PartBase & { kind: 'spur'; spec: { teeth: number; moduleMm?: number } };
type TyrePart = PartBase & { kind: 'tyre'; spec: Car['tyre'] & { massG?: number } };
type FanPart = PartBase & { kind: 'fan'; spec: { sizeMm?: number } };
type PlugPart = PartBase & { kind: 'plug'; spec: { ratedA?: number } };

/** Something that is owned, considered or worn out, with the figures that a plan takes from it. */
export type Part = MotorPart | EscPart | PackPart | PinionPart | SpurPart | TyrePart | FanPart | PlugPart;

/**
 * The plan file with a part in the place of what is there: a pack replaces every pack, a pinion takes its module and bore
 * along, a plug rates every pack's. A tyre is the car's and so changes all its plans.
 */
export function withPart(plan: PlanFile, part: Part): PlanFile {
  const { name } = part;
  switch (part.kind) {
    case 'motor':
      return { ...chosen(plan, 'motor'), motor: { name, ...part.spec } };
    case 'esc':
      return { ...chosen(plan, 'esc'), esc: { name, ...part.spec } };
    case 'pack':
      return { ...chosen(plan, 'pack'), packs: plan.packs.map(() => ({ name, ...part.spec })) };
    case 'pinion': {
      const { teeth, moduleMm, boreMm } = part.spec;
      const { moduleMm: _module, pinionBoreMm: _bore, ...gearing } = withTeeth(plan.gearing, 'pinion', teeth);
      return { ...plan, gearing: { ...gearing, ...compact({ moduleMm, pinionBoreMm: boreMm }) } };
    }
    case 'spur': {
      const { teeth, moduleMm } = part.spec;
      const { spurModuleMm: _module, ...gearing } = withTeeth(plan.gearing, 'spur', teeth);
      return { ...plan, gearing: { ...gearing, ...compact({ spurModuleMm: moduleMm }) } };
    }
    case 'tyre': {
      const { massG, ...tyre } = part.spec;
      // What the tyre before it had, and this one does not say, goes with that tyre.
      const figures = [...new Set([...Object.keys(plan.car.tyre), ...Object.keys(tyre)])] as (keyof Car['tyre'])[];
      const car = figures.reduce((one, figure) => withCarField(one, `tyre.${figure}` satisfies CarPath, tyre[figure]), plan.car);
      return { ...plan, car: massG === undefined ? car : withCarField(car, 'wheelMassG', massG) };
    }
    case 'fan':
      return { ...plan, cooling: { ...plan.cooling, motorFans: plan.cooling?.motorFans === 1 ? 2 : 1 } };
    case 'plug': {
      const { ratedA } = part.spec;
      return { ...plan, packs: plan.packs.map((pack) => ({ ...pack, plug: name, ...compact({ plugA: ratedA }) })) };
    }
  }
}
