import type { MeasuredToday, PlanFile } from '@puddler/core';
import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { CarTasks, Explained } from '../../workers/car-worker';

/** Typing settles this long before the runs begin. */
const SETTLE_MS = 120;

let tasks: Remote<CarTasks> | undefined;

/** The explanation of what a car was measured to do; undefined while it is computed or nothing was measured. */
export function useExplained(file: PlanFile | undefined, today: MeasuredToday | undefined): Explained | undefined {
  const [answer, setAnswer] = useState<{ file: PlanFile; today: MeasuredToday; explained: Explained }>();
  useEffect(() => {
    if (!file || !today) return;
    let wanted = true;
    const timer = setTimeout(() => {
      tasks ??= wrap<CarTasks>(new Worker(new URL('../../workers/car-worker.ts', import.meta.url), { type: 'module' }));
      void tasks.explain(file, today).then((explained) => wanted && setAnswer({ file, today, explained }));
    }, SETTLE_MS);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [file, today]);
  return answer && answer.file === file && answer.today === today ? answer.explained : undefined;
}
