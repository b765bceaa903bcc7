import type { CarRun } from '@puddler/contract/shared';
import { isHeldBack, RUN_FIGURES, type Band, type RunFigure } from '@puddler/core';
import { formatIn, unitOf, withMark, type UnitSystem } from '@puddler/figures';
import { scaleLinear } from 'd3-scale';
import { Check, ChevronDown, ChevronUp } from 'lucide-react';
import { useAppSelector } from '../../document-store/store';
import { useWidth } from '../../ui/useWidth';
import { bandOf, FIGURE_WORDS, figureText, verdictOf, type Verdict } from './log-text';
import { measuredIn } from '../../document-store/run-figures';

/** Each figure of a run on the scale of its band as it was before the run. */
export function MeasuredAgainst({ run }: { run: CarRun }) {
  const system = useAppSelector((state) => state.prefs.units);
  const measured = measuredIn(run);
  const rows = RUN_FIGURES.filter((figure) => measured[figure] !== undefined);
  if (rows.length === 0)
    return <p className="py-2 text-body text-soft">Type one figure, or drop a log here: a pass, a temperature, what the charger put back.</p>;
  return (
    <table className="w-full table-fixed text-body">
      <thead>
        <tr className="text-left text-small text-soft">
          <th scope="col" className="w-[46%] font-medium max-sm:w-[54%]">
            Measured
          </th>
          <th scope="col" className="pl-3 font-medium">
            against its band before the run
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((figure) => (
          <Row key={figure} figure={figure} value={measured[figure]!} band={bandOf(run, figure)} isHeldBack={isHeldBack(run)} system={system} />
        ))}
      </tbody>
    </table>
  );
}

interface RowProps {
  figure: RunFigure;
  value: number;
  band: Band | undefined;
  /** The throttle was held back: the plan foretells nothing of that. */
  isHeldBack: boolean;
  system: UnitSystem;
}

function Row({ figure, value, band, isHeldBack, system }: RowProps) {
  const name = withMark(FIGURE_WORDS[figure].name);
  return (
    <tr className="border-t border-rule">
      <th scope="row" className="py-1 text-left font-normal">
        <span className="text-soft">{name}</span> <strong className="font-semibold whitespace-nowrap">{figureText(figure, value, system)}</strong>
      </th>
      <td className="pl-3">
        {!band && isHeldBack ? (
          <span className="text-small text-soft">nothing was foreseen for it</span>
        ) : band ? (
          <span className="flex items-center gap-2">
            <BandLine figure={figure} value={value} band={band} system={system} />
            <VerdictWord verdict={verdictOf(value, band)} />
          </span>
        ) : (
          <span className="text-small text-soft">computing the band …</span>
        )}
      </td>
    </tr>
  );
}

const WORDS: Record<Verdict, { word: string; tone: string; icon: typeof Check }> = {
  in: { word: 'in', tone: 'text-good', icon: Check },
  above: { word: 'above', tone: 'text-caution', icon: ChevronUp },
  below: { word: 'below', tone: 'text-caution', icon: ChevronDown },
};

function VerdictWord({ verdict }: { verdict: Verdict }) {
  const { word, tone, icon: Icon } = WORDS[verdict];
  return (
    <span className={`inline-flex w-14 shrink-0 items-center gap-0.5 text-small font-medium ${tone}`}>
      <Icon size={13} aria-hidden="true" />
      {word}
    </span>
  );
}

/** The band as a bar, its middle as a tick, what was measured as a mark over it. */
function BandLine({ figure, value, band, system }: { figure: RunFigure; value: number; band: Band; system: UnitSystem }) {
  const [ref, width] = useWidth<HTMLSpanElement>(150);
  const { unit, digits, tone } = FIGURE_WORDS[figure];
  const shown = { ...unitOf(unit, system), digits };
  const spread = Math.max(band.p90 - band.p10, Math.abs(value - band.p50), 1e-9);
  const x = scaleLinear([Math.min(value, band.p10) - 0.3 * spread, Math.max(value, band.p90) + 0.3 * spread], [0, width]);
  const range = `${formatIn(band.p10, shown, true)} to ${formatIn(band.p90, shown, true)} ${shown.symbol}`;
  return (
    <span ref={ref} className="min-w-0 flex-1" title={`likely ${range}`}>
      <svg width={width} height={26} role="img" aria-label={`likely ${range}, measured ${formatIn(value, shown, true)}`} className="block text-fine">
        <path d={`M0 9H${width}`} className="stroke-rule" />
        <rect
          x={x(band.p10)}
          y={5}
          width={Math.max(1, x(band.p90) - x(band.p10))}
          height={8}
          className={tone === 'heat' ? 'fill-heat' : 'fill-amps'}
        />
        <path d={`M${x(band.p50)} 5v8`} className="stroke-paper" />
        <rect x={x(value) - 1.5} y={2} width={3} height={14} className="fill-ink" />
        <text x={x(band.p10)} y={25} textAnchor={x(band.p10) < 16 ? 'start' : 'middle'} className="fill-soft">
          {formatIn(band.p10, shown, true)}
        </text>
        <text x={x(band.p90)} y={25} textAnchor={x(band.p90) > width - 16 ? 'end' : 'middle'} className="fill-soft">
          {formatIn(band.p90, shown, true)}
        </text>
      </svg>
    </span>
  );
}
