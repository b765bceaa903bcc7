import type { CSSProperties } from 'react';
import { useAppSelector } from '../../document-store/store';
import { SortHead } from '../../ui/SortHead';
import type { FrontFigure } from './figures';

interface Props {
  figures: readonly FrontFigure[];
  style: CSSProperties;
  sortedAs: (id: string) => false | 'asc' | 'desc';
  onSort: (id: string) => void;
}

/** The heads of the front's table; each sorts by its figure. */
export function ResultsHead({ figures, style, sortedAs, onSort }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <div role="rowgroup" className="sticky top-0 z-10 border-b border-rule bg-paper">
      <div role="row" aria-rowindex={1} className="grid items-center" style={style}>
        <SortHead name="Setup" unit="" right={false} sorted={sortedAs('setup')} onSort={() => onSort('setup')} />
        {figures.map((figure) => (
          <SortHead
            key={figure.id}
            name={figure.label}
            unit={figure.unit(system).symbol}
            sorted={sortedAs(figure.id)}
            onSort={() => onSort(figure.id)}
            right
          />
        ))}
      </div>
    </div>
  );
}
