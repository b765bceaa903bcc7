import { useEffect, useState } from 'react';
import { noticed } from '../document-store/notices-slice';
import { selectShelf } from '../document-store/selectors';
import { PAGE } from '../api/request';
import { undoable } from '../document-store/undoable';
import { useAppDispatch, useAppStore } from '../document-store/store';
import { imported } from '../document-store/document-store-slice';
import { reasonOf, WorkerClient } from '../jobs/worker-client';
import type { CheckedRows, CsvTasks, Mapping, Opened } from '../workers/csv-worker';
import { MOST_CSV_BYTES } from '@puddler/figures/parts-csv';
import { newId } from '@puddler/contract/shared';

/** Parts put into the document store in one go: some milliseconds. */
const PIECE = 160;

const makeClient = () =>
  new WorkerClient<CsvTasks>(() => new Worker(new URL('../workers/csv-worker.ts', import.meta.url), { type: 'module' }), { atOnce: 1 });

export type CsvProgress =
  | { at: 'reading' }
  | { at: 'refused'; message: string }
  | { at: 'failed'; reason: string }
  | { at: 'review'; opened: Extract<Opened, { ok: true }>; mapping: Mapping; checked: CheckedRows | undefined }
  | { at: 'sending' };

/** Reads a CSV file in a worker, checks it again when a column's meaning changes, and puts its parts into the document store: all or none. */
export function useCsvImport(file: File, onDone: () => void) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const [state, setState] = useState<CsvProgress>({ at: 'reading' });
  const [attempt, setAttempt] = useState(0);
  // The worker keeps the file between the steps of one import, and goes with it.
  const [client] = useState(makeClient);

  useEffect(() => {
    let alive = true;
    const show = (next: CsvProgress) => alive && setState(next);
    const open = async () => {
      show({ at: 'reading' });
      if (file.size > MOST_CSV_BYTES)
        return show({
          at: 'refused',
          message: `The file has ${(file.size / 1048576).toFixed(0)} MB; 8 MB at most. A shelf of 20\u2009000 parts is smaller.`,
        });
      const opened = await client.ask('open', {
        bytes: await file.arrayBuffer(),
        currency: store.getState().prefs.currency,
        shelf: selectShelf(store.getState()).map(({ part }) => part),
      });
      if (!opened.ok) return show({ at: 'refused', message: opened.message });
      const checked = await client.ask('check', opened.mapping);
      show({ at: 'review', opened, mapping: opened.mapping, checked });
    };
    open().catch((cause: unknown) => show({ at: 'failed', reason: reasonOf(cause) }));
    return () => {
      alive = false;
      client.close();
    };
  }, [client, store, file, attempt]);

  const remap = async (opened: Extract<Opened, { ok: true }>, mapping: Mapping) => {
    setState({ at: 'review', opened, mapping, checked: undefined });
    try {
      const checked = await client.ask('check', mapping);
      setState((now) => (now.at === 'review' && now.mapping === mapping ? { ...now, checked } : now));
    } catch (cause) {
      setState({ at: 'failed', reason: reasonOf(cause) });
    }
  };

  const take = async (knownToo: boolean) => {
    const before = state;
    setState({ at: 'sending' });
    const sent = await client.ask('send', { knownToo, page: PAGE }).catch((cause: unknown) => ({ ok: false as const, message: reasonOf(cause) }));
    if (!sent.ok) {
      dispatch(noticed({ text: sent.message, tone: 'stop' }));
      setState(before);
      return;
    }
    const batch = `csv:${newId()}`;
    const taken = (from: number) => client.ask('taken', { from, count: PIECE });
    let next = taken(0);
    for (let from = 0; from < sent.count; from += PIECE) {
      const docs = await next;
      if (from + PIECE < sent.count) next = taken(from + PIECE);
      dispatch(
        imported({
          id: batch,
          at: Date.now(),
          batch,
          label: `import of ${sent.count} parts`,
          documents: docs.map((doc) => ({ kind: 'part', doc })),
        }),
      );
      // The page gets its turn between two pieces.
      await new Promise((resolve) => setTimeout(resolve));
    }
    dispatch(undoable(`${sent.count} ${sent.count === 1 ? 'part is' : 'parts are'} on the shelf.`));
    onDone();
  };

  /** Gives a column of the file a meaning; the column that had it before is left out. */
  const setColumn = (index: number, column: Mapping[number]): void => {
    if (state.at !== 'review') return;
    const { opened, mapping } = state;
    void remap(
      opened,
      mapping.map((old, at) => (at === index ? column : old?.path === column?.path && column ? null : old)),
    );
  };

  return { state, setColumn, take, retry: () => setAttempt((count) => count + 1) };
}
