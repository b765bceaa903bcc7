import { useDeferredValue, useMemo, useState } from 'react';
import { lateDialog } from '../ui/late-part';
import { useSearchParams } from 'react-router';
import { useAppSelector } from '../document-store/store';
import { selectShelf } from '../document-store/selectors';
import { BulkBar } from './BulkBar';
import { ColumnMenu } from './ColumnMenu';
import { PartsTable } from './PartsTable';
import { QuickAdd } from './QuickAdd';
import { filtered, WHOLE_SHELF } from './shelf-filter';
import { ShelfEmpty } from './ShelfEmpty';
import { ShelfFilters } from './ShelfFilters';
import { ShelfHead } from './ShelfHead';
import { useColumns } from './use-columns';

const CsvDialog = lateDialog('The CSV file', () => import('./CsvDialog'));
const PartSheet = lateDialog('The part', () => import('./PartSheet'));

/** Every part that is owned, considered or worn out. */
export default function Shelf() {
  // While a long list comes in, the table may skip what is overtaken.
  const shelf = useDeferredValue(useAppSelector(selectShelf));
  const loaded = useAppSelector((state) => state.documentStore.shelfLoaded);
  // Heads and labels write prices with its sign.
  useAppSelector((state) => state.prefs.currency);
  const [params, setParams] = useSearchParams();
  const [filter, setFilter] = useState(WHOLE_SHELF);
  const applied = useDeferredValue(filter);
  const [selected, setSelected] = useState<Record<string, true>>({});
  const [file, setFile] = useState<File>();
  const [shown, setShown] = useColumns(filter.kind);
  const open = params.get('part');

  const parts = useMemo(() => filtered(shelf, applied), [shelf, applied]);
  const ids = useMemo(() => parts.filter(({ id }) => selected[id]).map(({ id }) => id), [parts, selected]);

  return (
    <main className="mx-auto flex h-[calc(100dvh-2.8rem)] max-w-page flex-col px-6 pt-4 max-sm:h-auto max-sm:min-h-[calc(100dvh-5rem)] max-sm:px-3">
      <ShelfHead shelf={shelf} chosen={ids.length > 0 ? parts.filter(({ id }) => selected[id]) : parts} onFile={setFile} />
      <QuickAdd />
      <ShelfFilters filter={filter} onFilter={setFilter} shelf={shelf}>
        <ColumnMenu kind={filter.kind} shown={shown} onChange={setShown} />
      </ShelfFilters>
      <div className="mt-2 flex min-h-0 flex-1 flex-col max-sm:min-h-96">
        {ids.length > 0 && <BulkBar ids={ids} onDone={() => setSelected({})} />}
        {shelf.length === 0 ? (
          <ShelfEmpty loaded={loaded} />
        ) : (
          <PartsTable parts={parts} shown={shown} selected={selected} onSelect={setSelected} onOpen={(id) => setParams({ part: id })} />
        )}
        {shelf.length > 0 && parts.length === 0 && <p className="py-8 text-center text-soft">No part fits these filters.</p>}
      </div>
      {file && <CsvDialog file={file} onClose={() => setFile(undefined)} />}
      {open && <PartSheet id={open} onClose={() => setParams({})} />}
    </main>
  );
}
