import type { FindingId, Fixes, PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import { useAppSelector } from '../../desk/store';
import { selectShelf } from '../../desk/selectors';
import { useDetail } from '../../jobs/detail';
import type { RunResult, RunTerms } from '../../workers/predict-worker';

export type FixesById = Partial<Record<FindingId, Fixes>>;

/** More findings than this are not mended one by one. */
const MENDED = 5;

/** The fixes of the worst findings, as they come in from the worker. */
export function useFixes(file: PlanFile, wish: RunTerms, result: RunResult | undefined): { fixes: FixesById; fresh: boolean } {
  const shelf = useAppSelector(selectShelf);
  const question = useMemo(
    () =>
      result && result.findings.length > 0
        ? {
            file,
            wish,
            run: result.driven.run,
            findings: result.findings.slice(0, MENDED),
            shelf: shelf.map(({ part }) => part).filter(({ kind }) => kind === 'esc' || kind === 'motor' || kind === 'pack'),
          }
        : undefined,
    [file, wish, result, shelf],
  );
  const { value, fresh } = useDetail<NonNullable<typeof question>, [FindingId, Fixes], FixesById>(
    'fixes',
    question,
    (tasks, token, asked, report) => tasks.fixes(token, asked.file, asked.wish, asked.run, asked.findings, asked.shelf, report),
    (sofar, [id, fixes]) => ({ ...sofar, [id]: fixes }),
  );
  return { fixes: value ?? {}, fresh };
}
