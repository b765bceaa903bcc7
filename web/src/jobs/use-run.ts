import type { PlanFile } from '@puddler/core';
import { useEffect, useState } from 'react';
import type { RunResult, RunTerms } from '../workers/predict-worker';
import { runQueue } from './run-queue';

/** `stale` holds the last result while a newer one is on its way. */
export type RunState =
  { state: 'waiting'; stale: RunResult | undefined } | { state: 'ready'; result: RunResult } | { state: 'failed'; message: string };

const done = new WeakMap<PlanFile, WeakMap<RunTerms, RunState>>();

function known(file: PlanFile, wish: RunTerms): RunState | undefined {
  return done.get(file)?.get(wish);
}

function remember(file: PlanFile, wish: RunTerms, state: RunState): void {
  const byWish = done.get(file) ?? new WeakMap<RunTerms, RunState>();
  byWish.set(wish, state);
  done.set(file, byWish);
}

/** The latest figures there are, fresh or not. */
export function latest(run: RunState): RunResult | undefined {
  return run.state === 'ready' ? run.result : run.state === 'waiting' ? run.stale : undefined;
}

/** The run of a plan file, computed in the worker; a newer plan cancels the older one's run. */
export function useRun(file: PlanFile | undefined, wish: RunTerms, first = false): RunState {
  const [answer, setAnswer] = useState<{ file: PlanFile; wish: RunTerms; state: RunState }>();
  const state = file && (known(file, wish) ?? (answer?.file === file && answer.wish === wish ? answer.state : undefined));

  useEffect(() => {
    if (!file) return;
    // Another view's run of the same file may have come in between this view's drawing and now.
    const already = known(file, wish);
    if (already) {
      setAnswer({ file, wish, state: already });
      return;
    }
    return runQueue.ask(
      file,
      wish,
      (result) => {
        const next: RunState = result instanceof Error ? { state: 'failed', message: result.message } : { state: 'ready', result };
        remember(file, wish, next);
        setAnswer({ file, wish, state: next });
      },
      first,
    );
  }, [file, wish, first]);

  return state ?? { state: 'waiting', stale: answer && latest(answer.state) };
}
