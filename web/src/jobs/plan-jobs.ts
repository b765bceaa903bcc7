import type { Bands, FindingId, Fixes, GearRun, PlanFile } from '@puddler/core';
import type { PlanTasks } from '../workers/plan-worker';
import { KeptAnswers, programOf } from './kept-answers';
import { Job } from './use-job';
import { WorkerClient } from './worker-client';

// The name of this file stands for the program in kept answers: it is built from the name of this worker, and that from what it computes.
const make = () => new Worker(new URL('../workers/plan-worker.ts', import.meta.url), { type: 'module' });

/** A drag changes its mind every frame. */
const SETTLE_MS = 18;

/** What the panels of a plan ask; the worker goes from one to the other in small pieces. */
export const planClient = new WorkerClient<PlanTasks>(make);
/** Bands have a worker of their own, for one plan after the other: they must not wait for fixes, which take longer in one piece. */
const bandsClient = new WorkerClient<PlanTasks>(make, { atOnce: 1 });

export const bandsJob = new Job(bandsClient, 'bands', {
  keeps: 64,
  settleMs: SETTLE_MS,
  kept: new KeptAnswers<PlanFile, Bands>('bands', programOf(import.meta.url)),
});

export type FixesById = Partial<Record<FindingId, Fixes>>;
export const fixesJob = new Job(planClient, 'fixes', {
  settleMs: SETTLE_MS,
  gather: (sofar: FixesById | undefined, found): FixesById => ({ ...sofar, ...(Object.fromEntries(found) as FixesById) }),
});

/** Runs that are known, by their pair of gears. */
export type RunsByGears = Map<string, GearRun>;
export const gearsKey = (pinion: number, spur: number) => `${pinion}/${spur}`;
export const gearsJob = new Job(planClient, 'gears', {
  settleMs: SETTLE_MS,
  gather: (sofar: RunsByGears | undefined, done): RunsByGears =>
    new Map([...(sofar ?? []), ...done.map(([pinion, spur, run]): [string, GearRun] => [gearsKey(pinion, spur), run])]),
});

/** Step up's second gate for each setup of a front. */
export const reachJob = new Job(planClient, 'reach', {
  settleMs: SETTLE_MS,
  keeps: 16,
  keyOf: ({ setups, limits }) => [JSON.stringify(limits), ...setups.map(({ plan }) => plan)],
});
export const heatJob = new Job(planClient, 'heat', { settleMs: SETTLE_MS });
export const sweepJob = new Job(planClient, 'sweep', { settleMs: SETTLE_MS });
export const partialsJob = new Job(planClient, 'partials', { settleMs: SETTLE_MS });
