import { rangeOf } from '@puddler/contract/shared';
import { formatIn, unitOf, type Unit, type UnitSystem } from '@puddler/figures';
import { wordFor } from '../ui/words';
import type { FieldSpec } from './field-specs';

/** A figure as its control shows it, without its unit: three figures at least, and the decimals of the unit. */
export const figureIn = (value: number, unit: Unit): string =>
  formatIn(value, { ...unit, digits: Math.max(unit.digits, figureDigits(value * unit.factor)) });

/** Decimals that keep three figures of a small number. */
function figureDigits(shown: number): number {
  const size = Math.abs(shown);
  return size === 0 || size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : Math.min(9, 2 - Math.floor(Math.log10(size)));
}

/** What stands in a field, in a few words: “1.75 kg”, “ball bearings”; undefined where nothing does. */
export function valueText(spec: FieldSpec, value: unknown, system: UnitSystem): string | undefined {
  if (value === undefined) return undefined;
  if (typeof value === 'string') return spec.type === 'choice' ? wordFor(value) : value;
  if (typeof value !== 'number') return spec.label;
  const unit = unitOf(rangeOf(spec.path)!.unit, system);
  return `${figureIn(value, unit)} ${unit.symbol}`.trim();
}
