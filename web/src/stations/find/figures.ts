import type { SetupFigures } from '@puddler/core';
import { currencySymbol, formatIn, type Unit, unitOf, type UnitSystem } from '@puddler/figures';
import { heatFigure } from '../../active/heat-text';

/** A figure of a setup that can stand on an axis or in a column. */
export interface FrontFigure {
  id: keyof SetupFigures;
  label: string;
  unit: (system: UnitSystem) => Unit;
  /** Which way is better; undefined where neither is. */
  better: 'more' | 'less' | undefined;
}

/** A figure of a setup as it is written, without its unit. */
export function figureText({ id, unit }: FrontFigure, figures: SetupFigures, system: UnitSystem): string {
  const value = figures[id];
  if (value === null) return '–';
  return HOT.includes(id) ? heatFigure(value, unit(system)) : formatIn(value, unit(system), true);
}

/** A figure as a number that sorts and has a place on an axis. */
export const figureOf = (figures: SetupFigures, id: keyof SetupFigures): number => figures[id] ?? NaN;

const HOT: readonly (keyof SetupFigures)[] = ['maxCanC', 'maxEscC'];

const plain = (symbol: string, digits: number) => (): Unit => ({ symbol, factor: 1, digits });

export const FRONT_FIGURES: readonly FrontFigure[] = [
  { id: 'topSpeedMs', label: 'top speed', unit: (system) => unitOf('m/s', system), better: 'more' },
  { id: 'maxCanC', label: 'can', unit: (system) => unitOf('°C', system), better: 'less' },
  { id: 'minutes', label: 'minutes', unit: plain('min', 0), better: 'more' },
  { id: 'lapS', label: 'lap', unit: plain('s', 2), better: 'less' },
  { id: 'newMoney', label: 'new parts', unit: () => ({ symbol: currencySymbol(), factor: 1, digits: 0 }), better: 'less' },
  { id: 'pullN', label: 'pull', unit: plain('N', 0), better: 'more' },
  { id: 'climbPct', label: 'slope', unit: plain('%', 0), better: 'more' },
  { id: 'crawlMs', label: 'crawl', unit: plain('m/s', 2), better: 'less' },
  { id: 'packCurrentA', label: 'current at speed', unit: plain('A', 1), better: 'less' },
  { id: 'peakPackCurrentA', label: 'peak current', unit: plain('A', 0), better: 'less' },
  { id: 'maxEscC', label: 'ESC', unit: (system) => unitOf('°C', system), better: 'less' },
  { id: 'motorRpm', label: 'motor', unit: plain('rpm', 0), better: undefined },
  { id: 'finalDriveRatio', label: 'final drive', unit: plain(': 1', 2), better: undefined },
];

/** Those that these setups have: without a lap there is no lap time. */
export const figuresOf = (setups: readonly { figures: SetupFigures }[]): readonly FrontFigure[] =>
  FRONT_FIGURES.filter(({ id }) => setups.length === 0 || setups[0]!.figures[id] !== null);

export const figureNamed = (id: string): FrontFigure => FRONT_FIGURES.find((one) => one.id === id) ?? FRONT_FIGURES[0]!;
