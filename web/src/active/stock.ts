import type { PlanBody } from '@puddler/contract/shared';
import { withPart, type Part, type PlanFile } from '@puddler/core';
import { splitPlan } from './joined-plan';
import { firstPlan } from './templates/templates';

/** A usual ready-to-run system, until labels say better. */
export function stockStart(like: PlanBody | undefined): PlanBody {
  const plan = like ?? firstPlan('As bought');
  return {
    name: 'As bought',
    motor: { name: '540, 27 turns', kind: 'brushed', sizeClass: '540', turns: 27 },
    esc: { name: 'Stock ESC', continuousA: 60 },
    packs: [{ name: '7.2 V 3000 NiMH', chemistry: 'nimh', cells: 6, capacityAh: 3 }],
    gearing: plan.gearing,
    site: plan.site,
    ...(plan.run ? { run: plan.run } : {}),
  };
}

/** The plan body with a part from a label in place; a gear label may bring two. */
export function withParts(file: PlanFile, parts: readonly Part[]): PlanBody {
  return splitPlan(parts.reduce(withPart, file));
}
