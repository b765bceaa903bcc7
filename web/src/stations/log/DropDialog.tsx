import { SideScroll } from '../../ui/SideScroll';
import { useMemo } from 'react';
import { current } from '../../jobs/asked';
import { useTrace } from '../../jobs/log-jobs';
import { TraceChart } from './TraceChart';
import { LOG_QUANTITIES, type LogQuantity } from '@puddler/core';
import { CircleHelp, X } from 'lucide-react';
import { FigureField } from '../../in-hand/FigureField';
import { Button } from '../../ui/Button';
import { Failed } from '../../ui/Failed';
import { Modal } from '../../ui/Modal';
import { QUANTITY_WORDS } from './log-text';
import { asks, type Dropped, type Dropping } from './use-drop';

const SELECT = 'h-7 max-w-full rounded-sm border border-rule bg-paper px-1 text-[12.5px] max-sm:h-10';
const SHOWN_VALUES = 3;

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
        {asked && <span className="text-[13px] text-caution">{asked}</span>}
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
          {file.name} <span className="text-[12px] font-normal text-soft">{(file.size / 1e6).toFixed(file.size < 1e6 ? 2 : 0)} MB</span>
        </h3>
        <button type="button" aria-label={`Leave out ${file.name}`} className="hit rounded-sm p-1 hover:bg-wash" onClick={() => dropping.remove(one)}>
          <X size={14} />
        </button>
      </div>
      {state.is === 'reading' && (
        <p role="status" className="flex items-center gap-2 text-[13px] text-soft">
          <progress className="h-1 w-40" value={state.share} aria-label={`Reading ${file.name}`} /> reading, {Math.round(100 * state.share)} %
        </p>
      )}
      {state.is === 'failed' && (
        <p role="alert" className="text-[13px] text-stop">
          This cannot be read as a log: {state.message}.
        </p>
      )}
      {state.is === 'ready' && <Mapping one={one} dropping={dropping} />}
    </li>
  );
}

function Mapping({ one, dropping }: { one: Dropped; dropping: Dropping }) {
  if (one.state.is !== 'ready') return null;
  const { columns, first, problems, runs, form } = one.state.summary;
  const isElectrical = columns.some(({ as }) => as === 'electricalRpm');
  return (
    <>
      <Preview one={one} dropping={dropping} />
      <p className="text-[12.5px] text-soft">
        {runs.length === 1 ? 'One run' : `${runs.length} runs`}, the longest of {Math.max(...runs.map((run) => run.seconds)).toFixed(0)} s,{' '}
        {runs.reduce((sum, run) => sum + run.rows, 0)} rows
      </p>
      <div className="flex flex-wrap gap-3 py-1">
        {runs.length > 1 && (
          <label className="inline-flex items-center gap-1.5 text-[13px]">
            This run is
            <select
              className={SELECT}
              value={one.place ?? runs.indexOf(runs.reduce((a, b) => (b.rows > a.rows ? b : a)))}
              onChange={(event) => dropping.setPlace(one, Number(event.target.value))}
            >
              {runs.map((run, i) => (
                <option key={i} value={i}>
                  number {i + 1}, {run.seconds.toFixed(0)} s
                </option>
              ))}
            </select>
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
      <SideScroll label="Columns">
        <table className="w-full text-[12.5px]">
          <thead>
            <tr className="border-b border-edge text-left text-soft">
              <th scope="col" className="py-1 pr-3 font-medium">
                Column
              </th>
              <th scope="col" className="pr-3 font-medium">
                First values
              </th>
              <th scope="col" className="pr-3 font-medium">
                is
              </th>
              <th scope="col" className="font-medium">
                in
              </th>
            </tr>
          </thead>
          <tbody>
            {columns.map((column, i) => (
              <tr key={`${column.name} ${i}`} className="border-b border-rule">
                <th scope="row" className="max-w-40 truncate py-1 pr-3 text-left font-medium">
                  {column.name}
                </th>
                <td className="max-w-48 truncate pr-3 text-soft">{(first[i] ?? []).slice(0, SHOWN_VALUES).join(', ')}</td>
                <td className="pr-3">
                  {form === 'csv' ? (
                    <select
                      aria-label={`What ${column.name} is`}
                      className={`${SELECT} ${column.as === undefined ? 'text-soft' : ''}`}
                      value={column.as ?? 'none'}
                      onChange={(event) => dropping.choose(one, column.name, event.target.value as LogQuantity | 'none', column.unit)}
                    >
                      <option value="none">left out</option>
                      {LOG_QUANTITIES.map(({ as }) => (
                        <option key={as} value={as}>
                          {QUANTITY_WORDS[as]}
                        </option>
                      ))}
                    </select>
                  ) : (
                    QUANTITY_WORDS[column.as!]
                  )}
                </td>
                <td className="whitespace-nowrap">
                  <UnitChoice one={one} dropping={dropping} place={i} />
                  {!column.sure && (
                    <span className="ml-1.5 inline-flex items-center gap-1 text-caution">
                      <CircleHelp size={13} aria-hidden="true" />
                      guessed by size
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </SideScroll>
      {problems.length > 0 && (
        <ul className="mt-1 text-[12.5px] text-caution">
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
  const { preview } = dropping;
  const wish = useMemo(() => preview({ file, choice, kind, place }, id), [preview, file, choice, kind, place, id]);
  const asked = useTrace(wish);
  const facts = current(asked);
  if (asked.state === 'failed') return <Failed what="The log could not be drawn" reason={asked.reason} onRetry={asked.retry} />;
  return facts ? <TraceChart key={facts.durationS} trace={wish} facts={facts} name={file.name} /> : null;
}

function UnitChoice({ one, dropping, place }: { one: Dropped; dropping: Dropping; place: number }) {
  if (one.state.is !== 'ready') return null;
  const { columns, form } = one.state.summary;
  const column = columns[place]!;
  const units = LOG_QUANTITIES.find(({ as }) => as === column.as)?.units ?? [];
  if (form !== 'csv' || column.as === undefined || units.length < 2 || !units.includes(column.unit)) return <>{column.unit}</>;
  return (
    <select
      aria-label={`Unit of ${column.name}`}
      className={SELECT}
      value={column.unit}
      onChange={(event) => dropping.choose(one, column.name, column.as!, event.target.value)}
    >
      {units.map((unit) => (
        <option key={unit} value={unit}>
          {unit === '' ? 'plain' : unit}
        </option>
      ))}
    </select>
  );
}
