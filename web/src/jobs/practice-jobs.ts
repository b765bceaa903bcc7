import { wrap, type Remote } from 'comlink';
import type { PracticeTasks } from '../workers/practice-worker';

let worker: Remote<PracticeTasks> | undefined;

/** The worker that knows the truth of practice days. */
export const practiceTasks = (): Remote<PracticeTasks> =>
  (worker ??= wrap<PracticeTasks>(new Worker(new URL('../workers/practice-worker.ts', import.meta.url), { type: 'module' })));
