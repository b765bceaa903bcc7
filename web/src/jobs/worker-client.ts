import { wrap, type Remote } from 'comlink';
import type { AnswerOf, News, PartOf, QuestionOf, ServedWorker, Tasks } from '../workers/serve';

/** Why a worker has no answer, in words for the page. */
export class WorkError extends Error {}

const NOT_LOADED = 'The program for it could not be loaded. Is Puddler still running?';
const ENDED = 'The computation ended before it had an answer.';
const SILENT = 'The computation has not answered for two minutes.';
/** A worker that says nothing for this long is taken for dead, where nothing else tells. */
const SILENCE_MS = 120_000;
/** A worker whose program has not begun to run by then will not. */
const START_MS = 20_000;

export const reasonOf = (cause: unknown): string => (cause instanceof Error ? cause.message : String(cause));

export interface AskOptions<P> {
  onPart?: ((part: P) => void) | undefined;
  onProgress?: ((share: number, what?: string) => void) | undefined;
  /** Nobody waits for the answer any more. */
  signal?: AbortSignal | undefined;
  /** Ahead of the questions that wait. */
  first?: boolean | undefined;
}

export interface ClientOptions {
  /** Questions that the worker is given at the same time; the others wait. */
  atOnce?: number;
  /** A worker that only works at questions nobody waits for is stopped after this long [ms]; left out, it ends them. */
  giveUpMs?: number;
  /** The worker is ended when it has nothing to do: what it has read is let go of. */
  endsWhenIdle?: boolean;
}

interface Pending {
  id: number;
  task: string;
  question: unknown;
  options: AskOptions<unknown>;
  resolve: (answer: unknown) => void;
  reject: (cause: Error) => void;
  isWanted: boolean;
  silence?: ReturnType<typeof setTimeout>;
}

interface Living {
  worker: Worker;
  /** Stops waiting for its first sign of life. */
  stopWaiting?: () => void;
  remote: Remote<ServedWorker>;
}

let lastId = 0;

const clients = new Set<{ quiet: () => Promise<void> }>();

/** Resolves when no worker is asked anything, or `mostMs` have gone by. */
export const allQuiet = (mostMs: number): Promise<unknown> =>
  Promise.race([Promise.all([...clients].map((client) => client.quiet())), new Promise((resolve) => setTimeout(resolve, mostMs))]);

/**
 * The page's side of one worker: starts it when it is first asked, feeds it, and when it throws while loading, dies or cannot be
 * fetched, fails what was asked of it and starts a new one for the next question.
 */
export class WorkerClient<T extends Tasks> {
  private living: Living | undefined;
  private waiting: Pending[] = [];
  private readonly underWay = new Map<number, Pending>();
  private onQuiet: (() => void)[] = [];

  constructor(
    private readonly make: () => Worker,
    private readonly options: ClientOptions = {},
  ) {
    clients.add(this);
  }

  /** Asks the worker. Rejects with what the task threw, with a WorkError when there is no worker to answer, or with an AbortError. */
  ask<K extends keyof T & string>(task: K, question: QuestionOf<T, K>, options: AskOptions<PartOf<T, K>> = {}): Promise<AnswerOf<T, K>> {
    return new Promise<unknown>((resolve, reject) => {
      const pending: Pending = { id: ++lastId, task, question, options: options as AskOptions<unknown>, resolve, reject, isWanted: true };
      if (options.first) this.waiting.unshift(pending);
      else this.waiting.push(pending);
      options.signal?.addEventListener('abort', () => this.cancel(pending), { once: true });
      this.feed();
    }) as Promise<AnswerOf<T, K>>;
  }

  /** Starts the worker ahead of the first question: its code is fetched and read while the page still is. */
  prepare(): Living {
    if (this.living) return this.living;
    const worker = this.make();
    const living: Living = { worker, remote: wrap<ServedWorker>(worker) };
    this.living = living;
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      this.end(living, new WorkError(event.message ? `${ENDED} ${event.message}` : NOT_LOADED));
    });
    worker.addEventListener(
      'message',
      ({ data }: MessageEvent<Partial<News> | undefined>) => data?.workId !== undefined && this.hear(living, data as News),
    );
    void this.noticeDeath(living);
    return living;
  }

  /** Resolves when nothing is asked: what can wait begins then. */
  quiet(): Promise<void> {
    return this.isIdle() ? Promise.resolve() : new Promise((resolve) => this.onQuiet.push(resolve));
  }

  /** Ends the worker and gives up whatever is asked of it. */
  close(): void {
    clients.delete(this);
    const aborted = new DOMException('closed', 'AbortError');
    for (const pending of this.waiting.splice(0)) pending.reject(aborted);
    if (this.living) this.end(this.living, aborted);
  }

  private isIdle(): boolean {
    return this.waiting.length === 0 && this.underWay.size === 0;
  }

  private feed(): void {
    while (this.waiting.length > 0 && this.underWay.size < (this.options.atOnce ?? Infinity)) void this.give(this.waiting.shift()!);
    if (!this.isIdle()) return;
    for (const resolve of this.onQuiet.splice(0)) resolve();
    if (this.options.endsWhenIdle && this.living) this.end(this.living, new WorkError(ENDED));
  }

  private async give(pending: Pending): Promise<void> {
    const living = this.prepare();
    this.underWay.set(pending.id, pending);
    this.listen(living);
    try {
      const answer = await living.remote.run(pending.id, pending.task, pending.question);
      this.settle(pending, () => pending.resolve(answer));
    } catch (cause) {
      this.settle(pending, () => pending.reject(cause instanceof Error ? cause : new Error(String(cause))));
    }
  }

  private hear(living: Living, news: News): void {
    const pending = this.underWay.get(news.workId);
    this.listen(living);
    if (!pending?.isWanted) return;
    if ('part' in news) pending.options.onPart?.(news.part);
    else pending.options.onProgress?.(news.share, news.what);
  }

  private settle(pending: Pending, outcome: () => void): void {
    if (!this.underWay.delete(pending.id)) return;
    clearTimeout(pending.silence);
    outcome();
    this.feed();
  }

  private cancel(pending: Pending): void {
    if (!pending.isWanted) return;
    pending.isWanted = false;
    pending.reject(new DOMException('no longer wanted', 'AbortError'));
    this.waiting = this.waiting.filter((other) => other !== pending);
    const { living } = this;
    const { giveUpMs } = this.options;
    if (!living || !this.underWay.has(pending.id)) return this.feed();
    void living.remote.cancel(pending.id);
    if (giveUpMs === undefined) return;
    setTimeout(() => {
      const isUseless = this.underWay.has(pending.id) && [...this.underWay.values()].every((one) => !one.isWanted);
      if (this.living === living && isUseless) this.end(living, new WorkError(ENDED));
    }, giveUpMs);
  }

  /** Every sign of life puts off the moment at which a worker’s silence is taken for its death. */
  private listen(living: Living): void {
    for (const pending of this.underWay.values()) {
      clearTimeout(pending.silence);
      pending.silence = setTimeout(() => this.end(living, new WorkError(SILENT)), SILENCE_MS);
    }
  }

  /** A worker holds a lock for as long as it lives, however it ends: the page has it next. */
  private async noticeDeath(living: Living): Promise<void> {
    const name = `worker ${Date.now()} ${Math.random()}`;
    const late = setTimeout(() => this.end(living, new WorkError(NOT_LOADED)), START_MS);
    living.stopWaiting = () => clearTimeout(late);
    const isHeld = await living.remote.holdLifeLock(name);
    living.stopWaiting();
    if (!isHeld || this.living !== living) return;
    await navigator.locks.request(name, () => this.end(living, new WorkError(ENDED)));
  }

  private end(living: Living, cause: Error): void {
    if (this.living !== living) return;
    this.living = undefined;
    living.stopWaiting?.();
    living.worker.terminate();
    const lost = [...this.underWay.values()];
    this.underWay.clear();
    for (const pending of lost) {
      clearTimeout(pending.silence);
      pending.reject(cause);
    }
    this.feed();
  }
}
