import { compact } from '../compact';
import type { PlanFile } from '../plan/plan-file';

/** Links that can go from one setup to another; tyres and road are the car's and the place's. */
export const SWAPPED_LINKS = ['pack', 'esc', 'motor', 'gears'] as const;
export type SwappedLink = (typeof SWAPPED_LINKS)[number];

/** A setup with one link of another. What was measured of the old part goes with it; what the new one’s plan measured comes along. */
export function withLinkOf(plan: PlanFile, other: PlanFile, link: SwappedLink): PlanFile {
  const { measured: _measured, ...rest } = plan;
  const measured = [...(plan.measured ?? []).filter((path) => !isOf(path, link)), ...(other.measured ?? []).filter((path) => isOf(path, link))];
  const base = measured.length > 0 ? { ...rest, measured } : rest;
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

function isOf(path: string, link: SwappedLink): boolean {
  const group = { pack: 'packs', esc: 'esc', motor: 'motor', gears: 'gearing' }[link];
  return path === group || path.startsWith(`${group}.`) || path.startsWith(`${group}[`);
}
