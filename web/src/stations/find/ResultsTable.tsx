import { rowSortingFeature, tableFeatures, useTable, type ColumnDef, type SortingState } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Pin } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useAppSelector } from '../../desk/store';
import { SortHead } from '../../ui/SortHead';
import { formatIn } from '../../units/units';
import type { FoundSetup } from '../../workers/search-worker';
import { FRONT_FIGURES, figureNamed, type FrontFigure } from './figures';
import { gearsText, moneyText, motorText } from './setup-text';

const features = tableFeatures({ rowSortingFeature });
type Features = typeof features;

const ROW_PX = 42;
const OVERSCAN = 6;
/** Columns beside the parts, in their order; the axes' figures join when they are others. */
const USUAL = ['topSpeedMs', 'maxCanC', 'minutes', 'newMoney', 'pullN', 'climbPct'];

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
  const system = useAppSelector((state) => state.prefs.units);
  const scroller = useRef<HTMLDivElement>(null);
  const [sorting, setSorting] = useState<SortingState>([]);
  const figures = useMemo(() => [...new Set([...USUAL, ...also.filter(Boolean)])].map(figureNamed), [also]);
  const columns = useMemo<ColumnDef<Features, FoundSetup>[]>(
    () => [
      { id: 'setup', accessorFn: motorText },
      ...FRONT_FIGURES.map((figure): ColumnDef<Features, FoundSetup> => ({
        id: figure.id,
        accessorFn: (setup) => setup.figures[figure.id],
        sortDescFirst: figure.better === 'more',
      })),
    ],
    [],
  );
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
        <div role="rowgroup" className="sticky top-0 z-10 border-b border-rule bg-paper">
          <div role="row" aria-rowindex={1} className="grid items-center" style={grid}>
            <SortHead
              name="Setup"
              unit=""
              right={false}
              sorted={table.getColumn('setup')?.getIsSorted() ?? false}
              onSort={() => table.getColumn('setup')?.toggleSorting()}
            />
            {figures.map((figure) => (
              <SortHead
                key={figure.id}
                name={figure.label}
                unit={figure.unit(system).symbol}
                sorted={table.getColumn(figure.id)?.getIsSorted() ?? false}
                onSort={() => table.getColumn(figure.id)?.toggleSorting()}
                right
              />
            ))}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const setup = ordered[item.index];
            if (!setup) return null;
            return (
              <div
                key={setup.key}
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={setup.key === selected}
                className={`absolute inset-x-0 grid cursor-default items-center border-b border-rule text-[13px] hover:bg-wash/60 ${setup.key === selected ? 'bg-wash' : ''}`}
                style={{ ...grid, height: ROW_PX, transform: `translateY(${item.start}px)` }}
                onClick={() => onSelect(setup.key)}
                onDoubleClick={() => onOpen(setup)}
              >
                <span
                  role="cell"
                  className={`min-w-0 border-l-2 pr-2 pl-2 leading-tight ${setup.key === selected ? 'border-ember' : 'border-transparent'}`}
                >
                  <span className="flex items-center gap-1.5 truncate">
                    <strong className="truncate font-semibold">
                      {motorText(setup)} · {gearsText(setup)}
                    </strong>
                    {pinned.has(setup.key) && <Pin size={12} className="shrink-0 text-steel" aria-label="pinned" />}
                  </span>
                  <span className="block truncate text-[11.5px] text-soft">
                    {setup.parts[0]!.name} · {setup.parts[1]!.name} · {whyOf(setup)}
                  </span>
                </span>
                {figures.map((figure) => (
                  <span key={figure.id} role="cell" className="px-2 text-right">
                    {figure.id === 'newMoney' ? moneyText(setup) : formatIn(setup.figures[figure.id], figure.unit(system), true)}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

const byText = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

function sorted(setups: readonly FoundSetup[], [sort]: SortingState): FoundSetup[] {
  if (!sort) return [...setups];
  const sign = sort.desc ? -1 : 1;
  if (sort.id === 'setup') return [...setups].sort((a, b) => sign * byText.compare(motorText(a), motorText(b)));
  const id = sort.id as FrontFigure['id'];
  return [...setups].sort((a, b) => sign * (a.figures[id] - b.figures[id]));
}
