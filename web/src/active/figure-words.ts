import type { FigureWords } from '@puddler/core';
import { formatIn, unitOf, type UnitSystem } from '@puddler/figures';

/** How reasons write their figures. */
export function figureWords(system: UnitSystem): FigureWords {
  const write = (unit: 'm/s' | '°C') => {
    const shown = { ...unitOf(unit, system), digits: 0 };
    return (value: number) => `${formatIn(value, shown)} ${shown.symbol}`;
  };
  return { speed: write('m/s'), heat: write('°C') };
}
