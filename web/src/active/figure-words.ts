import type { FigureWords } from '@puddler/core';
import { atAGlance, formatIn, unitOf, type Unit, type UnitSystem } from '@puddler/figures';

/** How reasons write their figures. */
export function figureWords(system: UnitSystem): FigureWords {
  const write = (unit: Unit) => (value: number) => `${formatIn(value, unit)} ${unit.symbol}`;
  return { speed: write(atAGlance(unitOf('m/s', system))), amps: write(atAGlance(unitOf('A', system))), heat: write(unitOf('°C', system)) };
}
