import type { CarRun } from '@puddler/contract/shared';
import type { Learned } from '@puddler/core';
import { proxy, wrap, type Remote } from 'comlink';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { TracePart } from '../workers/log-reading';
import type { TraceFacts } from '../workers/log-drawing';
import type { LogTasks } from '../workers/log-worker';
import type { PlanFile } from '@puddler/core';

const make = () => new Worker(new URL('../workers/log-worker.ts', import.meta.url), { type: 'module' });

let reading: Remote<LogTasks> | undefined;

/** The worker that reads and draws logs. */
export const logTasks = (): Remote<LogTasks> => (reading ??= wrap<LogTasks>(make()));

export const messageOf = (cause: unknown): string => (cause instanceof Error ? cause.message : String(cause));

/** What came of asking a worker once. */
export type Asked<T> = { state: 'waiting' } | { state: 'ready'; value: T } | { state: 'failed'; message: string };

/** Asks the log worker whenever `question` changes by identity; undefined asks nothing. `early` shows what is there before all of it is. */
export function useLogTask<Q, T>(
  question: Q | undefined,
  ask: (tasks: Remote<LogTasks>, question: Q, early: (value: T) => void) => Promise<T>,
): Asked<T> {
  const [answer, setAnswer] = useState<{ question: Q; asked: Asked<T> }>();
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    if (question === undefined) return;
    let [wanted, isWhole] = [true, false];
    // What comes back may be a whole page of passes and traces: it is drawn in pieces, between what the hands do.
    const tell = (asked: Asked<T>) => wanted && startTransition(() => setAnswer({ question, asked }));
    latest
      // What is there early may come in after the whole, by its own way: it counts for nothing then.
      .current(logTasks(), question, (value) => !isWhole && tell({ state: 'ready', value }))
      .then((value) => {
        isWhole = true;
        tell({ state: 'ready', value });
      })
      .catch((cause: unknown) => tell({ state: 'failed', message: messageOf(cause) }));
    return () => {
      wanted = false;
    };
  }, [question]);
  return answer && answer.question === question ? answer.asked : { state: 'waiting' };
}

export interface TraceWish {
  key: string;
  parts: TracePart[];
  plan: PlanFile;
}

/** The trace of a run’s logs, laid over each other; the worker lets go of it when it is looked at no more. */
export function useTrace(wish: TraceWish | undefined): Asked<TraceFacts> {
  const key = wish?.key;
  useEffect(() => (key === undefined ? undefined : () => void logTasks().forget(key)), [key]);
  return useLogTask(wish, (tasks, asked, early) => tasks.trace(asked.key, asked.parts, asked.plan, proxy(early)));
}

export type Lesson =
  | { state: 'none' }
  | { state: 'running'; what: string; share: number }
  | { state: 'done'; learned: Learned; runs: readonly CarRun[]; tookMs: number }
  | { state: 'failed'; message: string };

/** Learning in a worker of its own, which can be stopped at any moment. */
export function useLesson(): { lesson: Lesson; begin: (runs: readonly CarRun[]) => void; cancel: () => void } {
  const [lesson, setLesson] = useState<Lesson>({ state: 'none' });
  const worker = useRef<Worker>(undefined);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);
  const begin = useCallback(
    (runs: readonly CarRun[]) => {
      stop();
      const own = (worker.current = make());
      const beganMs = performance.now();
      const tell = (next: Lesson) => worker.current === own && setLesson(next);
      tell({ state: 'running', what: 'reading the logs', share: 0 });
      wrap<LogTasks>(own)
        .learn(
          [...runs],
          proxy((what: string, share: number) => void tell({ state: 'running', what, share })),
        )
        .then((learned) => tell({ state: 'done', learned, runs, tookMs: performance.now() - beganMs }))
        .catch((cause: unknown) => tell({ state: 'failed', message: messageOf(cause) }))
        .finally(() => worker.current === own && stop());
    },
    [stop],
  );
  const cancel = useCallback(() => {
    stop();
    setLesson({ state: 'none' });
  }, [stop]);
  return { lesson, begin, cancel };
}
