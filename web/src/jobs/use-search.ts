import type { SearchTask } from '@puddler/core';
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { endedSearch, noteSearch, recallSearch } from './ended-searches';
import { NOTHING_YET, SearchPool, type SearchState } from './search-pool';

/** A wish that is still being typed or dragged is asked once it has held still this long. */
const HOLD_STILL_MS = 120;

export interface LiveSearch extends SearchState {
  paused: boolean;
  pause: () => void;
  resume: () => void;
  /** What is shown is the answer to an older wish. */
  stale: boolean;
  /** Searches again after it failed. */
  retry: () => void;
}

/** Searches whenever `task` changes (by identity); undefined searches nothing. The older answer stands until the newer has one. */
export function useSearch(task: SearchTask | undefined): LiveSearch {
  const pool = useRef<SearchPool>(undefined);
  const [answer, setAnswer] = useState<{ task: SearchTask; state: SearchState; old: boolean }>();
  // A stop belongs to the wish it was pressed under, even one whose search has not begun yet.
  const [pausedFor, setPausedFor] = useState<SearchTask>();
  const heldBack = useRef<SearchTask>(undefined);

  const [attempt, setAttempt] = useState(0);
  const retry = useCallback(() => setAttempt((count) => count + 1), []);
  const known = useMemo(() => task && endedSearch(task), [task]);

  useEffect(
    () => () => {
      pool.current?.close();
      pool.current = undefined;
    },
    [],
  );

  useEffect(() => {
    if (task && known) {
      pool.current?.pause();
      return setAnswer({ task, state: known, old: false });
    }
    // Made at once, so that the workers are awake when the first wish comes.
    pool.current ??= new SearchPool();
    if (!task) return;
    let isOver = false;
    const begin = async () => {
      const before = await recallSearch(task);
      if (isOver) return;
      if (before) {
        pool.current?.pause();
        return setAnswer({ task, state: before, old: false });
      }
      pool.current?.start(task, (state) => {
        noteSearch(task, state);
        // Drawing hundreds of points and rows gives way to whatever a hand does meanwhile.
        startTransition(() =>
          setAnswer((before) => {
            // An empty chart between two answers would only flicker.
            const old = state.setups.length === 0 && !state.progress.finished && before !== undefined;
            return { task, old, state: old ? { ...state, setups: before.state.setups } : state };
          }),
        );
      });
      if (heldBack.current === task) pool.current?.pause();
    };
    const waiting = setTimeout(() => void begin(), HOLD_STILL_MS);
    return () => {
      isOver = true;
      clearTimeout(waiting);
    };
  }, [task, known, attempt]);

  const pause = useCallback(() => {
    heldBack.current = task;
    setPausedFor(task);
    pool.current?.pause();
  }, [task]);
  const resume = useCallback(() => {
    heldBack.current = undefined;
    setPausedFor(undefined);
    pool.current?.resume();
  }, []);
  const paused = task !== undefined && pausedFor === task;
  return {
    ...(known ?? answer?.state ?? NOTHING_YET),
    paused,
    pause,
    resume,
    retry,
    stale: !known && (answer?.task !== task || answer?.old === true),
  };
}
