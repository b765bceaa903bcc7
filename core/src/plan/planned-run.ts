import type { PlanFile, PlannedRun } from './plan-file';

const USUAL_RUN: PlannedRun = { profile: 'race', minutes: 10 };

/** How a plan is driven: as it says, or as is usual. */
export const plannedRun = ({ run }: Pick<PlanFile, 'run'>): PlannedRun => run ?? USUAL_RUN;
