import { useEffect, useRef, useState } from 'react';
import { logTasks } from '../../jobs/log-jobs';
import { aroundWindow, AROUND_VIEW, movedFrom, type View, type Window } from './trace-layout';

/** What the worker drew of a window and of what lies on both sides of it. */
export interface Answer {
  traceKey: string;
  window: Window;
  columns: number;
  view: View;
}

/** While a view reaches this far beyond the window on both sides, it is not asked for anew [shares of the window]. */
const NEAR_EDGE = AROUND_VIEW / 2;

/** The view of a window, always the newest that was asked for. It reaches beyond the window, so that moving it a little draws nothing anew. */
export function useView(traceKey: string, window: Window, columns: number): Answer | undefined {
  const [answer, setAnswer] = useState<Answer>();
  const busy = useRef(false);
  const wanted = useRef<Omit<Answer, 'view'>>(undefined);
  const asked = useRef<Omit<Answer, 'view'>>(undefined);
  const isHere = useRef(false);
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
        const view = await logTasks().view(ask.traceKey, around.fromS, around.toS, Math.round(ask.columns * (1 + 2 * AROUND_VIEW)));
        if (isHere.current) setAnswer({ ...ask, view });
      }
      busy.current = false;
    };
    void next();
  }, [traceKey, window, columns]);
  return answer;
}
