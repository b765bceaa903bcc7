import { SideScroll } from '../../ui/SideScroll';
import { RUN_FIGURES, scoreOf } from '@puddler/core';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { format } from 'date-fns';
import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { StoredRun } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';
import { Term } from '../../active/Term';
import { Button } from '../../ui/Button';
import { CsvButton } from '../../ui/CsvButton';
import { SortHead } from '../../ui/SortHead';
import { bandOf, FIGURE_WORDS, gearingText, insideOf, runDay, runName } from './log-text';
import { measuredIn } from '../../document-store/run-figures';
import type { AtLog } from './use-log';
import { Input } from '../../ui/Input';

type Column = 'at' | 'gearing' | 'topSpeedMs' | 'settledA' | 'canC' | 'inside';

const VALUES: Record<Column, (one: StoredRun) => number | string | undefined> = {
  at: ({ run }) => run.at,
  gearing: ({ run }) => gearingText(run),
  topSpeedMs: ({ run }) => measuredIn(run).topSpeedMs,
  settledA: ({ run }) => measuredIn(run).settledA,
  canC: ({ run }) => measuredIn(run).canC,
  inside: ({ run }) => (insideOf(run).of === 0 ? undefined : insideOf(run).inside / insideOf(run).of),
};

function sorted(runs: readonly StoredRun[], column: Column, way: 'asc' | 'desc'): StoredRun[] {
  const of = VALUES[column];
  const sign = way === 'asc' ? 1 : -1;
  // What is not known stands last whichever way.
  return [...runs].sort((a, b) => {
    const [x, y] = [of(a), of(b)];
    if (x === undefined || y === undefined) return x === y ? 0 : x === undefined ? 1 : -1;
    return sign * (typeof x === 'string' ? x.localeCompare(String(y)) : x - Number(y));
  });
}

const text = ({ run }: StoredRun) =>
  [runName(run), runDay(run), gearingText(run), run.plan.name, run.plan.motor.name, run.plan.packs[0]!.name, run.notes, run.broke]
    .join(' ')
    .toLowerCase();

/** All runs of the car: newest first until a head is pressed; words sift them. */
export function RunList({ log }: { log: AtLog }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [order, setOrder] = useState<{ column: Column; way: 'asc' | 'desc' }>({ column: 'at', way: 'desc' });
  const [words, setWords] = useState('');
  const shown = useMemo(
    () => sorted(words.trim() === '' ? log.runs : log.runs.filter((one) => text(one).includes(words.trim().toLowerCase())), order.column, order.way),
    [log.runs, order, words],
  );
  const heads: { column: Column; name: string; unit: string }[] = [
    { column: 'at', name: 'Run', unit: '' },
    { column: 'gearing', name: 'Gears', unit: '' },
    { column: 'topSpeedMs', name: 'Top', unit: unitOf('m/s', system).symbol },
    { column: 'settledA', name: 'Amps', unit: 'A' },
    { column: 'canC', name: 'Can', unit: unitOf('°C', system).symbol },
    { column: 'inside', name: 'In band', unit: '' },
  ];
  const turn = (column: Column) => setOrder((now) => ({ column, way: now.column === column && now.way === 'desc' ? 'asc' : 'desc' }));
  return (
    <section aria-label="Runs">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <ScoreLine runs={log.runs} />
        <span className="flex items-center gap-1 print:hidden">
          {log.runs.length > 6 && (
            <Input
              aria-label="Sift the runs"
              placeholder="Sift: 17/58, tarmac"
              className="w-36"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
          )}
          <CsvButton name="runs" disabled={log.runs.length === 0} table={() => tableOf(log.runs)} />
          <Button tone="action" icon={<Plus size={14} />} onClick={() => log.begin()}>
            New run
          </Button>
        </span>
      </div>
      <SideScroll label="All runs" className="mt-1">
        <div role="table" aria-label="Runs of the car" className="min-w-123">
          <div role="row" className={`${ROW} border-edge`}>
            {heads.map(({ column, name, unit }) => (
              <SortHead
                key={column}
                name={name}
                unit={unit}
                right={column !== 'at'}
                sorted={order.column === column && order.way}
                onSort={() => turn(column)}
              />
            ))}
          </div>
          {shown.map((one) => (
            <RunRow key={one.id} one={one} isOpen={log.open?.id === one.id} onShow={log.show} />
          ))}
        </div>
      </SideScroll>
      {log.runs.length > 0 && shown.length === 0 && <p className="py-2 text-soft">No run has these words.</p>}
    </section>
  );
}

const ROW = 'grid grid-cols-[minmax(8.5rem,2.6fr)_repeat(5,minmax(3.9rem,1fr))] border-b';

/** A run with its figures; pressed, it is opened, or closed again. */
function RunRow({ one: { id, run }, isOpen, onShow }: { one: StoredRun; isOpen: boolean; onShow: AtLog['show'] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const measured = measuredIn(run);
  const { inside, of } = insideOf(run);
  const figure = (value: number | undefined, unit: string, digits: number) =>
    value === undefined ? '' : formatIn(value, { ...unitOf(unit, system), digits }, true);
  const cells = [
    gearingText(run),
    figure(measured.topSpeedMs, 'm/s', 1),
    figure(measured.settledA, 'A', 1),
    figure(measured.canC, '°C', 0),
    of === 0 ? '' : `${inside} of ${of}`,
  ];
  return (
    <div role="row" className={`${ROW} border-rule ${isOpen ? 'bg-wash' : 'hover:bg-wash'}`}>
      <span role="cell" className="min-w-0">
        <button
          type="button"
          aria-pressed={isOpen}
          className="block w-full truncate px-2 py-1.5 text-left font-medium max-sm:min-h-thumb"
          onClick={() => onShow(isOpen ? undefined : id)}
        >
          {runName(run)}
          {run.name && <span className="text-small font-normal text-soft"> {runDay(run)}</span>}
        </button>
      </span>
      {cells.map((cell, i) => (
        <span key={i} role="cell" className="self-center px-2 text-right whitespace-nowrap">
          {cell}
        </span>
      ))}
    </div>
  );
}

/** “17 of 21 figures in their bands of 80 %.” */
function ScoreLine({ runs }: { runs: readonly StoredRun[] }) {
  const score = useMemo(() => scoreOf(runs.map(({ run }) => ({ measured: measuredIn(run), predicted: run.predicted ?? {} }))), [runs]);
  if (!score) return <p className="text-body text-soft">{runs.length === 0 ? 'No run yet.' : 'Nothing to hold against a prediction yet.'}</p>;
  return (
    <p className="text-body">
      <strong className="font-semibold">
        {score.inside} of {score.of}
      </strong>{' '}
      <span className="text-soft">{score.of === 1 ? 'figure' : 'figures'} in the likely range of before the run, which should hold eight of ten</span>
      <span className="text-soft">
        {' · '}
        <span className="whitespace-nowrap">
          <Term name="bandScore">band score</Term> {formatNumber(100 * score.interval, 0)}
        </span>
      </span>
    </p>
  );
}

/** All runs with their figures and bands, in SI. */
function tableOf(runs: readonly StoredRun[]) {
  const figures = RUN_FIGURES.flatMap((figure) => {
    const { unit } = FIGURE_WORDS[figure];
    return [`${FIGURE_WORDS[figure].name} [${unit}]`, `p10 [${unit}]`, `p90 [${unit}]`];
  });
  return {
    heads: ['run', 'at', 'plan', 'gears', 'ground', 'air [°C]', 'minutes', ...figures, 'notes', 'broke'],
    rows: runs.map(({ run }) => [
      runName(run),
      format(new Date(run.at), 'yyyy-MM-dd HH:mm'),
      run.plan.name,
      gearingText(run),
      run.plan.site.surface,
      run.plan.site.ambientC,
      run.minutes,
      ...RUN_FIGURES.flatMap((figure) => [measuredIn(run)[figure], bandOf(run, figure)?.p10, bandOf(run, figure)?.p90]),
      run.notes,
      run.broke,
    ]),
  };
}
