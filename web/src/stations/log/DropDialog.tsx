import { formatNumber } from '@puddler/figures';
import { useMemo } from 'react';
import { current } from '../../jobs/asked';
import { useTrace } from '../../jobs/log-jobs';
import { TraceChart } from './TraceChart';
import { X } from 'lucide-react';
import { FigureField } from '../../active/FigureField';
import { Button } from '../../ui/Button';
import { Failed } from '../../ui/Failed';
import { Modal } from '../../ui/Modal';
import { Select } from '../../ui/Select';
import { MappedColumns } from './MappedColumns';
import { asks, previewOf, type Dropped } from './dropped';
import type { Dropping } from './use-drop';

/** What was dropped, column by column, before anything is kept. */
export default function DropDialog({ dropping, onKeep, onClose }: { dropping: Dropping; onKeep: () => void; onClose: () => void }) {
  const { dropped, problems, keeping } = dropping;
  const ready = dropped.filter((one) => one.state.is === 'ready').length;
  const asked = dropped.map(asks).find((one) => one !== undefined);
  const busy = keeping || dropped.some((one) => one.state.is === 'reading');
  return (
    <Modal
      open
      wide
      onClose={onClose}
      title={dropped.length === 1 ? 'A log' : `${dropped.length} logs`}
      description="What each column is, as read from its head and its values. Correct what is wrong; it is remembered for files alike."
    >
      <ul className="mt-3 flex flex-col gap-4">
        {dropped.map((one) => (
          <DroppedFile key={one.id} one={one} dropping={dropping} />
        ))}
      </ul>
      {problems.map((problem) => (
        <p key={problem} role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      ))}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <Button tone="action" disabled={busy || ready === 0 || asked !== undefined} onClick={onKeep}>
          {keeping ? 'Keeping …' : ready > 1 ? 'Keep them with the run' : 'Keep it with the run'}
        </Button>
        <Button onClick={onClose}>Cancel</Button>
        {asked && <span className="text-body text-caution">{asked}</span>}
      </div>
    </Modal>
  );
}

function DroppedFile({ one, dropping }: { one: Dropped; dropping: Dropping }) {
  const { state, file } = one;
  return (
    <li>
      <div className="flex items-center justify-between gap-2">
        <h3 className="truncate font-semibold">
          {file.name} <span className="text-small font-normal text-soft">{formatNumber(file.size / 1e6, file.size < 1e6 ? 2 : 0, true)} MB</span>
        </h3>
        <button type="button" aria-label={`Leave out ${file.name}`} className="hit rounded-sm p-1 hover:bg-wash" onClick={() => dropping.remove(one)}>
          <X size={14} />
        </button>
      </div>
      {state.is === 'reading' && (
        <p role="status" className="flex items-center gap-2 text-body text-soft">
          <progress className="h-1 w-40" value={state.share} aria-label={`Reading ${file.name}`} /> reading, {Math.round(100 * state.share)} %
        </p>
      )}
      {state.is === 'failed' && (
        <p role="alert" className="text-body text-stop">
          This cannot be read as a log: {state.message}.
        </p>
      )}
      {state.is === 'ready' && <Mapping one={one} dropping={dropping} />}
    </li>
  );
}

function Mapping({ one, dropping }: { one: Dropped; dropping: Dropping }) {
  if (one.state.is !== 'ready') return null;
  const { columns, problems, runs } = one.state.summary;
  const isElectrical = columns.some(({ as }) => as === 'electricalRpm');
  return (
    <>
      <Preview one={one} dropping={dropping} />
      <p className="text-small text-soft">
        {runs.length === 1 ? 'One run' : `${runs.length} runs`}, the longest of {Math.max(...runs.map((run) => run.seconds)).toFixed(0)} s,{' '}
        {runs.reduce((sum, run) => sum + run.rows, 0)} rows
      </p>
      <div className="flex flex-wrap gap-3 py-1">
        {runs.length > 1 && (
          <label className="inline-flex items-center gap-1.5 text-body">
            This run is
            <Select
              size="small"
              className="max-w-full text-small"
              value={one.place ?? runs.indexOf(runs.reduce((a, b) => (b.rows > a.rows ? b : a)))}
              onChange={(event) => dropping.setPlace(one, Number(event.target.value))}
            >
              {runs.map((run, i) => (
                <option key={i} value={i}>
                  number {i + 1}, {run.seconds.toFixed(0)} s
                </option>
              ))}
            </Select>
          </label>
        )}
        {isElectrical && (
          <FigureField
            named
            label="Magnet poles"
            path="motor.poles"
            value={one.choice.poles}
            className="w-8"
            onSet={(poles) => dropping.setPoles(one, poles)}
          />
        )}
      </div>
      <MappedColumns one={one} dropping={dropping} summary={one.state.summary} />
      {problems.length > 0 && (
        <ul className="mt-1 text-small text-caution">
          {problems.map((problem) => (
            <li key={`${problem.column} ${problem.what}`}>
              {problem.column && <strong className="font-medium">{problem.column}: </strong>}
              {problem.what}
              {problem.count > 1 && ` (${problem.count} times, first in line ${problem.line})`}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** The log as it would be kept, drawn before it is. */
function Preview({ one, dropping }: { one: Dropped; dropping: Dropping }) {
  const { id, file, choice, kind, place } = one;
  const { plan } = dropping;
  const question = useMemo(() => previewOf(plan, { id, file, choice, kind, place }), [plan, id, file, choice, kind, place]);
  const asked = useTrace(question);
  const facts = current(asked);
  if (asked.state === 'failed') return <Failed what="The log could not be drawn" reason={asked.reason} onRetry={asked.retry} />;
  return facts ? <TraceChart key={facts.durationS} trace={question} facts={facts} name={file.name} /> : null;
}
