import { rangeText, type Range } from '@puddler/contract/shared';
import { formatNumber, isQuantity, QUANTITIES, toShown, unitOf, type Unit, type UnitSystem } from './units';

export type Parsed = { ok: true; value: number } | { ok: false; message: string };

const TYPED = /^\s*([+\-−]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*(.*?)\s*$/;

function spells(unit: Unit, text: string): boolean {
  const plain = text.toLowerCase();
  return unit.symbol.toLowerCase() === plain || (unit.also ?? []).some((other) => other === plain);
}

/** Units a figure may be typed in beyond the two it is shown in, by the unit it is kept in. */
const ALSO_TYPED: Record<string, readonly Unit[]> = {
  kg: [
    { symbol: 'g', factor: 1000, digits: 0 },
    { symbol: 'oz', factor: 35.2739619, digits: 1 },
  ],
  g: [
    { symbol: 'kg', factor: 0.001, digits: 3 },
    { symbol: 'lb', factor: 0.0022046226, digits: 3 },
  ],
  mm: [{ symbol: 'cm', factor: 0.1, digits: 2 }],
  Ω: [{ symbol: 'Ω', factor: 1, digits: 5, also: ['ohm', 'ohms'] }],
  Ah: [{ symbol: 'mAh', factor: 1000, digits: 0, also: ['mah'] }],
  'm/s': [{ symbol: 'm/s', factor: 1, digits: 2 }],
};

/** Every way of writing a quantity of the plan file, the one shown first. */
function knownUnits(unit: string, shownIn: Unit): Unit[] {
  return [shownIn, ...(isQuantity(unit) ? Object.values<Unit>(QUANTITIES[unit]) : []), ...(ALSO_TYPED[unit] ?? [])];
}

/** The unit that a head or a figure spells, for a quantity kept in `unit`; undefined when it is none for that. */
export function unitSpelled(unit: string, text: string): Unit | undefined {
  return knownUnits(unit, unitOf(unit, 'metric')).find((candidate) => spells(candidate, text));
}

/**
 * Reads a figure as a person types it, with or without its unit: "160 F", "62 mph", "3 oz", "5000 mAh".
 * Without one it is in the unit shown. The result is in the plan file's unit and inside its range.
 */
export function parseFigure(text: string, range: Range, system: UnitSystem): Parsed {
  const match = TYPED.exec(text);
  const shownIn = unitOf(range.unit, system);
  if (!match) return { ok: false, message: `“${text.trim()}” is not a number; allowed: ${shownRange(range, system)}` };
  const number = Number(match[1]!.replace(',', '.').replace('−', '-'));
  const typed = match[2]!;
  const known = knownUnits(range.unit, shownIn);
  const unit = typed === '' ? shownIn : known.find((candidate) => spells(candidate, typed));
  if (!unit)
    return {
      ok: false,
      message: `“${typed}” is not a unit for this; understood: ${[...new Set(known.map((u) => u.symbol).filter(Boolean))].join(', ') || 'a plain number'}`,
    };
  const value = Number(((number - (unit.offset ?? 0)) / unit.factor).toPrecision(9));
  if (value < range.min || value > range.max)
    return { ok: false, message: `${match[0].trim()} is out of range; allowed: ${shownRange(range, system)}` };
  if (range.integer && !Number.isInteger(value))
    return { ok: false, message: `${match[1]} is not a whole number; allowed: ${shownRange(range, system)}` };
  return { ok: true, value };
}

/** A range in the units shown. */
export function shownRange(range: Range, system: UnitSystem): string {
  if (!isQuantity(range.unit)) return rangeText(range);
  const unit = unitOf(range.unit, system);
  const show = (value: number) => formatNumber(toShown(value, unit), Math.max(unit.digits, 3));
  return `${show(range.min)} to ${show(range.max)} ${unit.symbol}`;
}
