import type { Limits } from '@puddler/core';
import { useMemo, useState } from 'react';
import { current } from '../../jobs/asked';
import { reachJob } from '../../jobs/plan-jobs';
import { useJob } from '../../jobs/use-job';
import type { FoundSetup } from '../../workers/search-worker';

/** What of a front Step up would let be driven for the whole run, before anything of the car is known. */
export interface Reach {
  /** Those that are shown: the rest is left out as long as there is anything else, unless it is asked for. */
  shown: readonly FoundSetup[];
  /** Keys of those that it would not. */
  beyond: ReadonlySet<string>;
  /** Whether all were asked. */
  isKnown: boolean;
  isAllShown: boolean;
  showAll: (all: boolean) => void;
}

/** Asks it of a front whose search is through. */
export function useReach(setups: readonly FoundSetup[], limits: Limits, done: boolean): Reach {
  const [wanted, showAll] = useState(false);
  const question = useMemo(
    () => (done && setups.length > 0 ? { setups: setups.map(({ key, plan }) => ({ key, plan })), limits } : undefined),
    [done, setups, limits],
  );
  const asked = useJob(reachJob, question);
  const answer = question && current(asked);
  const beyond = useMemo(() => new Set(answer?.filter(([, reaches]) => !reaches).map(([key]) => key)), [answer]);
  const isAllShown = wanted || beyond.size === setups.length;
  const shown = useMemo(() => (isAllShown ? setups : setups.filter(({ key }) => !beyond.has(key))), [setups, beyond, isAllShown]);
  return { shown, beyond, isKnown: question === undefined || answer?.length === setups.length || asked.state === 'failed', isAllShown, showAll };
}
