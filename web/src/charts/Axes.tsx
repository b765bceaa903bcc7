import { formatNumber } from '@puddler/figures';
import type { ReactNode } from 'react';
import { FILL, STROKE, type LimitTone } from './tones';

const BESIDE_PX = 6;
/** From the middle of a letter to its foot. */
const HALF_LETTER_PX = 4;

interface UpProps {
  ticks: readonly number[];
  scale: (value: number) => number;
  left: number;
  right: number;
  digits?: number;
  /** Hairlines across; a filled chart has none. */
  lines?: boolean;
}

/** The axis that goes up: numbers to the left of a chart, and hairlines across it. */
export function UpAxis({ ticks, scale, left, right, digits = 1, lines = true }: UpProps) {
  return ticks.map((tick) => (
    <g key={tick}>
      {lines && <path d={`M${left} ${scale(tick)}H${right}`} className="stroke-rule" />}
      <text x={left - BESIDE_PX} y={scale(tick) + HALF_LETTER_PX} textAnchor="end" className="fill-soft">
        {formatNumber(tick, digits)}
      </text>
    </g>
  ));
}

interface AcrossProps {
  ticks: readonly number[];
  scale: (value: number) => number;
  /** Where its numbers stand. */
  foot: number;
  /** Past this a number stands to the left of its tick instead of under its middle. */
  right?: number;
  digits?: number;
  /** Hairlines up, from here to there. */
  lines?: { top: number; bottom: number };
  /** Behind the last number. */
  unit?: string;
}

/** The axis that goes across: numbers under a chart, and hairlines up through it. */
export function AcrossAxis({ ticks, scale, foot, right = Infinity, digits = 1, lines, unit }: AcrossProps) {
  return ticks.map((tick, i) => (
    <g key={tick}>
      {lines && <path d={`M${scale(tick)} ${lines.top}V${lines.bottom}`} className="stroke-rule" />}
      <text x={scale(tick)} y={foot} textAnchor={scale(tick) > right ? 'end' : 'middle'} className="fill-soft">
        {formatNumber(tick, digits)}
        {unit !== undefined && i === ticks.length - 1 && ` ${unit}`}
      </text>
    </g>
  ));
}

interface LimitProps {
  tone: LimitTone;
  at: number;
  left: number;
  right: number;
  /** At which end its word stands. */
  side?: 'left' | 'right';
  /** Under its line, where another stands close above. */
  under?: boolean;
  children: ReactNode;
}

/** A value to stay under, drawn across a chart, with its word. */
export function LimitLine({ tone, at, left, right, side = 'left', under = false, children }: LimitProps) {
  return (
    <g>
      <path d={`M${left} ${at}H${right}`} className={`${STROKE[tone]} [stroke-dasharray:5_3]`} />
      <text
        x={side === 'left' ? left + HALF_LETTER_PX : right}
        y={at + (under ? 12 : -3)}
        textAnchor={side === 'left' ? 'start' : 'end'}
        className={`${FILL[tone]} stroke-paper stroke-3 [paint-order:stroke]`}
      >
        {children}
      </text>
    </g>
  );
}
