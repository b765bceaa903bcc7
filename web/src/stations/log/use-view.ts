import { useEffect, useRef, useState } from 'react';
import { logClient } from '../../jobs/log-jobs';
import { reasonOf } from '../../jobs/worker-client';
import type { TraceQuestion } from '../../workers/log-worker';
import { aroundWindow, AROUND_VIEW, movedFrom, type View, type Window } from './trace-layout';

/** What the worker drew of a window and of what lies on both sides of it. */
interface Answer {
  traceKey: string;
  window: Window;
  columns: number;
  view: View;
}

/** While a view reaches this far beyond the window on both sides, it is not asked for again [shares of the window]. */
const NEAR_EDGE = AROUND_VIEW / 2;

/** The newest view that is here, and why there is none of the present window. */
export interface ViewState {
  answer: Answer | undefined;
  failed: { reason: string; retry: () => void } | undefined;
}

/** The view of a window, always the newest that was asked for. It reaches beyond the window, so that moving it a little draws nothing again. */
export function useView(trace: TraceQuestion, window: Window, columns: number): ViewState {
  const traceKey = trace.key;
  const [answer, setAnswer] = useState<Answer>();
  const [reason, setReason] = useState<string>();
  const [attempt, setAttempt] = useState(0);
  const busy = useRef(false);
  const wanted = useRef<Omit<Answer, 'view'>>(undefined);
  const asked = useRef<Omit<Answer, 'view'>>(undefined);
  const isHere = useRef(false);
  const question = useRef(trace);
  useEffect(() => {
    question.current = trace;
  });
  useEffect(() => {
    isHere.current = true;
    return () => {
      isHere.current = false;
    };
  }, []);
  useEffect(() => {
    const last = asked.current;
    const moved = last?.traceKey === traceKey && last.columns === columns ? movedFrom(last.window, window) : undefined;
    if (moved !== undefined && Math.abs(moved) <= NEAR_EDGE) return;
    asked.current = wanted.current = { traceKey, window, columns };
    const next = async () => {
      if (busy.current) return;
      busy.current = true;
      for (let ask = wanted.current; ask; ask = wanted.current) {
        wanted.current = undefined;
        const around = aroundWindow(ask.window);
        try {
          const view = await logClient.ask('view', { ...question.current, ...around, columns: Math.round(ask.columns * (1 + 2 * AROUND_VIEW)) });
          if (isHere.current) setAnswer({ ...ask, view });
          if (isHere.current) setReason(undefined);
        } catch (cause) {
          asked.current = undefined;
          if (isHere.current) setReason(reasonOf(cause));
        }
      }
      busy.current = false;
    };
    void next();
  }, [traceKey, window, columns, attempt]);
  return { answer, failed: reason === undefined ? undefined : { reason, retry: () => setAttempt((count) => count + 1) } };
}
