import { compact } from '../compact';
import { isUnder } from '../plan/figure-path';
import { USUAL_PARTS, type PlanFile } from '../plan/plan-file';
import { marked } from '../plan/usual-parts';

/** Links that can go from one setup to another; tyres and road are the car's and the place's. */
export const SWAPPED_LINKS = ['pack', 'esc', 'motor', 'gears'] as const;
export type SwappedLink = (typeof SWAPPED_LINKS)[number];

/** A setup with one link of another. What was measured of the old part goes with it; what the new one’s plan measured comes along. */
export function withLinkOf(plan: PlanFile, other: PlanFile, link: SwappedLink): PlanFile {
  const { measured: _measured, ...rest } = plan;
  const measured = [...(plan.measured ?? []).filter((path) => !isOf(path, link)), ...(other.measured ?? []).filter((path) => isOf(path, link))];
  const all = measured.length > 0 ? { ...rest, measured } : rest;
  const part = USUAL_PARTS.find((one) => one === link);
  const base = part ? marked(all, part, other.usualParts?.includes(part) ?? false) : all;
  switch (link) {
    case 'pack': {
      const { packWiring: _wiring, ...without } = base;
      return { ...without, packs: other.packs, ...(other.packWiring ? { packWiring: other.packWiring } : {}) };
    }
    case 'esc':
      return { ...base, esc: other.esc };
    case 'motor': {
      const { motorCount: _count, ...without } = base;
      return { ...without, motor: other.motor, ...compact({ motorCount: other.motorCount }) };
    }
    case 'gears':
      return { ...base, gearing: other.gearing };
  }
}

const PART_OF = { pack: 'packs', esc: 'esc', motor: 'motor', gears: 'gearing' } as const;

const isOf = (path: string, link: SwappedLink): boolean => isUnder(path, PART_OF[link]);
