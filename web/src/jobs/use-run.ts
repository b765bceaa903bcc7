import type { PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import type { PredictTasks, RunQuestion, RunResult, RunTerms } from '../workers/predict-worker';
import type { Asked } from './asked';
import { Job, useJob } from './use-job';
import { WorkerClient } from './worker-client';

/** A run that nobody waits for any more is given up when it has taken this long; a shorter one ends by itself. */
const GIVE_UP_MS = 80;
/** The runs of a Garage of this many plans are still remembered when it is opened again. */
const RUNS_KEPT = 256;

/** One worker drives all plans, one run at a time. */
export const runClient = new WorkerClient<PredictTasks>(
  () => new Worker(new URL('../workers/predict-worker.ts', import.meta.url), { type: 'module' }),
  {
    atOnce: 1,
    giveUpMs: GIVE_UP_MS,
  },
);

const runJob = new Job(runClient, 'predictRun', { keeps: RUNS_KEPT, keyOf: ({ plan, terms }) => [plan, terms] });

/** The run of a plan file; `first` puts it ahead of other plans’ runs. */
export function useRun(plan: PlanFile | undefined, terms: RunTerms, first = false): Asked<RunResult> {
  const question = useMemo<RunQuestion | undefined>(() => plan && { plan, terms }, [plan, terms]);
  return useJob(runJob, question, first);
}
