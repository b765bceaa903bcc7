import type { PracticeTasks } from '../workers/practice-worker';
import { Job } from './use-job';
import { WorkerClient } from './worker-client';

/** The worker that knows the truth of practice days. */
export const practiceClient = new WorkerClient<PracticeTasks>(
  () => new Worker(new URL('../workers/practice-worker.ts', import.meta.url), { type: 'module' }),
  { atOnce: 1 },
);

/** What came of each of several days. */
export const reckoningsJob = new Job(practiceClient, 'reckonings');

export const reckoningJob = new Job(practiceClient, 'reckoning', { keeps: 24, keyOf: ({ day, limits }) => [day, limits] });
