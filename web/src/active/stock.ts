import type { PlanBody } from '@puddler/contract/shared';
import { compact, UP_TO_KG, USUAL_PARTS, withLabel, type Car, type FromLabel, type PlanFile } from '@puddler/core';
import { splitPlan } from './joined-plan';
import { firstPlan } from './templates/templates';

/** Usual ready-to-run systems, by the weight of the car up to which they are usual [kg]. */
const USUAL: readonly { upToKg: number; motor: Extract<PlanBody['motor'], { kind: 'brushed' }>; escA: number; pack: PlanBody['packs'][number] }[] = [
  {
    upToKg: UP_TO_KG.tiny,
    motor: { name: '130, 90 turns', kind: 'brushed', sizeClass: '130', turns: 90 },
    escA: 10,
    pack: { name: '7.4 V 350 LiPo', chemistry: 'lipo', cells: 2, capacityAh: 0.35, cRating: 20 },
  },
  {
    upToKg: UP_TO_KG.light,
    motor: { name: '370, 35 turns', kind: 'brushed', sizeClass: '370', turns: 35 },
    escA: 25,
    pack: { name: '7.2 V 1100 NiMH', chemistry: 'nimh', cells: 6, capacityAh: 1.1 },
  },
  {
    upToKg: Infinity,
    motor: { name: '540, 27 turns', kind: 'brushed', sizeClass: '540', turns: 27 },
    escA: 60,
    pack: { name: '7.2 V 3000 NiMH', chemistry: 'nimh', cells: 6, capacityAh: 3 },
  },
];

/** The usual ready-to-run system of a car of that weight, until labels say better. */
export function stockStart({ massKg, drive }: Car, like: PlanBody | undefined): PlanBody {
  const plan = like ?? firstPlan('As bought');
  const { motor, escA, pack } = USUAL.find(({ upToKg }) => massKg <= upToKg)!;
  return {
    name: 'As bought',
    motor,
    // Tracks that are turned by a motor each were so before.
    ...(drive === 'tracked' ? compact({ motorCount: plan.motorCount }) : {}),
    esc: { name: 'Stock ESC', continuousA: escA },
    packs: [pack],
    usualParts: [...USUAL_PARTS],
    gearing: plan.gearing,
    site: plan.site,
    ...(plan.run ? { run: plan.run } : {}),
  };
}

/** The plan body with the parts of labels in place; a gear label may bring two. */
export const withLabels = (file: PlanFile, labels: readonly Pick<FromLabel, 'parts' | 'usual'>[]): PlanBody =>
  splitPlan(labels.reduce(withLabel, file));
