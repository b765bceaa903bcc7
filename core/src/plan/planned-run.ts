import type { PlanFile, PlannedRun, ProfileName } from './plan-file';

const USUAL_RUN: PlannedRun = { profile: 'race', minutes: 10 };

/** How a plan is driven: as it says, or as is usual. */
export const plannedRun = ({ run }: Pick<PlanFile, 'run'>): PlannedRun => run ?? USUAL_RUN;

/** Profiles in which each driver keeps the trigger down for a time of their own. */
const OF_THE_DRIVER: readonly ProfileName[] = ['race', 'bash'];

export const hasOwnTiming = (profile: ProfileName): boolean => OF_THE_DRIVER.includes(profile);
