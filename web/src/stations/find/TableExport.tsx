import { Download } from 'lucide-react';
import { Button } from '../../ui/Button';
import { download } from '../../ui/download';
import { toCsv } from '../../ui/to-csv';
import { toShown } from '../../units/units';
import type { FoundSetup } from '../../workers/search-worker';
import { FRONT_FIGURES } from './figures';
import { gearsText } from './setup-text';

/** The table as CSV, with units in the heads; metric, as all files are. */
export function TableExport({ setups, name }: { setups: readonly FoundSetup[]; name: string }) {
  const save = async () => {
    const units = FRONT_FIGURES.map((figure) => figure.unit('metric'));
    const heads = [
      'motor',
      'esc',
      'pack',
      'gears',
      ...FRONT_FIGURES.map(({ label }, i) => (units[i]!.symbol ? `${label} [${units[i]!.symbol}]` : label)),
    ];
    const rows = setups.map((setup) => {
      const named = (kind: string) => setup.parts.find((part) => part.kind === kind)?.name;
      return [
        named('motor'),
        named('esc'),
        named('pack'),
        gearsText(setup),
        ...FRONT_FIGURES.map(({ id }, i) => toShown(setup.figures[id], units[i]!)),
      ];
    });
    download(`${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.csv`, 'text/csv', await toCsv(heads, rows));
  };
  return (
    <Button tone="quiet" icon={<Download size={14} />} disabled={setups.length === 0} onClick={() => void save()}>
      CSV
    </Button>
  );
}
