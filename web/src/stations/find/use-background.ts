import type { StoredWish } from '../../document-store/selectors';
import type { SearchTask } from '@puddler/core';
import { useEffect, useState } from 'react';
import { SearchPool } from '../../jobs/search-pool';
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
    const pool = new SearchPool(1);
    const waiting = [...searches];
    const next = () => {
      const search = waiting.shift();
      const task = search && taskOf(search);
      if (!search) return;
      if (!task) {
        next();
        return;
      }
      pool.start(task, ({ progress, setups, failed }) => {
        if (!progress.finished && failed === undefined) return;
        pool.pause();
        setAnswers((before) => ({
          ...before,
          [search.id]: {
            count: setups.length,
            since: sinceSeen(
              search,
              setups.map((one) => one.key),
            ),
          },
        }));
        next();
      });
    };
    next();
    return () => pool.close();
  }, [searches, taskOf, idle]);
  return answers;
}
