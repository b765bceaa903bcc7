import type { Ladder } from '@puddler/core';
import { useLayoutEffect, useMemo } from 'react';
import type { LadderTasks } from '../workers/ladder-worker';
import type { Asked } from './asked';
import { KeptAnswers, programOf } from './kept-answers';
import { Job, useJob, useSameContent } from './use-job';
import type { QuestionOf } from '../workers/serve';
import { WorkerClient } from './worker-client';

// The name of this file stands for the program in kept answers, as in plan-jobs.ts.
const make = () => new Worker(new URL('../workers/ladder-worker.ts', import.meta.url), { type: 'module' });

/** A ladder is worked out in one piece: one that nobody waits for is stopped. */
const ladderClient = new WorkerClient<LadderTasks>(make, { atOnce: 1, giveUpMs: 0 });
const ladderJob = new Job(ladderClient, 'ladder', {
  keeps: 24,
  keyOf: (question) => [JSON.stringify(question)],
  kept: new KeptAnswers<QuestionOf<LadderTasks, 'ladder'>, Ladder>('ladders', programOf(import.meta.url)),
});

/** What is quickly answered does not wait for a ladder. */
export const quickClient = new WorkerClient<LadderTasks>(make, { atOnce: 1 });
const foreseenJob = new Job(quickClient, 'foreseen');
const coolingJob = new Job(quickClient, 'cooling');

/** Has the worker ready by the time that all it needs is here. */
export const usePreparedLadder = (): void => useLayoutEffect(() => void ladderClient.prepare(), []);

/** The ladder to a plan: as it looks at first, until the target has been driven for all cars that Plan's ranges are of. */
export function useLadder(question: QuestionOf<LadderTasks, 'ladder'> | undefined): Asked<Ladder> {
  const asked = useJob(ladderJob, useSameContent(question));
  const first = asked.state === 'waiting' ? asked.sofar : undefined;
  return useMemo(() => (first ? { state: 'ready', value: first } : asked), [first, asked]);
}

/** What a step is expected to do at the track. */
export const useForeseen = (question: QuestionOf<LadderTasks, 'foreseen'> | undefined) => useJob(foreseenJob, useSameContent(question));

/** How the car cools after it has stopped. */
export const useCooling = (question: QuestionOf<LadderTasks, 'cooling'> | undefined) => useJob(coolingJob, useSameContent(question));
