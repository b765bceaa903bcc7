import { PART_FIELDS } from '@puddler/contract/shared';
import { unitOf } from '@puddler/figures';
import type { CheckedRows, Mapping, Opened } from '../workers/csv-worker';
import { Busy } from '../ui/Busy';
import { Select } from '../ui/Select';

interface Props {
  opened: Extract<Opened, { ok: true }>;
  mapping: Mapping;
  checked: CheckedRows | undefined;
  onColumn: (index: number, column: Mapping[number]) => void;
  /** Whether parts go in that the Shelf has already. */
  knownToo: boolean;
  onKnownToo: (knownToo: boolean) => void;
}

/** What each column of the file means, and what is wrong with its rows. */
export function CsvReview({ opened, mapping, checked, onColumn, knownToo, onKnownToo }: Props) {
  return (
    <>
      <p className="mt-1 text-soft">{opened.rows} rows. Look over what each column means; nothing is written before you take it in.</p>
      <Columns opened={opened} mapping={mapping} onColumn={onColumn} />
      {!checked && <Busy text="Checking every row …" />}
      {checked && checked.problemCount > 0 && <Problems checked={checked} />}
      {checked?.problemCount === 0 && <p className="mt-3">All {checked.good} rows are good.</p>}
      {checked?.problemCount === 0 && checked.known > 0 && <Known checked={checked} knownToo={knownToo} onKnownToo={onKnownToo} />}
    </>
  );
}

/** Rows that are on the Shelf already: left out unless the builder has two of a part. */
function Known({ checked, knownToo, onKnownToo }: { checked: CheckedRows } & Pick<Props, 'knownToo' | 'onKnownToo'>) {
  const { known, good } = checked;
  const all = known === good ? 'All of them' : `${known} of them`;
  return (
    <label className="mt-1 flex items-baseline gap-2">
      <input type="checkbox" checked={knownToo} onChange={(event) => onKnownToo(event.target.checked)} />
      <span>
        {all} {known === 1 ? 'is' : 'are'} on the Shelf already, with the same name and figures. Take {known === 1 ? 'it' : 'them'} in once more
      </span>
    </label>
  );
}

function Columns({ opened, mapping, onColumn }: Pick<Props, 'opened' | 'mapping' | 'onColumn'>) {
  return (
    <div className="mt-3 max-h-[30vh] overflow-auto border border-rule">
      <table className="w-full text-left text-body">
        <thead className="sticky top-0 bg-sheet text-small text-soft">
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
                <Select
                  aria-label={`Meaning of ${head}`}
                  className="w-full"
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
                </Select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Problems({ checked }: { checked: CheckedRows }) {
  return (
    <div role="alert" className="mt-3">
      <p className="font-medium text-stop">
        {checked.problemCount} {checked.problemCount === 1 ? 'problem' : 'problems'}. Correct the file, or what its columns mean; nothing was taken
        in.
      </p>
      <ul className="mt-1 max-h-[22vh] overflow-auto text-small">
        {checked.problems.map((one, i) => (
          <li key={i}>
            <span className="font-medium">
              Line {one.line}, {one.column}:
            </span>{' '}
            {one.message}
          </li>
        ))}
      </ul>
      {checked.problemCount > checked.problems.length && <p className="text-soft">… and {checked.problemCount - checked.problems.length} more.</p>}
    </div>
  );
}

function symbolOf(unit: string, spelled: string | undefined): string {
  const symbol = spelled ?? unitOf(unit, 'metric').symbol;
  return symbol === '' ? '' : ` [${symbol}]`;
}
