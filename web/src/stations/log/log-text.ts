import type { CarRun } from '@puddler/contract/shared';
import { RUN_FIGURES, SERIES_WORDS, type LogQuantity, type Band, type RunFigure } from '@puddler/core';
import { formatIn, unitOf, type UnitSystem } from '@puddler/figures';
import { format } from 'date-fns';
import { measuredIn } from '../../document-store/run-figures';

/** What each figure of a run is called, the unit it is kept in, and its tone on a scale. */
export const FIGURE_WORDS: Record<RunFigure, { name: string; unit: string; digits: number; tone: 'amps' | 'heat' }> = {
  topSpeedMs: { name: 'Top speed', unit: 'm/s', digits: 1, tone: 'amps' },
  settledA: { name: 'Amps at top speed', unit: 'A', digits: 1, tone: 'amps' },
  canC: { name: 'Can', unit: '°C', digits: 0, tone: 'heat' },
  escC: { name: 'ESC', unit: '°C', digits: 0, tone: 'heat' },
  packC: { name: 'Pack', unit: '°C', digits: 0, tone: 'heat' },
  usedAh: { name: 'Charge used', unit: 'Ah', digits: 2, tone: 'amps' },
  to18m3S: { name: 'To 18.3 m', unit: 's', digits: 2, tone: 'amps' },
  to40m2S: { name: 'To 40.2 m', unit: 's', digits: 2, tone: 'amps' },
};

/** What a column of a log may be, in words. */
export const QUANTITY_WORDS: Record<LogQuantity, string> = {
  ...SERIES_WORDS,
  timeS: 'time',
  electricalRpm: 'electrical rpm',
  wheelRpm: 'wheel rpm',
  cellV: 'volts of a cell',
  usedAh: 'charge used',
  motorA: 'motor amps',
};

/** Units of columns as they are printed; the rest are spelled as they are read. */
const UNIT_WORDS: Record<string, string> = {
  '': 'a plain number',
  date: 'date',
  v: 'V',
  mv: 'mV',
  a: 'A',
  ma: 'mA',
  ah: 'Ah',
  mah: 'mAh',
  c: '°C',
  f: '°F',
};
export const unitWord = (unit: string): string => UNIT_WORDS[unit] ?? unit;

export const bandOf = (run: CarRun, figure: RunFigure): Band | undefined => run.predicted?.[figure];

export type Verdict = 'in' | 'above' | 'below';

export const verdictOf = (value: number, { p10, p90 }: Band): Verdict => (value < p10 ? 'below' : value > p90 ? 'above' : 'in');

/** How many of a run’s figures lie in their bands. */
export function insideOf(run: CarRun): { inside: number; of: number } {
  const measured = measuredIn(run);
  const held = RUN_FIGURES.flatMap((figure) => {
    const [value, band] = [measured[figure], bandOf(run, figure)];
    return value === undefined || !band ? [] : [verdictOf(value, band) === 'in'];
  });
  return { inside: held.filter(Boolean).length, of: held.length };
}

/** “17/58”, or the ratio of a car that is driven directly. */
export function gearingText({ plan: { gearing, car } }: Pick<CarRun, 'plan'>): string {
  return gearing.pinion === undefined ? `direct, ${car.internalRatio}` : `${gearing.pinion}/${gearing.spur}`;
}

export const runName = (run: CarRun): string => run.name ?? format(new Date(run.at), 'd MMM yyyy, HH:mm');

/** The same, short enough for a list and an axis. */
export const runDay = (run: CarRun): string => format(new Date(run.at), 'd MMM');

/** What changed from one run’s plan to the next one’s, in a few words; empty when nothing did. */
export function changesBetween(before: CarRun, after: CarRun): string[] {
  const [a, b] = [before.plan, after.plan];
  const changed: string[] = [];
  if (gearingText(before) !== gearingText(after)) changed.push(gearingText(after));
  if (a.motor.name !== b.motor.name) changed.push(b.motor.name);
  if (a.esc.name !== b.esc.name) changed.push(b.esc.name);
  if (a.packs.map((pack) => pack.name).join() !== b.packs.map((pack) => pack.name).join()) changed.push(b.packs[0]!.name);
  if (a.car.tyre.diameterMm !== b.car.tyre.diameterMm) changed.push(`tyre ${b.car.tyre.diameterMm} mm`);
  if (a.site.surface !== b.site.surface) changed.push(b.site.surface.replace('-', ' '));
  return changed;
}

/** A figure with its unit. */
export function figureText(figure: RunFigure, value: number, system: UnitSystem): string {
  const { unit, digits } = FIGURE_WORDS[figure];
  const shown = { ...unitOf(unit, system), digits };
  return `${formatIn(value, shown, true)} ${shown.symbol}`;
}

/** What is said of figures that a log gives and no run holds. */
export const beyondText = (count: number): string =>
  count === 1
    ? 'One figure of the log is more, or less, than a run holds, as of a wheel that spins free: it was left out.'
    : `${count} figures of the log are more, or less, than a run holds, as of wheels that spin free: they were left out.`;
