import { CsvButton } from '../../ui/CsvButton';
import { toShown } from '@puddler/figures';
import type { FoundSetup } from '../../workers/search-worker';
import { figureOf, figuresOf } from './figures';
import { gearsText } from './setup-text';

/** The front as CSV, metric as all files are. */
export function TableExport({ setups, name }: { setups: readonly FoundSetup[]; name: string }) {
  return <CsvButton name={name} disabled={setups.length === 0} table={() => tableOf(setups)} />;
}

function tableOf(setups: readonly FoundSetup[]) {
  const figures = figuresOf(setups);
  const units = figures.map((figure) => figure.unit('metric'));
  return {
    heads: ['motor', 'esc', 'pack', 'gears', ...figures.map(({ label }, i) => (units[i]!.symbol ? `${label} [${units[i]!.symbol}]` : label))],
    rows: setups.map((setup) => {
      const named = (kind: string) => setup.parts.find((part) => part.kind === kind)?.name;
      return [
        named('motor'),
        named('esc'),
        named('pack'),
        gearsText(setup),
        ...figures.map(({ id }, i) => toShown(figureOf(setup.figures, id), units[i]!)),
      ];
    }),
  };
}
