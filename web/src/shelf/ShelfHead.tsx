import { Download, FileUp } from 'lucide-react';
import { currencySet } from '../document-store/prefs-slice';
import type { StoredPart } from '../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { Button } from '../ui/Button';
import { download } from '../ui/download';
import { FileButton } from '../ui/FileButton';
import { currencies } from '@puddler/figures';
import { Select } from '../ui/Select';

interface Props {
  shelf: StoredPart[];
  /** The parts that go out as CSV. */
  chosen: StoredPart[];
  onFile: (file: File) => void;
}

/** The shelf's title, and its ways in and out. */
export function ShelfHead({ shelf, chosen, onFile }: Props) {
  const dispatch = useAppDispatch();
  const currency = useAppSelector((state) => state.prefs.currency);
  const exportCsv = async () => {
    const { writeCsv } = await import('@puddler/figures/parts-csv');
    download('shelf.csv', 'text/csv', writeCsv(chosen.map(({ part }) => part)));
  };
  return (
    <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 className="wide text-head leading-tight font-bold">Shelf</h1>
        <p className="text-soft">
          {shelf.length === 0 ? 'Nothing on it yet' : `${shelf.length} parts, ${shelf.filter(({ part }) => part.status === 'owned').length} owned`}
        </p>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-1.5 text-soft">
          Prices in
          <Select className="w-20 text-ink" value={currency} onChange={(event) => dispatch(currencySet(event.target.value))}>
            {currencies().map(({ code, name }) => (
              <option key={code} value={code} title={name}>
                {code}
              </option>
            ))}
          </Select>
        </label>
        <FileButton label="CSV file of parts" accept=".csv,.tsv,.txt,text/csv" icon={<FileUp size={15} />} onFiles={([file]) => onFile(file!)}>
          CSV in
        </FileButton>
        <Button icon={<Download size={15} />} disabled={chosen.length === 0} onClick={() => void exportCsv()}>
          CSV out
        </Button>
      </div>
    </div>
  );
}
