import type { StoredWish } from '../../document-store/selectors';
import type { SearchTask } from '@puddler/core';
import { useEffect, useState } from 'react';
import { noteSearch, recallSearch } from '../../jobs/ended-searches';
import { SearchPool, type SearchState } from '../../jobs/search-pool';
import { sinceSeen, type SinceSeen } from './seen';

export interface BackgroundAnswer {
  count: number;
  since: SinceSeen | undefined;
}

/**
 * Asks the searches that are not active again, one after the other on one worker, whenever the shelf or the car has
 * changed: what is new on their fronts stands beside their names.
 */
export function useBackground(
  searches: readonly StoredWish[],
  taskOf: (search: StoredWish) => SearchTask | undefined,
  idle: boolean,
): Record<string, BackgroundAnswer> {
  const [answers, setAnswers] = useState<Record<string, BackgroundAnswer>>({});
  useEffect(() => {
    if (!idle || searches.length === 0) return;
    let pool: SearchPool | undefined;
    let isOver = false;
    const waiting = [...searches];
    const next = async (): Promise<void> => {
      const search = waiting.shift();
      if (!search) return;
      const task = taskOf(search);
      if (!task) return next();
      const take = ({ setups }: SearchState) => {
        const keys = setups.map(({ key }) => key);
        setAnswers((before) => ({ ...before, [search.id]: { count: keys.length, since: sinceSeen(search, keys) } }));
        void next();
      };
      const known = await recallSearch(task);
      if (isOver) return;
      if (known) return take(known);
      pool ??= new SearchPool(1);
      pool.start(task, (state) => {
        if (!state.progress.finished && state.failed === undefined) return;
        pool?.pause();
        noteSearch(task, state);
        take(state);
      });
    };
    void next();
    return () => {
      isOver = true;
      pool?.close();
    };
  }, [searches, taskOf, idle]);
  return answers;
}
