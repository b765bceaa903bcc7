import { LONGEST_FILE_NAME, MOST_LOG_BYTES, type FileRef, type KeptLog } from '@puddler/contract/shared';
import { compact } from '@puddler/core';
import type { Column, LogQuantity, PlanFile } from '@puddler/core';
import { startTransition, useCallback, useState } from 'react';
import { keepFile, whyNotKept } from '../../document-store/keep-files';
import { logColumnsChosen, type LogChoice } from '../../document-store/prefs-slice';
import { useAppDispatch, useAppStore } from '../../document-store/store';
import { logClient } from '../../jobs/log-jobs';
import { reasonOf } from '../../jobs/worker-client';
import type { LogSummary } from '../../workers/log-reading';
import type { TraceQuestion } from '../../workers/log-worker';
import { newId } from '@puddler/contract/shared';

/** A file that was dropped, on its way to being a log of a run. */
export interface Dropped {
  id: string;
  file: File;
  state: { is: 'reading'; share: number } | { is: 'ready'; summary: LogSummary } | { is: 'failed'; message: string };
  kind: KeptLog['kind'];
  choice: LogChoice;
  place: number | undefined;
}

/** A device that counts turns or amps is an ESC; one that knows where it is and no more is a GPS. */
const kindOf = (columns: readonly Column[]): KeptLog['kind'] =>
  columns.some(({ as }) => as === 'packV' || as === 'packA' || as === 'motorRpm' || as === 'electricalRpm' || as === 'outputShare') ? 'esc' : 'gps';

/** The heads by which a choice is remembered for files alike. */
const headsOf = ({ columns }: LogSummary): string =>
  columns
    .map((column) => column.name)
    .join('|')
    .slice(0, 2000);

const asChosen = ({ name, as, unit }: Column) => ({ name, as: as ?? 'none', unit });

/** Whether something still has to be said before this log can be kept. */
export const asks = ({ state, choice }: Dropped): string | undefined =>
  state.is === 'ready' && state.summary.columns.some(({ as }) => as === 'electricalRpm') && choice.poles === undefined
    ? 'Electrical rpm: how many magnet poles has the motor?'
    : undefined;

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

  const optionsOf = useCallback(
    (choice: LogChoice) => ({
      ...compact({ poles: choice.poles }),
      ...(choice.columns.length > 0 ? { chosen: choice.columns as { name: string; as: LogQuantity; unit: string }[] } : {}),
      cells: plan.packs.reduce((sum, pack) => sum + pack.cells, 0),
    }),
    [plan],
  );

  const read = useCallback(
    async (id: string, file: File, choice: LogChoice, isFirst: boolean): Promise<void> => {
      update(id, { state: { is: 'reading', share: 0 }, choice });
      try {
        const opened = await logClient.ask(
          'open',
          { source: { file }, options: optionsOf(choice) },
          { onProgress: (share) => update(id, { state: { is: 'reading', share } }) },
        );
        if (!opened.ok) return update(id, { state: { is: 'failed', message: `line ${opened.line}: ${opened.reason}` } });
        const remembered = store.getState().prefs.logColumns[headsOf(opened.summary)];
        if (isFirst && remembered) return await read(id, file, remembered, false);
        const poles = plan.motor.kind === 'brushless' ? plan.motor.poles : undefined;
        const isElectrical = opened.summary.columns.some(({ as }) => as === 'electricalRpm');
        if (isElectrical && choice.poles === undefined && poles !== undefined) return await read(id, file, { ...choice, poles }, false);
        startTransition(() => update(id, { state: { is: 'ready', summary: opened.summary }, kind: kindOf(opened.summary.columns) }));
      } catch (cause) {
        update(id, { state: { is: 'failed', message: reasonOf(cause) } });
      }
    },
    [optionsOf, plan, store, update],
  );

  const take = (files: readonly File[]) => {
    const large = files.filter((file) => file.size > MOST_LOG_BYTES);
    setProblems(large.map((file) => `${file.name} is larger than 200 MB. Split it, or log less often.`));
    for (const file of files) {
      if (large.includes(file)) continue;
      const id = newId();
      const fresh: Dropped = { id, file, state: { is: 'reading', share: 0 }, kind: 'esc', choice: { columns: [] }, place: undefined };
      setDropped((all) => [...all, fresh]);
      void read(id, file, fresh.choice, true);
    }
  };

  /** Says what a column is; the file is read again by it. */
  const choose = (one: Dropped, name: string, as: LogQuantity | 'none', unit: string) => {
    if (one.state.is !== 'ready') return;
    const columns = one.state.summary.columns.map((column) => (column.name === name ? { name, as, unit } : asChosen(column)));
    void read(one.id, one.file, { ...one.choice, columns }, false);
  };
  const setPoles = (one: Dropped, poles: number | undefined) => {
    const { poles: _old, ...choice } = one.choice;
    void read(one.id, one.file, poles === undefined ? choice : { ...choice, poles }, false);
  };

  /** What the worker needs to draw a log before it is kept. */
  const preview = useCallback(
    ({ file, choice, kind, place }: Pick<Dropped, 'file' | 'choice' | 'kind' | 'place'>, id: string): TraceQuestion => ({
      key: `preview-${id}`,
      plan,
      parts: [
        {
          source: { file },
          log: {
            kind,
            ...(choice.columns.length > 0 ? { columns: choice.columns } : {}),
            ...compact({ poles: choice.poles, place }),
          },
        },
      ],
    }),
    [plan],
  );

  /** Keeps what is ready; the logs as a run holds them. What cannot be kept stays, with the reason. */
  const keep = async (): Promise<KeptLog[]> => {
    setKeeping(true);
    const kept: KeptLog[] = [];
    const bad: string[] = [];
    for (const one of dropped) {
      if (one.state.is !== 'ready') continue;
      const { summary } = one.state;
      try {
        const ref: FileRef = await keepFile(store, 'log', one.file);
        const columns = summary.form === 'csv' ? { columns: summary.columns.map(asChosen) } : {};
        const { poles } = one.choice;
        const log: KeptLog = {
          ...ref,
          name: one.file.name.slice(0, LONGEST_FILE_NAME),
          kind: one.kind,
          ...columns,
          ...compact({ poles, place: one.place }),
        };
        kept.push(log);
        await logClient.ask('adopt', { file: one.file, options: optionsOf(one.choice), log, plan });
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
    dropped,
    problems,
    keeping,
    take,
    choose,
    setPoles,
    preview,
    keep,
    setPlace: (one: Dropped, place: number) => update(one.id, { place }),
    remove: (one: Dropped) => setDropped((all) => all.filter(({ id }) => id !== one.id)),
    clear: () => {
      setDropped([]);
      setProblems([]);
    },
  };
}

export type Dropping = ReturnType<typeof useDrop>;
