import { CsvButton } from '../../ui/CsvButton';
import { toShown } from '@puddler/figures';
import type { FoundSetup } from '../../workers/search-worker';
import { FRONT_FIGURES } from './figures';
import { gearsText } from './setup-text';

/** The front as CSV, metric as all files are. */
export function TableExport({ setups, name }: { setups: readonly FoundSetup[]; name: string }) {
  return <CsvButton name={name} disabled={setups.length === 0} table={() => tableOf(setups)} />;
}

function tableOf(setups: readonly FoundSetup[]) {
  const units = FRONT_FIGURES.map((figure) => figure.unit('metric'));
  return {
    heads: ['motor', 'esc', 'pack', 'gears', ...FRONT_FIGURES.map(({ label }, i) => (units[i]!.symbol ? `${label} [${units[i]!.symbol}]` : label))],
    rows: setups.map((setup) => {
      const named = (kind: string) => setup.parts.find((part) => part.kind === kind)?.name;
      return [
        named('motor'),
        named('esc'),
        named('pack'),
        gearsText(setup),
        ...FRONT_FIGURES.map(({ id }, i) => toShown(setup.figures[id], units[i]!)),
      ];
    }),
  };
}
