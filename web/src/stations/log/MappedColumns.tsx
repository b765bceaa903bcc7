import { LOG_QUANTITIES, type Column, type LogQuantity } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import { CircleHelp } from 'lucide-react';
import { useAppSelector } from '../../document-store/store';
import { SideScroll } from '../../ui/SideScroll';
import type { LogSummary } from '../../workers/log-reading';
import { QUANTITY_WORDS, unitWord } from './log-text';
import type { Dropped } from './dropped';
import type { Dropping } from './use-drop';
import { Select } from '../../ui/Select';

const SHOWN_VALUES = 3;
/** Decimals beyond these are noise to a reader. */
const LONG = /^-?\d+\.\d{7,}$/;

interface Props {
  one: Dropped;
  dropping: Dropping;
  summary: LogSummary;
}

/** Every column of a log: its head, its first values, what it is taken for, and in which unit. */
export function MappedColumns({ one, dropping, summary }: Props) {
  const { columns, first, form } = summary;
  return (
    <SideScroll label="Columns">
      <table className="w-full text-small">
        <thead>
          <tr className="border-b border-edge text-left text-soft">
            {['Column', 'First values', 'is', 'in'].map((head) => (
              <th key={head} scope="col" className="py-1 pr-3 font-medium">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {columns.map((column, i) => (
            <tr key={`${column.name} ${i}`} className="border-b border-rule">
              <th scope="row" className="max-w-40 truncate py-1 pr-3 text-left font-medium">
                {column.name}
              </th>
              {form === 'csv' ? (
                <CsvColumn one={one} dropping={dropping} column={column} first={first[i] ?? []} />
              ) : (
                <PlaceColumn column={column} first={first[i] ?? []} />
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </SideScroll>
  );
}

interface ColumnProps {
  column: Column;
  first: string[];
}

function CsvColumn({ one, dropping, column, first }: ColumnProps & Omit<Props, 'summary'>) {
  const units = LOG_QUANTITIES.find(({ as }) => as === column.as)?.units ?? [];
  return (
    <>
      <td className="max-w-48 truncate pr-3 text-soft">
        {first
          .slice(0, SHOWN_VALUES)
          .map((cell) => (LONG.test(cell) ? String(Number(Number(cell).toPrecision(7))) : cell))
          .join(', ')}
      </td>
      <td className="pr-3">
        <Select
          aria-label={`What ${column.name} is`}
          size="small"
          className={`max-w-full text-small ${column.as === undefined ? 'text-soft' : ''}`}
          value={column.as ?? 'none'}
          onChange={(event) => dropping.choose(one, column.name, event.target.value as LogQuantity | 'none', column.unit)}
        >
          <option value="none">left out</option>
          {LOG_QUANTITIES.map(({ as }) => (
            <option key={as} value={as}>
              {QUANTITY_WORDS[as]}
            </option>
          ))}
        </Select>
      </td>
      <td className="whitespace-nowrap">
        {units.length < 2 ? (
          column.as && unitWord(column.unit)
        ) : (
          <Select
            aria-label={`Unit of ${column.name}`}
            size="small"
            className="max-w-full text-small"
            value={column.unit}
            onChange={(event) => dropping.choose(one, column.name, column.as!, event.target.value)}
          >
            {units.map((unit) => (
              <option key={unit} value={unit}>
                {unitWord(unit)}
              </option>
            ))}
          </Select>
        )}
        {!column.sure && (
          <span className="ml-1.5 inline-flex items-center gap-1 text-caution">
            <CircleHelp size={13} aria-hidden="true" />
            guessed by size
          </span>
        )}
      </td>
    </>
  );
}

/** A column of a GPS track: its form says what it is and in which unit, so it is shown in the reader's. */
function PlaceColumn({ column, first }: ColumnProps) {
  const unit = unitOf(
    column.unit,
    useAppSelector((state) => state.prefs.units),
  );
  const isConverted = column.as === 'speedMs' || column.as === 'elevationM';
  const values = first.slice(0, SHOWN_VALUES).filter((cell) => cell !== '');
  return (
    <>
      <td className="max-w-48 truncate pr-3 text-soft">{values.map((cell) => (isConverted ? formatIn(Number(cell), unit) : cell)).join(', ')}</td>
      <td className="pr-3">{QUANTITY_WORDS[column.as!]}</td>
      <td className="whitespace-nowrap">{isConverted ? unit.symbol : unitWord(column.unit)}</td>
    </>
  );
}
