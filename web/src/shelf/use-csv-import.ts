import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { noticed } from '../desk/notices-slice';
import { undoable } from '../desk/undoable';
import { useAppDispatch } from '../desk/store';
import { imported } from '../desk/desk-slice';
import type { CheckedRows, CsvTasks, Mapping, Opened } from '../workers/csv-worker';
import { MOST_CSV_BYTES } from '@puddler/figures/parts-csv';

/** Parts put on the desk in one go: some milliseconds. */
const PIECE = 160;

export type CsvProgress =
  | { at: 'reading' }
  | { at: 'refused'; message: string }
  | { at: 'review'; opened: Extract<Opened, { ok: true }>; mapping: Mapping; checked: CheckedRows | undefined }
  | { at: 'sending' };

/** Reads a CSV file in a worker, checks it anew when a column's meaning changes, and puts its parts on the desk: all or none. */
export function useCsvImport(file: File, onDone: () => void) {
  const dispatch = useAppDispatch();
  const [state, setState] = useState<CsvProgress>({ at: 'reading' });
  const tasks = useRef<Remote<CsvTasks>>(undefined);

  useEffect(() => {
    const worker = new Worker(new URL('../workers/csv-worker.ts', import.meta.url), { type: 'module' });
    tasks.current = wrap<CsvTasks>(worker);
    let alive = true;
    const open = async () => {
      if (file.size > MOST_CSV_BYTES) {
        setState({
          at: 'refused',
          message: `The file has ${(file.size / 1048576).toFixed(0)} MB; 8 MB at most. A shelf of 20,000 parts is smaller.`,
        });
        return;
      }
      const opened = await tasks.current!.open(await file.arrayBuffer());
      if (!alive) return;
      if (!opened.ok) setState({ at: 'refused', message: opened.message });
      else {
        const checked = await tasks.current!.check(opened.mapping);
        if (alive) setState({ at: 'review', opened, mapping: opened.mapping, checked });
      }
    };
    open().catch(() => alive && setState({ at: 'refused', message: 'The file could not be read.' }));
    return () => {
      alive = false;
      worker.terminate();
    };
  }, [file]);

  const remap = async (opened: Extract<Opened, { ok: true }>, mapping: Mapping) => {
    setState({ at: 'review', opened, mapping, checked: undefined });
    const checked = await tasks.current!.check(mapping);
    setState((now) => (now.at === 'review' && now.mapping === mapping ? { ...now, checked } : now));
  };

  const take = async () => {
    const before = state;
    setState({ at: 'sending' });
    const sent = await tasks.current!.send();
    if (!sent.ok) {
      dispatch(noticed({ text: sent.message, tone: 'stop' }));
      setState(before);
      return;
    }
    const batch = `csv:${crypto.randomUUID()}`;
    let next = tasks.current!.taken(0, PIECE);
    for (let from = 0; from < sent.count; from += PIECE) {
      const docs = await next;
      next = tasks.current!.taken(from + PIECE, PIECE);
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

  return { state, setColumn, take };
}
