import type { Budget } from '@puddler/contract/shared';
import { addMonths, addWeeks, differenceInCalendarDays, differenceInMonths, format, isValid, parseISO } from 'date-fns';
import { nowMs } from '../../ui/clock';

const DAY = 'yyyy-MM-dd';

/** The day of an envelope, counted from the first. */
export const dayOfPeriod = ({ from, every }: Pick<Budget, 'from' | 'every'>, period: number): string =>
  format((every === 'week' ? addWeeks : addMonths)(parseISO(from), period), DAY);

/** The envelope that a day falls to: the last one on or before it; the first for days before. */
export function periodOfDay({ from, every }: Pick<Budget, 'from' | 'every'>, day: string): number {
  const [start, at] = [parseISO(from), parseISO(day)];
  const periods = every === 'week' ? Math.floor(differenceInCalendarDays(at, start) / 7) : differenceInMonths(at, start);
  return Math.max(0, periods);
}

export const today = (): string => format(nowMs(), DAY);
export const isDay = (text: string): boolean => /^\d{4}-\d\d-\d\d$/.test(text) && isValid(parseISO(text));

/** “5 Dec”, with the year where it is not this one. */
export const dayText = (day: string): string => format(parseISO(day), day.slice(0, 4) === today().slice(0, 4) ? 'd MMM' : 'd MMM yyyy');
