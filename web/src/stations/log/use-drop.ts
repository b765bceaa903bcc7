import { MOST_LOG_BYTES, type KeptLog } from '@puddler/contract/shared';
import type { LogQuantity, PlanFile } from '@puddler/core';
import { startTransition, useCallback, useState } from 'react';
import { keepFile, whyNotKept } from '../../document-store/keep-files';
import { logColumnsChosen, type LogChoice } from '../../document-store/prefs-slice';
import { useAppDispatch, useAppStore } from '../../document-store/store';
import { logClient } from '../../jobs/log-jobs';
import { reasonOf } from '../../jobs/worker-client';
import { asChosen, headsOf, keptLog, kindOf, newlyDropped, polesOfPlan, readingOptions, type Dropped } from './dropped';

/** Files that were dropped: read in the worker, mapped, corrected, then kept. */
export function useDrop(plan: PlanFile) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const [dropped, setDropped] = useState<Dropped[]>([]);
  const [problems, setProblems] = useState<string[]>([]);
  const [keeping, setKeeping] = useState(false);
  const update = useCallback(
    (id: string, change: Partial<Dropped>) => setDropped((all) => all.map((one) => (one.id === id ? { ...one, ...change } : one))),
    [],
  );
  const read = useReading(plan, update);

  const take = (files: readonly File[]) => {
    const large = files.filter((file) => file.size > MOST_LOG_BYTES);
    setProblems(large.map((file) => `${file.name} is larger than 200 MB. Split it, or log less often.`));
    const fresh = files.filter((file) => !large.includes(file)).map(newlyDropped);
    setDropped((all) => [...all, ...fresh]);
    for (const one of fresh) void read(one, one.choice, true);
  };

  /** Sets what a column is; the file is read again by it. */
  const choose = (one: Dropped, name: string, as: LogQuantity | 'none', unit: string) => {
    if (one.state.is !== 'ready') return;
    const columns = one.state.summary.columns.map((column) => (column.name === name ? { name, as, unit } : asChosen(column)));
    void read(one, { ...one.choice, columns });
  };
  const setPoles = (one: Dropped, poles: number | undefined) => {
    const { poles: _old, ...choice } = one.choice;
    void read(one, poles === undefined ? choice : { ...choice, poles });
  };

  /** Keeps what is ready; the logs as a run holds them. What cannot be kept stays, with the reason. */
  const keep = async (): Promise<KeptLog[]> => {
    setKeeping(true);
    const kept: KeptLog[] = [];
    const bad: string[] = [];
    for (const one of dropped) {
      if (one.state.is !== 'ready') continue;
      const { summary } = one.state;
      try {
        const log = keptLog(await keepFile(store, 'log', one.file), one, summary);
        kept.push(log);
        await logClient.ask('adopt', { file: one.file, options: readingOptions(plan, one.choice), log, plan });
        if (summary.form === 'csv' && one.choice.columns.length > 0) dispatch(logColumnsChosen({ heads: headsOf(summary), choice: one.choice }));
      } catch (cause) {
        bad.push(`${one.file.name}: ${whyNotKept(cause)}`);
      }
    }
    setProblems(bad);
    setKeeping(false);
    if (bad.length === 0) setDropped([]);
    return kept;
  };

  return {
    plan,
    dropped,
    problems,
    keeping,
    take,
    choose,
    setPoles,
    keep,
    setPlace: (one: Dropped, place: number) => update(one.id, { place }),
    remove: (one: Dropped) => setDropped((all) => all.filter(({ id }) => id !== one.id)),
    clear: () => {
      setDropped([]);
      setProblems([]);
    },
  };
}

/** Reads a file in the worker by a choice; at first by the one that was made for a file with the same heads, and with the poles of the plan. */
function useReading(plan: PlanFile, update: (id: string, change: Partial<Dropped>) => void) {
  const store = useAppStore();
  return useCallback(
    async function read({ id, file }: Pick<Dropped, 'id' | 'file'>, choice: LogChoice, isFirst = false): Promise<void> {
      update(id, { state: { is: 'reading', share: 0 }, choice });
      try {
        const opened = await logClient.ask(
          'open',
          { source: { file }, options: readingOptions(plan, choice) },
          { onProgress: (share) => update(id, { state: { is: 'reading', share } }) },
        );
        if (!opened.ok) return update(id, { state: { is: 'failed', message: `line ${opened.line}: ${opened.reason}` } });
        const { summary } = opened;
        const remembered = store.getState().prefs.logColumns[headsOf(summary)];
        if (isFirst && remembered) return await read({ id, file }, remembered);
        const poles = polesOfPlan(plan, summary, choice);
        if (poles !== undefined) return await read({ id, file }, { ...choice, poles });
        startTransition(() => update(id, { state: { is: 'ready', summary }, kind: kindOf(summary) }));
      } catch (cause) {
        update(id, { state: { is: 'failed', message: reasonOf(cause) } });
      }
    },
    [plan, store, update],
  );
}

export type Dropping = ReturnType<typeof useDrop>;
