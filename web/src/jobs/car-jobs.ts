import type { MeasuredToday, PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import type { CarTasks } from '../workers/car-worker';
import { Job, useJob } from './use-job';
import { WorkerClient } from './worker-client';

/** Typing settles this long before the runs begin. */
const SETTLE_MS = 120;

const client = new WorkerClient<CarTasks>(() => new Worker(new URL('../workers/car-worker.ts', import.meta.url), { type: 'module' }), { atOnce: 1 });
const explainJob = new Job(client, 'explain', { settleMs: SETTLE_MS });

/** The explanation of what a car was measured to do. */
export function useExplained(plan: PlanFile | undefined, today: MeasuredToday | undefined) {
  return useJob(
    explainJob,
    useMemo(() => (plan && today ? { plan, today } : undefined), [plan, today]),
  );
}
