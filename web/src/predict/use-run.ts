import type { PlanFile } from '@puddler/core';
import { useEffect, useState } from 'react';
import type { RunResult } from '../workers/predict-worker';
import { runQueue } from './run-queue';

/** `stale` holds the last result while a newer one is on its way. */
export type RunState =
  { state: 'waiting'; stale: RunResult | undefined } | { state: 'ready'; result: RunResult } | { state: 'failed'; message: string };

const done = new WeakMap<PlanFile, RunState>();

/** The latest figures there are, fresh or not. */
export function latest(run: RunState): RunResult | undefined {
  return run.state === 'ready' ? run.result : run.state === 'waiting' ? run.stale : undefined;
}

/** The run of a plan file, computed in the worker; a newer plan cancels the older one's run. */
export function useRun(file: PlanFile | undefined, first = false): RunState {
  const [answer, setAnswer] = useState<{ file: PlanFile; state: RunState }>();
  const known = file && (done.get(file) ?? (answer?.file === file ? answer.state : undefined));

  useEffect(() => {
    if (!file) return;
    // Another view's run of the same file may have come in between this view's drawing and now.
    const already = done.get(file);
    if (already) {
      setAnswer({ file, state: already });
      return;
    }
    return runQueue.ask(
      file,
      (result) => {
        const state: RunState = result instanceof Error ? { state: 'failed', message: result.message } : { state: 'ready', result };
        done.set(file, state);
        setAnswer({ file, state });
      },
      first,
    );
  }, [file, first]);

  return known ?? { state: 'waiting', stale: answer && latest(answer.state) };
}
