import { median } from 'd3-array';

/** How the time of a log is written, found from its first values. */
export interface TimeReading {
  read: (cell: string) => number;
  /** By what a plain number is multiplied to be seconds; undefined where it is no plain number. */
  factor?: number;
  /** “s”, “ms”, “clock”, “date”: for the page. */
  how: string;
  sure: boolean;
}

const CLOCK = /^(?:(\d{1,3}):)?([0-5]?\d):([0-5]?\d(?:[.,]\d+)?)$/;
const DATE = /^\d{4}-\d\d-\d\d[T ]\d\d:\d\d/;
const DAY_S = 86_400;

function clockS(cell: string): number {
  const match = CLOCK.exec(cell.trim());
  return match ? Number(match[1] ?? 0) * 3600 + Number(match[2]) * 60 + Number(match[3]!.replace(',', '.')) : NaN;
}

/** A date with a clock as seconds since a day long past: years, months and days are counted. */
export function dateS(cell: string): number {
  const match = /^(\d{4})-(\d\d)-(\d\d)[T ](\d\d):(\d\d)(?::(\d\d(?:[.,]\d+)?))?/.exec(cell.trim());
  if (!match) return NaN;
  const [year, month, day, hour, minute] = match.slice(1, 6).map(Number) as [number, number, number, number, number];
  // Days since a day long past, by the rule of the calendar.
  const a = Math.floor((14 - month) / 12);
  const y = year + 4800 - a;
  const m = month + 12 * a - 3;
  const days = day + Math.floor((153 * m + 2) / 5) + 365 * y + Math.floor(y / 4) - Math.floor(y / 100) + Math.floor(y / 400) - 2_472_633;
  return days * DAY_S + hour * 3600 + minute * 60 + Number((match[6] ?? '0').replace(',', '.'));
}

/** A log whose time steps by this much or more counts milliseconds, where its head does not say. */
const MILLISECONDS_FROM = 5;

export function timeReading(cells: readonly string[], unitFactor: number | undefined, toNumber: (cell: string) => number): TimeReading {
  const filled = cells.filter((cell) => cell.trim() !== '');
  if (filled.some((cell) => DATE.test(cell.trim()))) return { read: dateS, how: 'date', sure: true };
  if (filled.some((cell) => CLOCK.test(cell.trim()))) return { read: clockS, how: 'clock', sure: true };
  if (unitFactor !== undefined)
    return { read: (cell) => toNumber(cell) * unitFactor, factor: unitFactor, how: unitFactor === 1 ? 's' : 'ms', sure: true };
  const values = filled.map(toNumber).filter(Number.isFinite);
  const steps = values
    .slice(1)
    .map((value, i) => value - values[i]!)
    .filter((step) => step > 0);
  const step = median(steps) ?? 0;
  const isMs = step >= MILLISECONDS_FROM;
  const factor = isMs ? 0.001 : 1;
  return { read: (cell) => toNumber(cell) * factor, factor, how: isMs ? 'ms' : 's', sure: step < 1 || step >= MILLISECONDS_FROM };
}
