import type { SearchProgress, SearchTask, Setup } from '@puddler/core';
import { SearchPool, type SearchState } from '../src/jobs/search-pool';
import type { FoundSetup, SearchReport } from '../src/workers/search-worker';

/** Stands for a worker: what a test makes it report goes to the pool as a worker's would. */
interface Stand {
  begun: { token: number; share: { worker: number; of: number } }[];
  report: ((report: SearchReport) => void) | undefined;
  learnt: Setup[];
  stopped: number;
  terminated: boolean;
  relaxed: number;
  /** Makes what was asked last fail. */
  fail: () => void;
}

const stands: Stand[] = [];

jest.mock('../src/jobs/worker-client', () => ({
  reasonOf: (cause: Error) => cause.message,
  WorkerClient: class {
    readonly stand: Stand = { begun: [], report: undefined, learnt: [], stopped: 0, terminated: false, relaxed: 0, fail: () => undefined };
    constructor() {
      stands.push(this.stand);
    }
    prepare(): void {}
    close(): void {
      this.stand.terminated = true;
    }
    ask(task: string, question: never, options?: { onPart: (part: unknown) => void }): Promise<unknown> {
      return new Promise((resolve, reject) => {
        this.stand.fail = () => reject(new Error('the worker died'));
        resolveWith(this.stand, resolve)[task]!(question, options?.onPart);
      });
    }
  },
}));

const resolveWith = (
  stand: Stand,
  resolve: (answer?: unknown) => void,
): Record<string, (question: never, report?: (part: unknown) => void) => void> => ({
  begin: ({ token, share }: { token: number; share: { worker: number; of: number } }) => {
    stand.begun.push({ token, share });
    resolve({ counts: { all: 100, cells: 80, fit: 60, gears: 40 }, broken: [], choices: {} });
  },
  // A walk ends when all is looked at: these never do.
  go: (_token: number, report?: (part: unknown) => void) => void (stand.report = report),
  learn: ({ setups }: { setups: Setup[] }) => {
    stand.learnt.push(...setups);
    resolve();
  },
  stop: () => {
    stand.stopped++;
    resolve();
  },
  relax: (_token: number, report?: (part: unknown) => void) => {
    stand.relaxed++;
    report?.([{ target: 'canC', asked: 50, possible: 61 }]);
    resolve();
  },
});

const counts: SearchProgress['counts'] = {
  money: 20,
  start: 20,
  speed: 10,
  drive: 10,
  pull: 10,
  still: 0,
  overRpm: 0,
  overloaded: 0,
  outOfRange: 0,
  overDriveline: 0,
};
const progress = (change: Partial<SearchProgress>): SearchProgress => ({ examined: 50, counts, driven: 3, spared: 7, finished: false, ...change });
const found = (key: string, newMoney: number, aim: number) =>
  ({
    key,
    figures: { newMoney, topSpeedMs: aim },
    ownedParts: 0,
    boxes: { aim, cool: 0, minutes: 0, thrift: -newMoney },
    plan: {},
    parts: [],
  }) as unknown as FoundSetup;
const settled = () => new Promise((resolve) => setTimeout(resolve));

let pool: SearchPool;
let state: SearchState;
beforeEach(async () => {
  stands.length = 0;
  Object.defineProperty(globalThis, 'navigator', { value: { hardwareConcurrency: 2 }, configurable: true });
  pool = new SearchPool();
  pool.start({} as SearchTask, (next) => (state = next));
  await settled();
});

test('each worker gets its share, and the space is told once', () => {
  expect(stands.map((stand) => stand.begun[0]!.share)).toEqual([
    { worker: 0, of: 2 },
    { worker: 1, of: 2 },
  ]);
  expect(state.facts!.counts.all).toBe(100);
});

test('what one finds is shown at once and told to the other, bare of its plan; together they make one front', async () => {
  stands[0]!.report!({ progress: progress({}), found: [found('a', 10, 5)] });
  expect(state.setups.map((one) => one.key)).toEqual(['a']);
  expect(state.firstMs).toBeGreaterThanOrEqual(0);
  expect(stands[1]!.learnt.map((one) => [one.key, 'plan' in one])).toEqual([['a', false]]);
  stands[1]!.report!({ progress: progress({ finished: true }), found: [found('b', 5, 6), found('c', 2, 1)] });
  stands[0]!.report!({ progress: progress({ examined: 50, finished: true }), found: [] });
  await settled();
  // The dearer and slower one has gone.
  expect(state.setups.map((one) => one.key)).toEqual(['c', 'b']);
  expect(state.progress).toMatchObject({ examined: 100, driven: 6, spared: 14, finished: true, counts: { money: 40, pull: 20 } });
  expect(state.wholeMs).toBeGreaterThanOrEqual(state.firstMs!);
  expect(stands[0]!.relaxed).toBe(0);
});

test('with nothing found it asks what could be given up, once', async () => {
  for (const stand of stands) stand.report!({ progress: progress({ finished: true }), found: [] });
  await settled();
  expect(stands.map((stand) => stand.relaxed)).toEqual([1, 0]);
  expect(state).toMatchObject({ relaxing: false, relaxations: [{ target: 'canC', possible: 61 }] });
});

test('a stop while the parts are still being laid out holds every worker back until going on', async () => {
  for (const stand of stands) stand.report = undefined;
  pool.start({} as SearchTask, (next) => (state = next));
  pool.pause();
  await settled();
  expect(state.facts!.counts.all).toBe(100);
  expect(stands.map((stand) => stand.report)).toEqual([undefined, undefined]);
  pool.resume();
  expect(stands.map((stand) => stand.report !== undefined)).toEqual([true, true]);
});

test('a new search makes reports of the old one unheard; a pause stops the workers, going on asks those not done', async () => {
  const old = stands[0]!.report!;
  pool.start({} as SearchTask, (next) => (state = next));
  await settled();
  old({ progress: progress({}), found: [found('old', 1, 1)] });
  expect(state.setups).toEqual([]);
  expect(stands[0]!.begun[1]!.token).toBeGreaterThan(stands[0]!.begun[0]!.token);
  pool.pause();
  expect(stands.map((stand) => stand.stopped)).toEqual([1, 1]);
  stands[1]!.report!({ progress: progress({ finished: true }), found: [] });
  stands[0]!.report = stands[1]!.report = undefined;
  pool.resume();
  expect(stands.map((stand) => stand.report !== undefined)).toEqual([true, false]);
  pool.close();
  expect(stands.every((stand) => stand.terminated)).toBe(true);
});

test('a worker that fails ends the search with its reason; nothing that comes later changes it', async () => {
  stands[0]!.fail();
  await settled();
  expect(state.failed).toBe('the worker died');
  const shown = state;
  stands[1]!.report!({ progress: progress({}), found: [found('a', 10, 5)] });
  expect(state).toBe(shown);
});
