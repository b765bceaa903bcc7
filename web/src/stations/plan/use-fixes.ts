import type { Finding, FindingId, Fixes, PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import { useAppSelector } from '../../desk/store';
import { selectShelf } from '../../desk/selectors';
import { useDetail } from '../../jobs/detail';
import type { RunTerms } from '../../workers/predict-worker';

export type FixesById = Partial<Record<FindingId, Fixes>>;

/** More findings than this are not mended one by one. */
const MENDED = 5;

/** The fixes of the worst findings, as they come in from the worker. */
export function useFixes(file: PlanFile, wish: RunTerms, findings: readonly Finding[] | undefined): { fixes: FixesById; fresh: boolean } {
  const shelf = useAppSelector(selectShelf);
  const question = useMemo(
    () =>
      findings && findings.length > 0
        ? {
            file,
            wish,
            findings: findings.slice(0, MENDED),
            shelf: shelf.map(({ part }) => part).filter(({ kind }) => kind === 'esc' || kind === 'motor' || kind === 'pack'),
          }
        : undefined,
    [file, wish, findings, shelf],
  );
  const { value, fresh } = useDetail<NonNullable<typeof question>, [FindingId, Fixes], FixesById>(
    'fixes',
    question,
    (tasks, token, asked, report) => tasks.fixes(token, asked.file, asked.wish, asked.findings, asked.shelf, report),
    (sofar, [id, fixes]) => ({ ...sofar, [id]: fixes }),
  );
  return { fixes: value ?? {}, fresh };
}
