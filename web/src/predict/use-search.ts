import type { SearchTask } from '@puddler/core';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import { NOTHING_YET, SearchPool, type SearchState } from './search-pool';

/** A wish that is still being typed or dragged is asked once it has held still this long. */
const HOLD_STILL_MS = 120;

export interface LiveSearch extends SearchState {
  paused: boolean;
  pause: () => void;
  resume: () => void;
  /** What is shown is the answer to an older wish. */
  stale: boolean;
}

/** Searches whenever `task` changes (by identity); undefined searches nothing. The older answer stands until the newer has one. */
export function useSearch(task: SearchTask | undefined): LiveSearch {
  const pool = useRef<SearchPool>(undefined);
  const [answer, setAnswer] = useState<{ task: SearchTask; state: SearchState; old: boolean }>();
  const [paused, setPaused] = useState(false);

  useEffect(() => {
    // Made at once, so that the workers are awake when the first wish comes.
    pool.current = new SearchPool();
    return () => pool.current?.close();
  }, []);

  useEffect(() => {
    if (!task) return;
    const waiting = setTimeout(() => {
      setPaused(false);
      pool.current?.start(task, (state) =>
        // Drawing hundreds of points and rows gives way to whatever a hand does meanwhile.
        startTransition(() =>
          setAnswer((before) => {
            // An empty chart between two answers would only flicker.
            const old = state.setups.length === 0 && !state.progress.finished && before !== undefined;
            return { task, old, state: old ? { ...state, setups: before.state.setups } : state };
          }),
        ),
      );
    }, HOLD_STILL_MS);
    return () => clearTimeout(waiting);
  }, [task]);

  const pause = useCallback(() => {
    pool.current?.pause();
    setPaused(true);
  }, []);
  const resume = useCallback(() => {
    pool.current?.resume();
    setPaused(false);
  }, []);
  return { ...(answer?.state ?? NOTHING_YET), paused, pause, resume, stale: answer?.task !== task || answer?.old === true };
}
