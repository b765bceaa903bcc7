import type { PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import { useAppSelector } from '../../document-store/store';
import { selectShelf } from '../../document-store/selectors';
import type { Asked } from '../../jobs/asked';
import { fixesJob, type FixesById } from '../../jobs/plan-jobs';
import { useJob } from '../../jobs/use-job';
import type { FixesQuestion } from '../../workers/plan-worker';
import type { RunResult, RunTerms } from '../../workers/predict-worker';

/** For no more findings than these are fixes looked for. */
const MOST_FIXED = 5;

/** The fixes of the worst findings, as they come in from the worker. */
export function useFixes(plan: PlanFile, terms: RunTerms, result: RunResult | undefined): Asked<FixesById> {
  const shelf = useAppSelector(selectShelf);
  const question = useMemo<FixesQuestion | undefined>(
    () =>
      result && result.findings.length > 0
        ? {
            plan,
            terms,
            run: result.driven.run,
            findings: result.findings.slice(0, MOST_FIXED),
            shelf: shelf.map(({ part }) => part).filter(({ kind }) => kind === 'esc' || kind === 'motor' || kind === 'pack'),
          }
        : undefined,
    [plan, terms, result, shelf],
  );
  return useJob(fixesJob, question);
}
