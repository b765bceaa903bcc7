import type { CarRun } from '@puddler/contract/shared';
import { useCallback, useEffect, useState } from 'react';
import type { TraceFacts } from '../workers/log-drawing';
import type { LearningResult, LogTasks, TraceQuestion } from '../workers/log-worker';
import type { Asked } from './asked';
import { Job, useJob } from './use-job';
import { WorkerClient } from './worker-client';

const make = () => new Worker(new URL('../workers/log-worker.ts', import.meta.url), { type: 'module' });

/** The worker that reads and draws logs. What it has read is worth more than the work it could be spared: it is never given up. */
export const logClient = new WorkerClient<LogTasks>(make);

export const replayJob = new Job(logClient, 'replay', { inTransition: true });
export const nextJob = new Job(logClient, 'next', { inTransition: true });
export const clocksJob = new Job(logClient, 'clocks', { inTransition: true });
export const plannedPassesJob = new Job(logClient, 'plannedPasses', { inTransition: true });
const traceJob = new Job(logClient, 'trace', { inTransition: true });

/** The trace of a run’s logs, laid over each other; the worker lets go of it when it is looked at no more. */
export function useTrace(question: TraceQuestion | undefined): Asked<TraceFacts> {
  const key = question?.key;
  useEffect(() => (key === undefined ? undefined : () => void logClient.ask('forget', key).catch(() => undefined)), [key]);
  return useJob(traceJob, question);
}

/** Learning has a worker of its own, which can be stopped at any moment and keeps no logs. */
const learnJob = new Job(new WorkerClient<LogTasks>(make, { atOnce: 1, giveUpMs: 0, endsWhenIdle: true }), 'learn');

export interface Learning {
  /** Undefined when nothing was asked, or it was stopped. */
  asked: Asked<LearningResult> | undefined;
  begin: (runs: readonly CarRun[]) => void;
  cancel: () => void;
}

/** Learns a car from its runs when `begin` is called. */
export function useLearning(): Learning {
  const [runs, setRuns] = useState<readonly CarRun[]>();
  const asked = useJob(learnJob, runs);
  return {
    asked: runs && asked,
    // Asked again for the same runs is another question.
    begin: useCallback((from) => setRuns([...from]), []),
    cancel: useCallback(() => setRuns(undefined), []),
  };
}
