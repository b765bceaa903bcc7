import type { StoredWish } from '../../document-store/selectors';
import type { SearchTask } from '@puddler/core';
import { useEffect, useState } from 'react';
import { endedSearch, noteSearch } from '../../jobs/ended-searches';
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
    const waiting = [...searches];
    const next = (): void => {
      const search = waiting.shift();
      if (!search) return;
      const task = taskOf(search);
      if (!task) return next();
      const take = ({ setups }: SearchState) => {
        const keys = setups.map(({ key }) => key);
        setAnswers((before) => ({ ...before, [search.id]: { count: keys.length, since: sinceSeen(search, keys) } }));
        next();
      };
      const known = endedSearch(task);
      if (known) return take(known);
      pool ??= new SearchPool(1);
      pool.start(task, (state) => {
        if (!state.progress.finished && state.failed === undefined) return;
        pool?.pause();
        noteSearch(task, state);
        take(state);
      });
    };
    next();
    return () => pool?.close();
  }, [searches, taskOf, idle]);
  return answers;
}
