import { rowSortingFeature, tableFeatures, useTable, type ColumnDef, type SortingState } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { FoundSetup } from '../../workers/search-worker';
import { FRONT_FIGURES, figureNamed, figureOf } from './figures';
import { sorted } from './order-setups';
import { ResultsHead } from './ResultsHead';
import { ResultsRow } from './ResultsRow';
import { motorText } from './setup-text';

const features = tableFeatures({ rowSortingFeature });
type Features = typeof features;

const ROW_PX = 42;
const OVERSCAN = 6;
/** Columns beside the parts, in their order; the axes' figures join when they are others. */
const USUAL = ['topSpeedMs', 'maxCanC', 'minutes', 'newMoney', 'pullN', 'climbPct'];

const columns: ColumnDef<Features, FoundSetup>[] = [
  { id: 'setup', accessorFn: motorText },
  ...FRONT_FIGURES.map((figure): ColumnDef<Features, FoundSetup> => ({
    id: figure.id,
    accessorFn: (setup) => figureOf(setup.figures, figure.id),
    sortDescFirst: figure.better === 'more',
  })),
];

interface Props {
  setups: readonly FoundSetup[];
  selected: string | undefined;
  onSelect: (key: string) => void;
  onOpen: (setup: FoundSetup) => void;
  pinned: ReadonlySet<string>;
  /** Figures on the chart's axes. */
  also: readonly string[];
  whyOf: (setup: FoundSetup) => string;
}

/** The front as a table: sorted by any figure, walked with the arrows, opened with Enter. */
export function ResultsTable({ setups, selected, onSelect, onOpen, pinned, also, whyOf }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const [sorting, setSorting] = useState<SortingState>([]);
  const figures = useMemo(() => [...new Set([...USUAL, ...also.filter(Boolean)])].map(figureNamed), [also]);
  const ordered = useMemo(() => sorted(setups, sorting), [setups, sorting]);
  const table = useTable({
    features,
    columns,
    data: ordered,
    getRowId: (row) => row.key,
    manualSorting: true,
    state: { sorting },
    onSortingChange: setSorting,
  });
  const virtual = useVirtualizer({ count: ordered.length, getScrollElement: () => scroller.current, estimateSize: () => ROW_PX, overscan: OVERSCAN });
  const grid = { gridTemplateColumns: `minmax(230px,1fr) ${figures.map(() => '104px').join(' ')}` };
  const place = ordered.findIndex((setup) => setup.key === selected);
  // Only a new selection scrolls: a new order or new rows must not take the table from under a hand.
  const toSelected = useRef(() => undefined as void);
  useEffect(() => {
    toSelected.current = () => place >= 0 && void virtual.scrollToIndex(place, { align: 'auto' });
  });
  useEffect(() => {
    toSelected.current();
  }, [selected]);

  return (
    <div
      ref={scroller}
      role="table"
      aria-label="Setups on the front"
      aria-rowcount={setups.length + 1}
      tabIndex={0}
      className="max-h-[46vh] min-h-40 overflow-auto border-t border-rule"
      onKeyDown={(event) => {
        const next = { ArrowDown: place + 1, ArrowUp: Math.max(0, place - 1), Home: 0, End: ordered.length - 1 }[event.key];
        if (event.key === 'Enter' && place >= 0 && event.target === event.currentTarget) onOpen(ordered[place]!);
        if (next === undefined || !ordered[next]) return;
        event.preventDefault();
        onSelect(ordered[next].key);
      }}
    >
      <div className="min-w-max">
        <ResultsHead
          figures={figures}
          style={grid}
          sortedAs={(id) => table.getColumn(id)?.getIsSorted() ?? false}
          onSort={(id) => table.getColumn(id)?.toggleSorting()}
        />
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const setup = ordered[item.index];
            if (!setup) return null;
            return (
              <ResultsRow
                key={setup.key}
                setup={setup}
                figures={figures}
                index={item.index}
                selected={setup.key === selected}
                pinned={pinned.has(setup.key)}
                why={whyOf(setup)}
                style={{ ...grid, height: ROW_PX, transform: `translateY(${item.start}px)` }}
                onSelect={() => onSelect(setup.key)}
                onOpen={() => onOpen(setup)}
              />
            );
          })}
        </div>
      </div>
    </div>
  );
}
