import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { AnswerOf, PartOf, QuestionOf, Tasks } from '../workers/serve';
import { AnswerCache } from './answer-cache';
import type { Asked } from './asked';
import { reasonOf, type WorkerClient } from './worker-client';

export interface JobOptions<T extends Tasks, K extends keyof T & string, V> {
  /** Joins a part, or the answer at the end, to what there is. Left out, each takes the place of the one before. */
  gather?: (sofar: V | undefined, part: PartOf<T, K> | AnswerOf<T, K>) => V;
  /** What the answer depends on, each by identity; the question itself where it is left out. */
  keyOf?: (question: QuestionOf<T, K>) => readonly unknown[];
  /** Answers that are remembered. */
  keeps?: number;
  /** A question is asked once it has stood unchanged for this long [ms]: a drag changes it every frame. */
  settleMs?: number;
  /** Large answers are drawn between what the hands do. */
  inTransition?: boolean;
}

/** One kind of question to a worker. */
export class Job<T extends Tasks, K extends keyof T & string, V = AnswerOf<T, K>> {
  private readonly cache: AnswerCache<V>;

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

  /** Asks, and tells `listen` what comes of it until the returned function is called. */
  ask(question: QuestionOf<T, K>, listen: (asked: Asked<V>) => void, retry: () => void, first?: boolean): () => void {
    const { gather = (_sofar, part) => part as V, settleMs = 0, inTransition } = this.options;
    const stop = new AbortController();
    let sofar: V | undefined;
    const report = (asked: Asked<V>) => {
      if (stop.signal.aborted) return;
      if (inTransition) startTransition(() => listen(asked));
      else listen(asked);
    };
    const begin = async () => {
      try {
        const answer = await this.client.ask(this.task, question, {
          first,
          signal: stop.signal,
          onPart: (part) => {
            sofar = gather(sofar, part);
            report({ state: 'waiting', sofar, last: undefined, progress: undefined });
          },
          onProgress: (share, what) => report({ state: 'waiting', sofar, last: undefined, progress: { share, what } }),
        });
        const value = gather(sofar, answer);
        this.cache.set(this.keyOf(question), value);
        report({ state: 'ready', value });
      } catch (cause) {
        report({ state: 'failed', reason: reasonOf(cause), last: undefined, retry });
      }
    };
    if (settleMs === 0) void begin();
    const timer = settleMs > 0 ? setTimeout(() => void begin(), settleMs) : undefined;
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
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
  useEffect(() => {
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
