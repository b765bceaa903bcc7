import type { Bands, PlanFile } from '@puddler/core';
import type { Asked } from './asked';
import { bandsJob } from './plan-jobs';
import { useJob } from './use-job';

/** The bands of a plan's answers, coarse at first and finer as samples come in from the worker. */
export const useBands = (file: PlanFile | undefined): Asked<Bands> => useJob(bandsJob, file);
