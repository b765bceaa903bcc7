import type { PlanFile, PlannedRun, ProfileName } from './plan-file';

const USUAL_RUN: PlannedRun = { profile: 'race', minutes: 10 };

/** How a plan is driven: as it says, or as is usual. */
export const plannedRun = ({ run }: Pick<PlanFile, 'run'>): PlannedRun => run ?? USUAL_RUN;

/** Profiles that can be driven on a course of one's own; in them each driver keeps the trigger down for a time of their own. */
export const OF_THE_DRIVER = ['race', 'bash'] as const satisfies readonly ProfileName[];

export const hasOwnTiming = (profile: ProfileName): profile is (typeof OF_THE_DRIVER)[number] =>
  (OF_THE_DRIVER as readonly ProfileName[]).includes(profile);

/** The same run driven another way; only racing and bashing go round its course. */
export function runAs({ course, ...run }: PlannedRun, profile: ProfileName): PlannedRun {
  return { ...run, profile, ...(course && hasOwnTiming(profile) ? { course } : {}) };
}
