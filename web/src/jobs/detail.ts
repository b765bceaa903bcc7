import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { DetailKind, DetailTasks } from '../workers/detail-worker';

/** Bands have a worker of their own: they must not wait for fixes, which take longer in one piece. */
const workers: Partial<Record<'bands' | 'others', Remote<DetailTasks>>> = {};
let lastToken = 0;

function remote(kind: DetailKind): Remote<DetailTasks> {
  const name = kind === 'bands' ? 'bands' : 'others';
  return (workers[name] ??= wrap<DetailTasks>(new Worker(new URL('../workers/detail-worker.ts', import.meta.url), { type: 'module' })));
}

/** The latest answer, and whether it is to the present question. */
export interface Detail<T> {
  value: T | undefined;
  fresh: boolean;
}

/**
 * Asks the detail worker whenever `question` changes (by identity; undefined asks nothing), and shows what it reports.
 * A newer question cancels the older one; until its answer the older one's stands, marked as not fresh.
 */
export function useDetail<Q extends object, R, T>(
  kind: DetailKind,
  question: Q | undefined,
  ask: (tasks: Remote<DetailTasks>, token: number, question: Q, report: (report: R) => void) => Promise<unknown>,
  gather: (sofar: T | undefined, report: R) => T,
): Detail<T> {
  const [answer, setAnswer] = useState<{ question: Q; value: T }>();
  const latest = useRef({ ask, gather });
  useEffect(() => {
    latest.current = { ask, gather };
  });
  useEffect(() => {
    if (!question) return;
    const token = ++lastToken;
    let wanted = true;
    const report = (one: R) => {
      if (!wanted) return;
      setAnswer((before) => ({ question, value: latest.current.gather(before?.question === question ? before.value : undefined, one) }));
    };
    const worker = remote(kind);
    void latest.current.ask(worker, token, question, proxy(report)).catch(() => undefined);
    return () => {
      wanted = false;
      void worker.cancel(kind, token);
    };
  }, [kind, question]);
  return { value: answer?.value, fresh: answer !== undefined && answer.question === question };
}
