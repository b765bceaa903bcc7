import { PART_FIELDS } from '@puddler/contract/shared';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { noticed } from '../desk/notices-slice';
import { undoable } from '../desk/undoable';
import { useAppDispatch } from '../desk/store';
import { imported } from '../desk/desk-slice';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { unitOf } from '../units/units';
import type { Checked, CsvTasks, Mapping, Opened } from '../workers/csv-worker';
import { MOST_CSV_BYTES } from '../csv/csv-text';

/** Parts put on the desk in one go: some milliseconds. */
const PIECE = 160;

type State =
  | { at: 'reading' }
  | { at: 'refused'; message: string }
  | { at: 'review'; opened: Extract<Opened, { ok: true }>; mapping: Mapping; checked: Checked | undefined }
  | { at: 'sending' };

/** Takes a CSV file in: what its columns mean, shown for correction; what is wrong, by line and column; then all of it or nothing. */
export default function CsvDialog({ file, onClose }: { file: File; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const [state, setState] = useState<State>({ at: 'reading' });
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
    onClose();
  };

  return (
    <Modal open onClose={onClose} title={`Parts from ${file.name}`} wide>
      {state.at === 'reading' && <Busy text="Reading the file …" />}
      {state.at === 'sending' && <Busy text="Putting the parts on the shelf …" />}
      {state.at === 'refused' && (
        <p role="alert" className="mt-3 border-l-4 border-stop pl-3">
          {state.message} Nothing was taken in.
        </p>
      )}
      {state.at === 'review' && (
        <Review
          {...state}
          onColumn={(i, column) =>
            void remap(
              state.opened,
              state.mapping.map((old, at) => (at === i ? column : old?.path === column?.path && column ? null : old)),
            )
          }
        />
      )}
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>{state.at === 'refused' ? 'Close' : 'Cancel'}</Button>
        {state.at === 'review' && (
          <Button tone="action" disabled={!state.checked || state.checked.problemCount > 0 || state.checked.good === 0} onClick={() => void take()}>
            Take in {state.checked?.good ?? '…'} parts
          </Button>
        )}
      </div>
    </Modal>
  );
}

function Busy({ text }: { text: string }) {
  return (
    <p role="status" className="mt-4 flex items-center gap-3 text-soft">
      <progress className="h-1 w-32" aria-label={text} />
      {text}
    </p>
  );
}

interface ReviewProps {
  opened: Extract<Opened, { ok: true }>;
  mapping: Mapping;
  checked: Checked | undefined;
  onColumn: (index: number, column: Mapping[number]) => void;
}

function Review({ opened, mapping, checked, onColumn }: ReviewProps) {
  return (
    <>
      <p className="mt-1 text-soft">{opened.rows} rows. Look over what each column means; nothing is written before you take it in.</p>
      <div className="mt-3 max-h-[30vh] overflow-auto border border-rule">
        <table className="w-full text-left text-[13px]">
          <thead className="sticky top-0 bg-sheet text-[12px] text-soft">
            <tr className="border-b border-rule">
              <th className="px-2 py-1 font-medium">In the file</th>
              <th className="px-2 py-1 font-medium">First rows</th>
              <th className="px-2 py-1 font-medium">Means</th>
            </tr>
          </thead>
          <tbody>
            {opened.heads.map((head, i) => (
              <tr key={i} className="border-b border-rule last:border-0">
                <th className="px-2 py-1 font-medium">{head || '(no name)'}</th>
                <td className="max-w-48 truncate px-2 py-1 text-soft">{opened.samples[i]!.join(' · ')}</td>
                <td className="px-2 py-1">
                  <select
                    aria-label={`Meaning of ${head}`}
                    className="h-8 w-full rounded-sm border border-rule bg-paper px-1 max-sm:h-10"
                    value={mapping[i]?.path ?? ''}
                    onChange={(event) => onColumn(i, event.target.value === '' ? null : { path: event.target.value, unit: undefined })}
                  >
                    <option value="">leave it out</option>
                    {PART_FIELDS.map((field) => (
                      <option key={field.path} value={field.path}>
                        {field.label}
                        {field.type === 'number' && symbolOf(field.range!.unit, mapping[i]?.path === field.path ? mapping[i]?.unit : undefined)}
                      </option>
                    ))}
                  </select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {!checked && <Busy text="Checking every row …" />}
      {checked && checked.problemCount > 0 && (
        <div role="alert" className="mt-3">
          <p className="font-medium text-stop">
            {checked.problemCount} {checked.problemCount === 1 ? 'problem' : 'problems'}. Mend the file, or what its columns mean; nothing was taken
            in.
          </p>
          <ul className="mt-1 max-h-[22vh] overflow-auto text-[12.5px]">
            {checked.problems.map((one, i) => (
              <li key={i}>
                <span className="font-medium">
                  Line {one.line}, {one.column}:
                </span>{' '}
                {one.message}
              </li>
            ))}
          </ul>
          {checked.problemCount > checked.problems.length && (
            <p className="text-soft">… and {checked.problemCount - checked.problems.length} more.</p>
          )}
        </div>
      )}
      {checked?.problemCount === 0 && <p className="mt-3">All {checked.good} rows are good.</p>}
    </>
  );
}

function symbolOf(unit: string, spelled: string | undefined): string {
  const symbol = spelled ?? unitOf(unit, 'metric').symbol;
  return symbol === '' ? '' : ` [${symbol}]`;
}
