import { startTransition, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { AnswerOf, PartOf, QuestionOf, Tasks } from '../workers/serve';
import { AnswerCache, isSameKey } from './answer-cache';
import type { Asked } from './asked';
import type { KeptAnswers } from './kept-answers';
import { reasonOf, type WorkerClient } from './worker-client';

export interface JobOptions<T extends Tasks, K extends keyof T & string, V> {
  /** Joins a part, or the answer at the end, to what there is. Left out, each takes the place of the one before. */
  gather?: (sofar: V | undefined, part: PartOf<T, K> | AnswerOf<T, K>) => V;
  /** What the answer depends on, each by identity; the question itself where it is left out. */
  keyOf?: (question: QuestionOf<T, K>) => readonly unknown[];
  /** Answers that are remembered. */
  keeps?: number;
  /** Answers that outlive the page. */
  kept?: KeptAnswers<QuestionOf<T, K>, V>;
  /** A question is asked once it has stood unchanged for this long [ms]: a drag changes it every frame. */
  settleMs?: number;
  /** Large answers are drawn between what the hands do. */
  inTransition?: boolean;
}

/** Somebody who wants an answer. */
interface Viewer<V> {
  listen: (asked: Asked<V>) => void;
  retry: () => void;
}

/**
 * A question that is asked once, for as many viewers as want it: it is given up when the last one leaves. One that failed stands for as long as somebody
 * looks at it: others who want it get the same failure, and it is asked again when one of them tries again.
 */
interface Shared<V> {
  key: readonly unknown[];
  viewers: Set<Viewer<V>>;
  stop: AbortController;
  sofar: V | undefined;
  failed?: string;
}

const waiting = <V>(sofar: V | undefined) => ({ state: 'waiting' as const, sofar, last: undefined, progress: undefined });

/** One kind of question to a worker. */
export class Job<T extends Tasks, K extends keyof T & string, V = AnswerOf<T, K>> {
  private readonly cache: AnswerCache<V>;
  private readonly underWay: Shared<V>[] = [];

  constructor(
    readonly client: WorkerClient<T>,
    readonly task: K,
    readonly options: JobOptions<T, K, V> = {},
  ) {
    this.cache = new AnswerCache(options.keeps ?? 0);
  }

  known(question: QuestionOf<T, K>): V | undefined {
    return this.cache.get(this.keyOf(question));
  }

  /** Asks, and reports to `listen` what comes of it until the returned function is called. Viewers of the same question share one answer. */
  ask(question: QuestionOf<T, K>, listen: (asked: Asked<V>) => void, retry: () => void, first?: boolean): () => void {
    const { settleMs = 0 } = this.options;
    const viewer: Viewer<V> = { listen, retry };
    let leave: (() => void) | undefined;
    const join = () => void (leave = this.join(question, viewer, first));
    if (settleMs === 0) join();
    const timer = settleMs > 0 ? setTimeout(join, settleMs) : undefined;
    return () => {
      clearTimeout(timer);
      leave?.();
    };
  }

  private join(question: QuestionOf<T, K>, viewer: Viewer<V>, first: boolean | undefined): () => void {
    const key = this.keyOf(question);
    const known = this.underWay.find((one) => isSameKey(one.key, key));
    const shared: Shared<V> = known ?? { key, viewers: new Set(), stop: new AbortController(), sofar: undefined };
    shared.viewers.add(viewer);
    if (known?.failed !== undefined) this.fail(known, known.failed, [viewer]);
    else if (known) this.report([viewer], waiting(known.sofar));
    else void this.begin(question, shared, first);
    return () => {
      shared.viewers.delete(viewer);
      if (shared.viewers.size > 0) return;
      shared.stop.abort();
      this.forget(shared);
    };
  }

  private async begin(question: QuestionOf<T, K>, shared: Shared<V>, first: boolean | undefined): Promise<void> {
    const { gather = (_sofar, part) => part as V, kept } = this.options;
    this.underWay.push(shared);
    try {
      const before = kept && (await kept.get(question));
      if (shared.stop.signal.aborted) return;
      if (before !== undefined) return this.answer(shared, before);
      const answer = await this.client.ask(this.task, question, {
        first,
        signal: shared.stop.signal,
        onPart: (part) => {
          shared.sofar = gather(shared.sofar, part);
          this.report(shared.viewers, waiting(shared.sofar));
        },
        onProgress: (share, what) => this.report(shared.viewers, { ...waiting(shared.sofar), progress: { share, what } }),
      });
      const value = gather(shared.sofar, answer);
      void kept?.set(question, value);
      this.answer(shared, value);
    } catch (cause) {
      this.fail(shared, reasonOf(cause), shared.viewers);
    }
  }

  private answer(shared: Shared<V>, value: V): void {
    this.forget(shared);
    this.cache.set(shared.key, value);
    this.report(shared.viewers, { state: 'ready', value });
  }

  private fail(shared: Shared<V>, reason: string, viewers: Iterable<Viewer<V>>): void {
    shared.failed = reason;
    const retry = () => {
      this.forget(shared);
      for (const viewer of [...shared.viewers]) viewer.retry();
    };
    this.report(viewers, { state: 'failed', reason, last: undefined, retry });
  }

  private report(viewers: Iterable<Viewer<V>>, asked: Asked<V>): void {
    const listen = () => {
      for (const viewer of viewers) viewer.listen(asked);
    };
    if (this.options.inTransition) startTransition(listen);
    else listen();
  }

  private forget(shared: Shared<V>): void {
    const place = this.underWay.indexOf(shared);
    if (place >= 0) this.underWay.splice(place, 1);
  }

  private keyOf(question: QuestionOf<T, K>): readonly unknown[] {
    return this.options.keyOf?.(question) ?? [question];
  }
}

/**
 * Asks a worker whenever `question` changes (by identity; undefined asks nothing). A newer question cancels the older one of this
 * viewer, whose answer stands as `last` until the newer one's.
 */
export function useJob<T extends Tasks, K extends keyof T & string, V>(
  job: Job<T, K, V>,
  question: QuestionOf<T, K> | undefined,
  first?: boolean,
): Asked<V> {
  const [answer, setAnswer] = useState<{ question: QuestionOf<T, K>; asked: Asked<V> }>();
  const [attempt, setAttempt] = useState(0);
  const retry = useCallback(() => {
    setAnswer(undefined);
    setAttempt((count) => count + 1);
  }, []);
  const last = useRef<V>(undefined);
  // Asked before the page is painted: the worker is at it meanwhile.
  useLayoutEffect(() => {
    if (question === undefined) return;
    const value = job.known(question);
    // Another viewer's answer may have come in between this drawing and now.
    if (value !== undefined) return setAnswer({ question, asked: { state: 'ready', value } });
    return job.ask(question, (asked) => setAnswer({ question, asked }), retry, first);
  }, [job, question, retry, first, attempt]);

  const known = question === undefined ? undefined : job.known(question);
  const own = question !== undefined && answer?.question === question ? answer.asked : undefined;
  const asked: Asked<V> =
    known !== undefined ? { state: 'ready', value: known } : (own ?? { state: 'waiting', sofar: undefined, last: undefined, progress: undefined });
  const value = asked.state === 'ready' ? asked.value : asked.state === 'waiting' ? asked.sofar : undefined;
  useEffect(() => {
    if (value !== undefined) last.current = value;
  }, [value]);
  return asked.state === 'ready' ? asked : { ...asked, last: last.current };
}

/** The same object for as long as its content is the same, for questions that are built in every render. */
export function useSameContent<Q>(question: Q): Q {
  const text = JSON.stringify(question);
  return useMemo(() => (text === undefined ? (undefined as Q) : (JSON.parse(text) as Q)), [text]);
}
