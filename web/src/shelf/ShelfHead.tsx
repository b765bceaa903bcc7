import { Download, FileUp } from 'lucide-react';
import { useRef } from 'react';
import type { PartOnDesk } from '../desk/selectors';
import { Button } from '../ui/Button';
import { download } from '../ui/download';

interface Props {
  shelf: PartOnDesk[];
  /** The parts that go out as CSV. */
  chosen: PartOnDesk[];
  onFile: (file: File | undefined) => void;
}

/** The shelf's title, and its ways in and out. */
export function ShelfHead({ shelf, chosen, onFile }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  const exportCsv = async () => {
    const { writeCsv } = await import('../csv/write-csv');
    download('shelf.csv', 'text/csv', writeCsv(chosen.map(({ part }) => part)));
  };
  return (
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
            onFile(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
        <Button icon={<FileUp size={15} />} onClick={() => picker.current?.click()}>
          CSV in
        </Button>
        <Button icon={<Download size={15} />} disabled={chosen.length === 0} onClick={() => void exportCsv()}>
          CSV out
        </Button>
      </div>
    </div>
  );
}
