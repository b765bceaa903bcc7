import type { RunFigure } from '@puddler/core';
import { formatIn, toShown, unitOf } from '@puddler/figures';
import { scalePoint, scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useRef } from 'react';
import { UpAxis } from '../../charts/Axes';
import { ChartHead } from '../../charts/ChartHead';
import type { StoredRun } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';
import { useWidth } from '../../ui/useWidth';
import { changesBetween, FIGURE_WORDS, runDay, runName } from './log-text';
import { measuredIn } from '../../document-store/run-figures';
import type { AtLog } from './use-log';

const SHOWN: readonly RunFigure[] = ['topSpeedMs', 'canC', 'settledA'];
const LEFT = 42;
const RIGHT = 14;
const PANE_PX = 96;
const GAP = 22;
const TOP = 18;
const BOTTOM = 34;

/** Speed, heat and amps from run to run, with the bands they were held against and what was changed between. */
export function OverTime({ log }: { log: AtLog }) {
  const [box, width] = useWidth<HTMLDivElement>(600);
  const svg = useRef<SVGSVGElement>(null);
  const runs = [...log.runs].reverse();
  const figures = SHOWN.filter((figure) => runs.some(({ run }) => measuredIn(run)[figure] !== undefined));
  if (runs.length < 2 || figures.length === 0) return <p className="text-body text-soft">Two runs with a figure each make a line.</p>;
  const x = scalePoint(
    runs.map(({ id }) => id),
    [LEFT + 12, Math.max(LEFT + 40, width - RIGHT - 12)],
  );
  const height = TOP + figures.length * (PANE_PX + GAP) + BOTTOM;
  const step = runs.length > 1 ? x(runs[1]!.id)! - x(runs[0]!.id)! : width;
  const every = Math.max(1, Math.ceil(54 / Math.max(1, step)));
  return (
    <figure ref={box} className="m-0">
      <ChartHead title="From run to run" name="runs over time" svg={() => svg.current} />
      <svg
        ref={svg}
        width={width}
        height={height}
        role="img"
        aria-label="Speed, temperature and amps from run to run; the table of runs says the same"
        className="block text-fine"
      >
        {runs.map(({ id, run }, i) => {
          const changes = i === 0 ? [] : changesBetween(runs[i - 1]!.run, run);
          return (
            <g key={id}>
              {changes.length > 0 && <path d={`M${x(id)! - step / 2} ${TOP}V${height - BOTTOM}`} className="stroke-edge [stroke-dasharray:3_3]" />}
              {changes.length > 0 && (
                <text x={x(id)! - step / 2 + 3} y={TOP - 6} className="fill-steel">
                  {changes[0]}
                </text>
              )}
              {i % every === 0 && (
                <text x={x(id)} y={height - BOTTOM + 16} textAnchor="middle" className="fill-soft">
                  {runDay(run)}
                </text>
              )}
            </g>
          );
        })}
        {figures.map((figure, k) => (
          <FigureOverTime
            key={figure}
            figure={figure}
            runs={runs}
            x={(id) => x(id)!}
            top={TOP + k * (PANE_PX + GAP)}
            right={width - RIGHT}
            openId={log.open?.id}
            onOpen={log.show}
          />
        ))}
      </svg>
    </figure>
  );
}

interface FigureProps {
  figure: RunFigure;
  runs: readonly StoredRun[];
  x: (id: string) => number;
  top: number;
  right: number;
  openId: string | undefined;
  onOpen: (id: string) => void;
}

function FigureOverTime({ figure, runs, x, top, right, openId, onOpen }: FigureProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const { name, unit, digits, tone } = FIGURE_WORDS[figure];
  const shown = { ...unitOf(unit, system), digits };
  const points = runs.flatMap(({ id, run }) => {
    const value = measuredIn(run)[figure];
    return value === undefined ? [] : [{ id, run, value: toShown(value, shown), band: run.predicted?.[figure] }];
  });
  const all = points.flatMap(({ value, band }) => [value, ...(band ? [toShown(band.p10, shown), toShown(band.p90, shown)] : [])]);
  const y = scaleLinear([Math.min(...all), Math.max(...all, Math.min(...all) + 1e-6)], [top + PANE_PX, top + 6]).nice(3);
  return (
    <g>
      <UpAxis ticks={y.ticks(3)} scale={y} left={LEFT} right={right} />
      <text x={LEFT + 3} y={top + 2} className="fill-ink text-fine font-semibold">
        {name} {shown.symbol}
      </text>
      {points.map(
        ({ id, band }) =>
          band && (
            <rect
              key={id}
              x={x(id) - 5}
              y={y(toShown(band.p90, shown))}
              width={10}
              height={Math.max(1, y(toShown(band.p10, shown)) - y(toShown(band.p90, shown)))}
              className={tone === 'heat' ? 'fill-heat' : 'fill-amps'}
            />
          ),
      )}
      <path
        d={
          line<(typeof points)[number]>(
            ({ id }) => x(id),
            ({ value }) => y(value),
          )(points) ?? ''
        }
        fill="none"
        className="stroke-ink"
      />
      {points.map(({ id, run, value }) => (
        <circle
          key={id}
          cx={x(id)}
          cy={y(value)}
          r={id === openId ? 5 : 3.5}
          className="cursor-pointer fill-ink stroke-paper"
          onClick={() => onOpen(id)}
        >
          <title>{`${runName(run)}: ${formatIn(measuredIn(run)[figure]!, shown, true)} ${shown.symbol}`}</title>
        </circle>
      ))}
    </g>
  );
}
