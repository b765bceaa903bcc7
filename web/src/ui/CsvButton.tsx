import { Download } from 'lucide-react';
import { Button } from './Button';
import { download } from './download';
import { toCsv } from './to-csv';

interface Props {
  /** Of the file, without its ending. */
  name: string;
  disabled?: boolean;
  /** Heads with their units in brackets, and rows below; made when asked for. */
  table: () => { heads: string[]; rows: (string | number | undefined)[][] };
}

/** A name that every system takes for a file. */
export const fileName = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

/** Hands a table out as a CSV file. */
export function CsvButton({ name, disabled = false, table }: Props) {
  const save = async () => {
    const { heads, rows } = table();
    download(`${fileName(name)}.csv`, 'text/csv', await toCsv(heads, rows));
  };
  return (
    <Button tone="quiet" icon={<Download size={14} />} disabled={disabled} onClick={() => void save()}>
      CSV
    </Button>
  );
}
