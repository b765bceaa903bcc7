import { Front, type SearchProgress, type SearchTask } from '@puddler/core';
import type { FoundRelaxation, FoundSetup, SearchReport, SearchTasks, SpaceFacts } from '../workers/search-worker';
import { programOf } from './kept-answers';
import { reasonOf, WorkerClient } from './worker-client';

/** What a search has come to. */
export interface SearchState {
  facts: SpaceFacts | undefined;
  progress: SearchProgress;
  /** Cheapest first, then fastest. */
  setups: readonly FoundSetup[];
  /** What could be given up; undefined while that is not known, or not asked because there are setups. */
  relaxations: readonly FoundRelaxation[] | undefined;
  relaxing: boolean;
  /** Milliseconds from the beginning to the first setup and to the end. */
  firstMs: number | undefined;
  wholeMs: number | undefined;
  failed: string | undefined;
}

export const NOTHING_YET: SearchState = {
  facts: undefined,
  progress: {
    examined: 0,
    counts: { money: 0, start: 0, speed: 0, drive: 0, pull: 0, still: 0, overRpm: 0, overloaded: 0, outOfRange: 0, overDriveline: 0 },
    driven: 0,
    spared: 0,
    finished: false,
  },
  setups: [],
  relaxations: undefined,
  relaxing: false,
  firstMs: undefined,
  wholeMs: undefined,
  failed: undefined,
};

/** The page is told no oftener than this, but of the first setup and the end at once: drawing hundreds of points takes its time. */
const TELL_EVERY_MS = 150;

/** Names the program that searches, as in plan-jobs.ts. */
export const SEARCH_PROGRAM = programOf(import.meta.url);

/** More workers than this gain nothing that a builder would notice. */
const MOST_WORKERS = 4;

let lastToken = 0;

/** One search at a time over several workers, each with its share of the groups, told now and then what the others found. */
export class SearchPool {
  private readonly workers: WorkerClient<SearchTasks>[];
  private token = 0;
  private state: SearchState = NOTHING_YET;
  private front = new Front();
  private readonly known = new Map<string, FoundSetup>();
  private shares: (SearchProgress | undefined)[] = [];
  /** Which workers have laid out what there is. */
  private ready: boolean[] = [];
  private held = false;
  private startedAt = 0;
  private toldAt = 0;
  private listen: (state: SearchState) => void = () => undefined;

  constructor(size = Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 2))) {
    this.workers = Array.from({ length: size }, () => {
      const client = new WorkerClient<SearchTasks>(() => new Worker(new URL('../workers/search-worker.ts', import.meta.url), { type: 'module' }));
      client.prepare();
      return client;
    });
  }

  /** Begins a search; one under way is given up. `listen` is told whenever there is news. */
  start(task: SearchTask, listen: (state: SearchState) => void): void {
    this.token = ++lastToken;
    this.listen = listen;
    this.front = new Front();
    this.known.clear();
    this.shares = this.workers.map(() => undefined);
    this.ready = this.workers.map(() => false);
    this.held = false;
    this.startedAt = performance.now();
    this.toldAt = 0;
    this.tell(NOTHING_YET);
    const { token } = this;
    for (const [i, client] of this.workers.entries()) {
      client
        .ask('begin', { token, task, share: { worker: i, of: this.workers.length } })
        .then((facts) => {
          if (token !== this.token) return undefined;
          this.ready[i] = true;
          if (i === 0) this.tell({ ...this.state, facts });
          return this.held ? undefined : this.go(i);
        })
        .catch(this.failing(token));
    }
  }

  /** Goes on where `pause` stopped it. */
  resume(): void {
    this.held = false;
    for (const i of this.workers.keys()) if (this.ready[i] && !this.shares[i]?.finished) this.go(i).catch(this.failing(this.token));
  }

  /** Stops all workers where they stand; one that is still laying out stops before its first combination. */
  pause(): void {
    this.held = true;
    for (const client of this.workers) client.ask('stop', undefined).catch(this.failing(this.token));
  }

  close(): void {
    this.token = -1;
    for (const client of this.workers) client.close();
  }

  private go(i: number): Promise<void> {
    const { token } = this;
    return this.workers[i]!.ask('go', token, { onPart: (report) => token === this.token && this.hear(i, report) });
  }

  private hear(i: number, { progress, found }: SearchReport): void {
    this.shares[i] = progress;
    const joined = found.filter((one) => this.front.add(one));
    for (const one of joined) this.known.set(one.key, one);
    if (joined.length > 0) {
      const bare = joined.map(({ plan: _plan, parts: _parts, ...setup }) => setup);
      for (const [other, client] of this.workers.entries())
        if (other !== i) client.ask('learn', { token: this.token, setups: bare }).catch(this.failing(this.token));
    }
    const now = performance.now() - this.startedAt;
    const whole = sum(this.shares);
    const first = this.state.firstMs === undefined && joined.length > 0;
    if (!first && !whole.finished && now - this.toldAt < TELL_EVERY_MS) return;
    this.toldAt = now;
    this.tell({
      ...this.state,
      progress: whole,
      setups: this.front.sorted().map((one) => this.known.get(one.key)!),
      firstMs: this.state.firstMs ?? (joined.length > 0 ? now : undefined),
      wholeMs: this.state.wholeMs ?? (whole.finished ? now : undefined),
    });
    if (whole.finished && this.front.members.length === 0) this.relax();
  }

  private relax(): void {
    if (this.state.relaxing || this.state.relaxations) return;
    const { token } = this;
    this.tell({ ...this.state, relaxing: true });
    this.workers[0]!.ask('relax', token, { onPart: (relaxations) => token === this.token && this.tell({ ...this.state, relaxations }) })
      .then(() => token === this.token && this.tell({ ...this.state, relaxing: false, relaxations: this.state.relaxations ?? [] }))
      .catch(this.failing(token));
  }

  /** A worker that fails ends the search it was at: its share of the groups would be missing. */
  private failing(token: number): (cause: unknown) => void {
    return (cause) => {
      if (token !== this.token) return;
      this.token = -1;
      this.tell({ ...this.state, relaxing: false, failed: reasonOf(cause) });
    };
  }

  private tell(state: SearchState): void {
    this.state = state;
    this.listen(state);
  }
}

function sum(shares: readonly (SearchProgress | undefined)[]): SearchProgress {
  const total = structuredClone(NOTHING_YET.progress);
  for (const one of shares) {
    if (!one) continue;
    total.examined += one.examined;
    total.driven += one.driven;
    total.spared += one.spared;
    for (const rule of Object.keys(total.counts) as (keyof SearchProgress['counts'])[]) total.counts[rule] += one.counts[rule];
  }
  total.finished = shares.every((one) => one?.finished ?? false);
  return total;
}
