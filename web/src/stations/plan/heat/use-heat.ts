import type { DrivenRun, PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import { useDetail, type Detail } from '../../../jobs/detail';
import type { HeatAnswer, HeatWish } from '../../../workers/detail-worker';
import { HEAT_CHANGES, type HeatChange } from './heat-changes';

/** What the Heat panel asks beside the run itself. */
export interface HeatQuestion {
  change: HeatChange | undefined;
  /** Takes a change for comparison, or none. */
  compareWith: (id: string | undefined) => void;
  readyC: number;
  setReadyC: (c: number) => void;
  runs: number;
  setRuns: (count: number) => void;
  pauseMin: number;
  setPauseMin: (minutes: number) => void;
}

/** The heat of a plan through its run and after it; `driven` is the run as it was driven for the answers, undefined while it is not. */
export function useHeat(file: PlanFile, driven: DrivenRun | undefined): { question: HeatQuestion; answer: Detail<HeatAnswer> } {
  const [changeId, setChangeId] = useState<string>();
  const [readyC, setReadyC] = useState(40);
  const [runs, setRuns] = useState(1);
  const [pauseMin, setPauseMin] = useState(10);
  const change = HEAT_CHANGES.find((one) => one.id === changeId && one.possible(file));
  const asked = useMemo(() => {
    if (!driven) return undefined;
    const wish: HeatWish = { driven, readyC, compare: change?.apply(file), runs, pauseS: 60 * pauseMin };
    return { file, wish };
  }, [file, driven, readyC, change, runs, pauseMin]);
  const answer = useDetail<{ file: PlanFile; wish: HeatWish }, HeatAnswer, HeatAnswer>(
    'heat',
    asked,
    (tasks, token, one, report) => tasks.heat(token, one.file, one.wish, report),
    (_sofar, found) => found,
  );
  return { question: { change, compareWith: setChangeId, readyC, setReadyC, runs, setRuns, pauseMin, setPauseMin }, answer };
}
