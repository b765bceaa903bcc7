import type { Foreseen, Ladder, PlanFile, Temperatures } from '@puddler/core';
import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { CoolingCourse, CoolingWish, LadderTasks, LadderWish, StoodSince } from '../workers/ladder-worker';
import { messageOf, type Asked } from './log-jobs';

const make = () => new Worker(new URL('../workers/ladder-worker.ts', import.meta.url), { type: 'module' });

export type LadderState = { state: 'working'; share: number } | { state: 'ready'; ladder: Ladder } | { state: 'failed'; message: string };

const known = new Map<string, Ladder>();
const MOST_KEPT = 24;

/** The same ladder for the same wish, while it is remembered. */
function keep(key: string, ladder: Ladder): void {
  known.set(key, ladder);
  if (known.size > MOST_KEPT) known.delete(known.keys().next().value!);
}

/** The ladder to a plan, in a worker of its own: a newer wish stops the older one. Undefined wishes nothing. */
export function useLadder(wish: LadderWish | undefined): LadderState {
  const key = wish && JSON.stringify(wish);
  const [answer, setAnswer] = useState<{ key: string; state: LadderState }>();
  useEffect(() => {
    if (key === undefined || known.has(key)) return;
    const worker = make();
    let wanted = true;
    const tell = (state: LadderState) => wanted && setAnswer({ key, state });
    wrap<LadderTasks>(worker)
      .ladder(
        JSON.parse(key) as LadderWish,
        proxy((share: number) => void tell({ state: 'working', share })),
      )
      .then((ladder) => {
        keep(key, ladder);
        tell({ state: 'ready', ladder });
      })
      .catch((cause: unknown) => tell({ state: 'failed', message: messageOf(cause) }))
      .finally(() => worker.terminate());
    return () => {
      wanted = false;
      worker.terminate();
    };
  }, [key]);
  const done = key === undefined ? undefined : known.get(key);
  if (done) return { state: 'ready', ladder: done };
  return answer && answer.key === key ? answer.state : { state: 'working', share: 0 };
}

let small: Remote<LadderTasks> | undefined;
/** The worker for what is quickly told: what a step is expected to do, and how the car cools after it. */
const quick = (): Remote<LadderTasks> => (small ??= wrap<LadderTasks>(make()));

/** Asks whenever the question changes by its content; undefined asks nothing. */
function useAsked<Q, T>(question: Q | undefined, ask: (tasks: Remote<LadderTasks>, question: Q) => Promise<T>): Asked<T> {
  const key = question === undefined ? undefined : JSON.stringify(question);
  const [answer, setAnswer] = useState<{ key: string; asked: Asked<T> }>();
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    if (key === undefined) return;
    let wanted = true;
    const tell = (asked: Asked<T>) => wanted && setAnswer({ key, asked });
    latest
      .current(quick(), JSON.parse(key) as Q)
      .then((value) => tell({ state: 'ready', value }))
      .catch((cause: unknown) => tell({ state: 'failed', message: messageOf(cause) }));
    return () => {
      wanted = false;
    };
  }, [key]);
  return answer && answer.key === key ? answer.asked : { state: 'waiting' };
}

/** What a step is expected to do at the track. */
export const useForeseen = (
  step: { plan: PlanFile; capShare: number; after: StoodSince | undefined } | undefined,
): Asked<{ foreseen: Foreseen; warm: Temperatures | undefined }> =>
  useAsked(step, (tasks, { plan, capShare, after }) => tasks.foreseen(plan, capShare, after));

/** How the car cools after it has stopped. */
export const useCooling = (wish: CoolingWish | undefined): Asked<CoolingCourse> => useAsked(wish, (tasks, one) => tasks.cooling(one));
