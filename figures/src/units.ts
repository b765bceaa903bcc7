import { formatLocale } from 'd3-format';
import { decimalMark, withMark } from './decimal-mark';
export type UnitSystem = 'metric' | 'imperial';

/** One way of writing a quantity: shown = value × factor + offset, `value` in the plan file's own unit. */
export interface Unit {
  symbol: string;
  factor: number;
  offset?: number;
  /** Where more of the one is less of the other: value = factor / shown. */
  inverse?: true;
  /** Decimal places shown; of figures under ten others, where it says so. */
  digits: number;
  digitsUnderTen?: number;
  /** Other spellings that are understood when typed. */
  also?: readonly string[];
}

type Quantity = Record<UnitSystem, Unit>;

const same = (unit: Unit): Quantity => ({ metric: unit, imperial: unit });

/** Quantities by the unit that the plan file and the core keep them in. */
export const QUANTITIES = {
  'm/s': {
    metric: { symbol: 'km/h', factor: 3.6, digits: 1, also: ['kmh', 'kph', 'km/h'] },
    imperial: { symbol: 'mph', factor: 2.236936, digits: 1 },
  },
  '°C': {
    metric: { symbol: '°C', factor: 1, digits: 0, also: ['c', 'deg c'] },
    imperial: { symbol: '°F', factor: 1.8, offset: 32, digits: 0, also: ['f', 'deg f'] },
  },
  mm: {
    metric: { symbol: 'mm', factor: 1, digits: 1 },
    imperial: { symbol: 'in', factor: 1 / 25.4, digits: 2, also: ['"', 'inch', 'inches'] },
  },
  m: {
    metric: { symbol: 'm', factor: 1, digits: 0 },
    imperial: { symbol: 'ft', factor: 3.28084, digits: 0, also: ['feet', "'"] },
  },
  g: {
    metric: { symbol: 'g', factor: 1, digits: 0 },
    imperial: { symbol: 'oz', factor: 0.0352739619, digits: 1 },
  },
  kg: {
    metric: { symbol: 'kg', factor: 1, digits: 2 },
    imperial: { symbol: 'lb', factor: 2.2046226, digits: 2, also: ['lbs'] },
  },
  Ω: same({ symbol: 'mΩ', factor: 1000, digits: 2, also: ['mohm', 'mohms'] }),
  'kg·m²': same({ symbol: 'g·cm²', factor: 1e7, digits: 2, also: ['gcm2'] }),
  Ah: same({ symbol: 'Ah', factor: 1, digits: 2 }),
  A: same({ symbol: 'A', factor: 1, digits: 1, also: ['amp', 'amps'] }),
  V: same({ symbol: 'V', factor: 1, digits: 2, also: ['volt', 'volts'] }),
  'rpm/V': same({ symbol: 'kv', factor: 1, digits: 0, also: ['rpm/v'] }),
  '%': same({ symbol: '%', factor: 1, digits: 1 }),
  share: same({ symbol: '%', factor: 100, digits: 0, also: ['percent'] }),
  money: same({ symbol: '', factor: 1, digits: 2 }),
  min: same({ symbol: 'min', factor: 1, digits: 1, also: ['minutes'] }),
} as const satisfies Record<string, Quantity>;

export type QuantityName = keyof typeof QUANTITIES;

export function isQuantity(unit: string): unit is QuantityName {
  return Object.hasOwn(QUANTITIES, unit);
}

/** How a unit of the plan file is shown in a unit system; a plain number shows as it is. */
export function unitOf(unit: string, system: UnitSystem): Unit {
  return isQuantity(unit) ? QUANTITIES[unit][system] : { symbol: unit, factor: 1, digits: 3 };
}

export function toShown(value: number, unit: Unit): number {
  return value * unit.factor + (unit.offset ?? 0);
}

export function fromShown(shown: number, unit: Unit): number {
  return unit.inverse ? unit.factor / shown : (shown - (unit.offset ?? 0)) / unit.factor;
}

// A browser's own takes 40 ms before the first figure.
const locale = formatLocale({ decimal: '.', thousands: '\u2009', grouping: [3], currency: ['', ''], minus: '\u2212' });
const formats = new Map<string, (value: number) => string>();

/** A number with at most `digits` decimals, or just as many with `fixed`; thousands set apart by a thin space. */
export function formatNumber(value: number, digits: number, fixed = false): string {
  const specifier = `,.${digits}${fixed ? '' : '~'}f`;
  const written = formats.get(specifier) ?? locale.format(specifier);
  formats.set(specifier, written);
  return written(value).replace('.', decimalMark());
}

/** A value of the plan file as text without its unit. */
export function formatIn(value: number, unit: Unit, fixed = false): string {
  const shown = toShown(value, unit);
  return formatNumber(shown, unit.digitsUnderTen !== undefined && Math.abs(shown) < 9.95 ? unit.digitsUnderTen : unit.digits, fixed);
}

/** The unit for figures at a glance: whole ones, and tenths below ten, where a crawler’s speed and current lie. */
export const atAGlance = (unit: Unit): Unit => ({ ...unit, digits: 0, digitsUnderTen: 1 });

/** Figures with their units within a sentence that was made elsewhere: “82 °C”, “40 to 45 °C”, “54 km/h”. */
const IN_SENTENCE = /([−-]?\d+(?:[.,]\d+)?)(?: (to) ([−-]?\d+(?:[.,]\d+)?))?[ \u00a0](°C|km\/h)/g;

/** A sentence with its temperatures and speeds in the reader's units, and its decimals as they write them. */
export function sentenceIn(text: string, system: UnitSystem): string {
  if (system === 'metric') return withMark(text);
  return withMark(text).replace(IN_SENTENCE, (_all, from: string, to: string | undefined, last: string | undefined, symbol: string) => {
    const [kept, shown] = symbol === '°C' ? [1, unitOf('°C', system)] : [1 / 3.6, unitOf('m/s', system)];
    const figure = (typed: string) => formatNumber(toShown(kept * Number(typed.replace('−', '-').replace(',', '.')), shown), 0);
    return `${figure(from)}${to && last ? ` ${to} ${figure(last)}` : ''} ${shown.symbol}`;
  });
}
