import { MONEY, rangeText, type Range } from '@puddler/contract/shared';
import { foreignCurrencyText, readCurrency } from './money';
import type { DecimalMark } from '@puddler/contract/shared';
import { decimalMark, withMark } from './decimal-mark';
import { mayBeGroup, typedNumber } from './typed-number';
import { formatNumber, fromShown, isQuantity, QUANTITIES, toShown, unitOf, type Unit, type UnitSystem } from './units';

export type Parsed = { ok: true; value: number } | { ok: false; message: string };

/** A figure and what stands behind it. Digits may be grouped by spaces, so the unit begins with the first sign that is none of a number's. */
const TYPED = /^\s*([+\-−]?[\d.,][\d.,\s\u2009\u00a0\u202f'’]*)(.*?)\s*$/;
/** “6:30”. */
const CLOCK = /^\s*(\d{1,4}):([0-5]\d)(?::([0-5]\d))?\s*$/;

function spells(unit: Unit, text: string): boolean {
  const plain = text.toLowerCase().replace(/\.$/, '');
  return unit.symbol.toLowerCase() === plain || (unit.also ?? []).some((other) => other === plain);
}

/** Units a figure may be typed in beyond the two it is shown in, by the unit it is kept in. */
const ALSO_TYPED: Record<string, readonly Unit[]> = {
  kg: [
    { symbol: 'g', factor: 1000, digits: 0, also: ['grams'] },
    { symbol: 'oz', factor: 35.2739619, digits: 1 },
  ],
  g: [
    { symbol: 'kg', factor: 0.001, digits: 3 },
    { symbol: 'lb', factor: 0.0022046226, digits: 3, also: ['lbs'] },
  ],
  mm: [
    { symbol: 'cm', factor: 0.1, digits: 2 },
    // Tooth sizes are kept as a module in mm, and often printed as teeth to an inch of diameter.
    { symbol: 'pitch', factor: 25.4, digits: 0, inverse: true, also: ['dp', 'p'] },
    { symbol: 'module', factor: 1, digits: 2, also: ['mod', 'm'] },
  ],
  Ω: [{ symbol: 'Ω', factor: 1, digits: 5, also: ['ohm', 'ohms'] }],
  Ah: [{ symbol: 'mAh', factor: 1000, digits: 0, also: ['mah'] }],
  A: [{ symbol: 'mA', factor: 1000, digits: 0, also: ['ma'] }],
  'm/s': [
    { symbol: 'm/s', factor: 1, digits: 2 },
    { symbol: 'ft/s', factor: 3.28084, digits: 1 },
  ],
  min: [
    { symbol: 's', factor: 60, digits: 0, also: ['sec', 'seconds'] },
    { symbol: 'h', factor: 1 / 60, digits: 2, also: ['hour', 'hours', 'hr'] },
  ],
  teeth: [{ symbol: 'T', factor: 1, digits: 0, also: ['t', 'tooth', 'teeth'] }],
  turns: [{ symbol: 'T', factor: 1, digits: 1, also: ['t', 'turn'] }],
  cells: [{ symbol: 'S', factor: 1, digits: 0, also: ['s', 'cell'] }],
  poles: [{ symbol: 'poles', factor: 1, digits: 0, also: ['p', 'pole'] }],
  'm²': [{ symbol: 'cm²', factor: 10_000, digits: 0, also: ['cm2'] }],
  N: [{ symbol: 'kgf', factor: 1 / 9.80665, digits: 2, also: ['kg'] }],
  // Shares, ratios and factors.
  '': [
    { symbol: '%', factor: 100, digits: 1 },
    { symbol: ': 1', factor: 1, digits: 3, also: [':1', 'to 1', 'x', '×'] },
  ],
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
 * Reads a figure as a person types it, with or without its unit: "160 F", "62 mph", "3 oz", "5000 mAh", "4 000", "6:30".
 * Without one it is in the unit shown. The result is in the plan file's unit and inside its range. A comma that may part
 * thousands or decimals is asked about when both would be in range, and so is a point where decimals have the comma.
 */
export function parseFigure(text: string, range: Range, system: UnitSystem, mark: DecimalMark = decimalMark()): Parsed {
  const shownIn = unitOf(range.unit, system);
  if (text.trim() === '')
    return { ok: false, message: `nothing was typed; understood: a number${unitsText(range, shownIn)}, ${shownRange(range, system)}` };
  if (range.unit === MONEY) {
    const { plain, foreign } = readCurrency(text);
    if (foreign !== undefined) return { ok: false, message: `“${text.trim()}”: ${foreignCurrencyText(foreign)}` };
    text = plain;
  }
  const clock = CLOCK.exec(text);
  if (clock && range.unit === 'min') return inRange([Number(clock[1]) + Number(clock[2]) / 60], text, range, system);
  const match = TYPED.exec(text);
  const readings = match ? typedNumber(match[1]!, mark) : [];
  if (!match || readings.length === 0)
    return { ok: false, message: `“${text.trim()}” is not a number; understood: a number${unitsText(range, shownIn)}, ${shownRange(range, system)}` };
  const typed = match[2]!.trim();
  const unit = typed === '' ? shownIn : knownUnits(range.unit, shownIn).find((candidate) => spells(candidate, typed));
  if (!unit)
    return {
      ok: false,
      message: `“${typed}” is not a unit for this; understood: ${unitsText(range, shownIn).replace(/^ in /, '') || 'a plain number'}`,
    };
  const values = readings.map((number) => Number(fromShown(number, unit).toPrecision(9)));
  const within = values.filter((value) => isWithin(value, range));
  if (within.length === 2 && mayBeGroup(match[1]!, mark)) {
    const [thousands, decimal] = readings;
    return {
      ok: false,
      message: `“${text.trim()}” may be ${thousands} or ${withMark(String(decimal))}: type ${thousands} or ${withMark(String(decimal))}`,
    };
  }
  return inRange(within.length > 0 ? within : values, text, range, system);
}

/** “ in km/h, mph or m/s”; empty for a plain number. */
function unitsText(range: Range, shownIn: Unit): string {
  const symbols = [...new Set(knownUnits(range.unit, shownIn).map((unit) => unit.symbol))].filter(Boolean);
  const last = symbols.pop();
  return last === undefined ? '' : ` in ${symbols.length > 0 ? `${symbols.join(', ')} or ` : ''}${last}`;
}

/** Whether a number is one that a field with this range takes. */
export const isWithin = (value: number, { min, max }: Pick<Range, 'min' | 'max'>): boolean => value >= min && value <= max;

/** The likeliest of some readings, or what is wrong with it. */
function inRange([value]: readonly number[], text: string, range: Range, system: UnitSystem): Parsed {
  if (value === undefined || !isWithin(value, range))
    return { ok: false, message: `${text.trim()} is out of range; allowed: ${shownRange(range, system)}` };
  if (range.integer && !Number.isInteger(value))
    return { ok: false, message: `${text.trim()} is not a whole number; allowed: ${shownRange(range, system)}` };
  return { ok: true, value };
}

/** A range in the units shown. */
export function shownRange(range: Range, system: UnitSystem): string {
  if (!isQuantity(range.unit)) return rangeText(range);
  const unit = unitOf(range.unit, system);
  const show = (value: number) => formatNumber(toShown(value, unit), Math.max(unit.digits, 3));
  return `${show(range.min)} to ${show(range.max)} ${unit.symbol}`.trim();
}
