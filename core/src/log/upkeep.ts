import type { PlanFile, Surface } from '../plan/plan-file';

/** Work that comes round with the minutes run. */
export const UPKEEP = ['mesh', 'screws', 'bearings', 'gear-grease', 'brushes', 'belts', 'outrunner', 'leads'] as const;
export type UpkeepId = (typeof UPKEEP)[number];

export interface UpkeepItem {
  id: UpkeepId;
  what: string;
  why: string;
  /** Minutes of running after which it is due, on this car’s usual ground. */
  everyMin: number;
  /** Minutes run since it was done. */
  sinceMin: number;
  due: boolean;
}

/** A run as upkeep sees it. */
export interface UpkeepRun {
  at: string;
  minutes: number;
  surface: Surface;
}

interface Rule {
  id: UpkeepId;
  what: string;
  why: string;
  everyMin: number;
  applies: (plan: PlanFile) => boolean;
  /** Ground on which a minute counts for more. */
  harsh?: Partial<Record<Surface, number>>;
}

const DIRT: Partial<Record<Surface, number>> = { 'loose-dirt': 2, sand: 3, gravel: 1.5, snow: 3, grass: 1.5 };
const WET: Partial<Record<Surface, number>> = { snow: 4, grass: 2, sand: 2 };

/** What builders look after, and how often: intervals are estimates, as those of any bench are. */
const RULES: readonly Rule[] = [
  {
    id: 'mesh',
    what: 'Look at the mesh and the teeth',
    why: 'A mesh that has opened eats the spur.',
    everyMin: 60,
    applies: ({ gearing }) => gearing.pinion !== undefined,
    harsh: DIRT,
  },
  {
    id: 'screws',
    what: 'Check motor screws, grub screw and wheel nuts',
    why: 'What shakes loose takes its neighbour along.',
    everyMin: 60,
    applies: () => true,
  },
  {
    id: 'bearings',
    what: 'Spin the bearings; oil or change the rough ones',
    why: 'A dragging bearing shows as amps and heat first. Water is their end.',
    everyMin: 240,
    applies: () => true,
    harsh: WET,
  },
  {
    id: 'gear-grease',
    what: 'Clean and grease the gearbox',
    why: 'Grit in grease is grinding paste.',
    everyMin: 300,
    applies: () => true,
    harsh: DIRT,
  },
  {
    id: 'brushes',
    what: 'Look at brushes and commutator',
    why: 'Worn brushes spark, and take the commutator with them.',
    everyMin: 180,
    applies: ({ motor }) => motor.kind === 'brushed',
    harsh: WET,
  },
  {
    id: 'belts',
    what: 'Look at the belts and their tension',
    why: 'A loose belt jumps, a tight one eats bearings.',
    everyMin: 180,
    applies: ({ car }) => car.drive === '4wd-belt',
    harsh: DIRT,
  },
  {
    id: 'outrunner',
    what: 'Clean the outrunner inside',
    why: 'It is open: grit between bell and stator grinds the magnets.',
    everyMin: 120,
    applies: ({ motor }) => motor.kind === 'brushless' && motor.form === 'outrunner',
    harsh: { ...DIRT, ...WET },
  },
  { id: 'leads', what: 'Feel leads and plugs after a run', why: 'A warm plug is a bad joint.', everyMin: 300, applies: () => true },
];

/** What is due on a car by the minutes that it has run since each was done. `done`: the day of each, where it was noted. Pure; never nags. */
export function upkeep(plan: PlanFile, runs: readonly UpkeepRun[], done: Partial<Record<UpkeepId, string>>): UpkeepItem[] {
  return RULES.filter((rule) => rule.applies(plan))
    .map(({ id, what, why, everyMin, harsh }): UpkeepItem => {
      const since = done[id];
      const sinceMin = runs
        .filter((run) => since === undefined || run.at > since)
        .reduce((sum, run) => sum + run.minutes * (harsh?.[run.surface] ?? 1), 0);
      return { id, what, why, everyMin, sinceMin, due: sinceMin >= everyMin };
    })
    .sort((a, b) => b.sinceMin / b.everyMin - a.sinceMin / a.everyMin);
}
