import { PART_KINDS, PART_STATUSES, type PartKind, type PartStatus } from '@puddler/core';
import { Download, FileUp } from 'lucide-react';
import { lazy, Suspense, useDeferredValue, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useAppSelector } from '../desk/store';
import { selectShelf, type PartOnDesk } from '../desk/selectors';
import { Button } from '../ui/Button';
import { Choice } from '../ui/Choice';
import { download } from '../ui/download';
import { wordFor } from '../ui/words';
import { BulkBar } from './BulkBar';
import { ColumnMenu } from './ColumnMenu';
import { PartsTable } from './PartsTable';
import { searchText } from '../in-hand/part-text';
import { QuickAdd } from './QuickAdd';
import { useColumns } from './use-columns';

const CsvDialog = lazy(() => import('./CsvDialog'));
const PartSheet = lazy(() => import('./PartSheet'));

/** Every part that is owned, considered or worn out. */
export default function Shelf() {
  // While a long list comes in, the table may skip what is overtaken.
  const shelf = useDeferredValue(useAppSelector(selectShelf));
  const loaded = useAppSelector((state) => state.desk.shelfLoaded);
  const [params, setParams] = useSearchParams();
  const [kind, setKind] = useState<PartKind | ''>('');
  const [status, setStatus] = useState<PartStatus | ''>('');
  const [text, setText] = useState('');
  const sought = useDeferredValue(text.trim().toLowerCase());
  const [selected, setSelected] = useState<Record<string, true>>({});
  const [file, setFile] = useState<File>();
  const picker = useRef<HTMLInputElement>(null);
  const [shown, setShown] = useColumns(kind);
  const open = params.get('part');

  const parts = useMemo(() => filtered(shelf, kind, status, sought), [shelf, kind, status, sought]);
  const ids = useMemo(() => parts.filter(({ id }) => selected[id]).map(({ id }) => id), [parts, selected]);
  const counts = useMemo(() => countKinds(shelf), [shelf]);

  const exportCsv = async () => {
    const { writeCsv } = await import('../csv/write-csv');
    download('shelf.csv', 'text/csv', writeCsv((ids.length > 0 ? parts.filter(({ id }) => selected[id]) : parts).map(({ part }) => part)));
  };

  return (
    <main className="mx-auto flex h-[calc(100dvh-2.8rem)] max-w-[1400px] flex-col px-6 pt-4 max-sm:h-auto max-sm:min-h-[calc(100dvh-5rem)] max-sm:px-3">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="wide text-[24px] leading-tight font-bold">Shelf</h1>
          <p className="text-soft">
            {shelf.length === 0 ? 'Nothing on it yet' : `${shelf.length} parts, ${shelf.filter(({ part }) => part.status === 'owned').length} owned`}
          </p>
        </div>
        <div className="flex gap-2">
          <input
            ref={picker}
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            className="sr-only"
            tabIndex={-1}
            aria-label="CSV file of parts"
            onChange={(event) => {
              setFile(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
          <Button icon={<FileUp size={15} />} onClick={() => picker.current?.click()}>
            CSV in
          </Button>
          <Button icon={<Download size={15} />} disabled={parts.length === 0} onClick={() => void exportCsv()}>
            CSV out
          </Button>
        </div>
      </div>
      <QuickAdd />
      <div className="mt-3 flex flex-wrap items-center gap-x-1 gap-y-2" role="group" aria-label="Filters">
        {(['', ...PART_KINDS] as const).map((one) => (
          <Choice key={one} size="large" on={kind === one} onClick={() => setKind(one)}>
            {one === '' ? 'all' : wordFor(one)} {one === '' ? shelf.length : (counts[one] ?? 0)}
          </Choice>
        ))}
        <span className="ml-auto flex flex-wrap gap-2">
          <select
            aria-label="Status"
            className="h-8 rounded-sm border border-rule bg-paper px-2 max-sm:h-10"
            value={status}
            onChange={(event) => setStatus(event.target.value as PartStatus | '')}
          >
            <option value="">any status</option>
            {PART_STATUSES.map((one) => (
              <option key={one} value={one}>
                {wordFor(one)}
              </option>
            ))}
          </select>
          <input
            type="search"
            aria-label="Find on the shelf"
            placeholder="Find"
            className="h-8 w-40 rounded-sm border border-rule bg-paper px-2 max-sm:h-10"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <ColumnMenu kind={kind} shown={shown} onChange={setShown} />
        </span>
      </div>
      <div className="mt-2 flex min-h-0 flex-1 flex-col max-sm:min-h-96">
        {ids.length > 0 && <BulkBar ids={ids} onDone={() => setSelected({})} />}
        {shelf.length === 0 ? (
          <Empty loaded={loaded} />
        ) : (
          <PartsTable parts={parts} shown={shown} selected={selected} onSelect={setSelected} onOpen={(id) => setParams({ part: id })} />
        )}
        {shelf.length > 0 && parts.length === 0 && <p className="py-8 text-center text-soft">No part fits these filters.</p>}
      </div>
      {file && (
        <Suspense fallback={null}>
          <CsvDialog file={file} onClose={() => setFile(undefined)} />
        </Suspense>
      )}
      {open && (
        <Suspense fallback={null}>
          <PartSheet id={open} onClose={() => setParams({})} />
        </Suspense>
      )}
    </main>
  );
}

function Empty({ loaded }: { loaded: boolean }) {
  return loaded ? (
    <div className="border border-dashed border-edge px-6 py-12 text-center">
      <p className="text-[17px] font-semibold">Put what you have on the shelf</p>
      <p className="mx-auto mt-1 max-w-md text-soft">
        Type what is printed on a part in the line above, or take in a CSV file. Plans then pick from it and say what would not fit.
      </p>
    </div>
  ) : (
    <p className="py-12 text-center text-soft">Fetching the shelf …</p>
  );
}

function filtered(shelf: PartOnDesk[], kind: PartKind | '', status: PartStatus | '', sought: string): PartOnDesk[] {
  const words = sought.split(/\s+/).filter(Boolean);
  return shelf.filter(({ part }) => {
    if ((kind !== '' && part.kind !== kind) || (status !== '' && part.status !== status)) return false;
    if (words.length === 0) return true;
    const text = searchText(part);
    return words.every((word) => text.includes(word));
  });
}

function countKinds(shelf: PartOnDesk[]): Partial<Record<PartKind, number>> {
  const counts: Partial<Record<PartKind, number>> = {};
  for (const { part } of shelf) counts[part.kind] = (counts[part.kind] ?? 0) + 1;
  return counts;
}
