import type { DrivenRun, PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import type { Asked } from '../../../jobs/asked';
import { heatJob } from '../../../jobs/plan-jobs';
import { useJob } from '../../../jobs/use-job';
import type { HeatAnswer, HeatQuestion } from '../../../workers/plan-worker';
import { HEAT_CHANGES, type HeatChange } from './heat-changes';

/** What the Heat panel asks beside the run itself. */
export interface HeatChoices {
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
export function useHeat(file: PlanFile, driven: DrivenRun | undefined): { choices: HeatChoices; asked: Asked<HeatAnswer> } {
  const [changeId, setChangeId] = useState<string>();
  const [readyC, setReadyC] = useState(40);
  const [runs, setRuns] = useState(1);
  const [pauseMin, setPauseMin] = useState(10);
  const change = HEAT_CHANGES.find((one) => one.id === changeId && one.possible(file));
  const question = useMemo<HeatQuestion | undefined>(
    () => driven && { plan: file, driven, readyC, compare: change?.apply(file), runs, pauseS: 60 * pauseMin },
    [file, driven, readyC, change, runs, pauseMin],
  );
  const asked = useJob(heatJob, question);
  return { choices: { change, compareWith: setChangeId, readyC, setReadyC, runs, setRuns, pauseMin, setPauseMin }, asked };
}
