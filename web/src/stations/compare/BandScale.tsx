import type { Band } from '@puddler/core';
import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import { AcrossAxis } from '../../charts/Axes';
import { ChartExport } from '../../charts/ChartExport';
import { FILL, STROKE } from '../../charts/tones';
import { toCsv } from '../../ui/to-csv';
import { useWidth } from '../../ui/useWidth';
import { formatNumber } from '@puddler/figures';

/** One setup on a scale: its figure and its likely band, in units shown. */
export interface ScaleRow {
  letter: string;
  value: number | undefined;
  band: Pick<Band, 'p10' | 'p90'> | undefined;
  /** What stands in the place of a figure that means nothing. */
  text?: string;
}

interface Props {
  title: string;
  unit: string;
  digits: number;
  rows: readonly ScaleRow[];
  tone: 'amps' | 'heat';
  limits?: { at: number; label: string; tone: 'caution' | 'stop' }[];
}

const ROW_PX = 21;
const LEFT = 20;
const RIGHT = 60;
const LABEL_PX = 11;

/** One answer of all setups on one scale, each with its likely band. */
export function BandScale({ title, unit, digits, rows, tone, limits = [] }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(380);
  const svg = useRef<SVGSVGElement>(null);
  const known = rows.flatMap((row) => [row.value ?? [], row.band?.p90 ?? [], row.band?.p10 ?? []].flat());
  const most = Math.max(...known, 0.1);
  // A limit far beyond all would only squeeze what is compared.
  const near = limits.filter((limit) => limit.at <= 1.35 * most);
  const x = scaleLinear([Math.min(0, ...known), Math.max(most, ...near.map((one) => one.at))], [LEFT, Math.max(width - RIGHT, LEFT + 40)]).nice(4);
  const top = near.length > 0 ? LABEL_PX : 0;
  const height = top + rows.length * ROW_PX + 18;
  // Labels of lines close together stand to both sides, or they would write over each other.
  const close = near.length > 1 && x(near[1]!.at) - x(near[0]!.at) < 50;
  return (
    <div ref={ref} className="min-w-0">
      <div className="flex h-6 items-center justify-between">
        <h3 className="eyebrow text-soft">
          {title} <span className="tracking-normal normal-case">{unit}</span>
        </h3>
        <ChartExport svg={() => svg.current} name={`${title} compared`} csv={() => csvOf(rows, unit)} />
      </div>
      <svg
        ref={svg}
        width={width}
        height={height}
        role="img"
        aria-label={`${title}: ${rows.map((row) => `${row.letter} ${sayRow(row, digits)}`).join(', ')}`}
        className="block text-fine"
      >
        <AcrossAxis ticks={x.ticks(4)} scale={x} foot={height - 3} lines={{ top, bottom: height - 15 }} />
        {near.map((limit) => (
          <path
            key={limit.label}
            d={`M${x(limit.at)} ${top}V${height - 15}`}
            className={`${STROKE[limit.tone]} [stroke-dasharray:5_3] [stroke-width:1.5]`}
          />
        ))}
        {near.map((limit, i) => (
          <text
            key={limit.label}
            x={x(limit.at) + (close ? (i === 0 ? 3 : -3) : 0)}
            y={9}
            textAnchor={close ? (i === 0 ? 'end' : 'start') : 'middle'}
            className={FILL[limit.tone]}
          >
            {limit.label}
          </text>
        ))}
        {rows.map((row, i) => {
          const y = top + i * ROW_PX + 12;
          return (
            <g key={row.letter}>
              <text x={0} y={y + 4} className="fill-ink text-small font-bold">
                {row.letter}
              </text>
              {row.band && (
                <rect x={x(row.band.p10)} y={y - 4} width={Math.max(1, x(row.band.p90) - x(row.band.p10))} height={8} className={FILL[tone]} />
              )}
              {row.value !== undefined && (
                <>
                  <rect x={x(row.value) - 1.5} y={y - 7} width={3} height={14} className="fill-ink" />
                  <text x={width} y={y + 4} textAnchor="end" className="fill-ink text-body font-semibold">
                    {row.text ?? formatNumber(row.value, digits, true)}
                  </text>
                </>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

function sayRow({ value, band, text }: ScaleRow, digits: number): string {
  if (value === undefined) return 'not known yet';
  if (text !== undefined) return text;
  return `${formatNumber(value, digits)}${band ? `, likely ${formatNumber(band.p10, digits)} to ${formatNumber(band.p90, digits)}` : ''}`;
}

const csvOf = (rows: readonly ScaleRow[], unit: string) =>
  toCsv(
    ['', `value [${unit}]`, `p10 [${unit}]`, `p90 [${unit}]`],
    rows.map(({ letter, value, band }) => [letter, value, band?.p10, band?.p90]),
  );
