import { formatNumber } from './units';

/** A currency by its ISO code, and what stands behind an amount of it. */
export interface Currency {
  code: string;
  symbol: string;
}

export const USUAL_CURRENCY = 'EUR';

const symbolOf = (code: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency: code, currencyDisplay: 'narrowSymbol' })
    .formatToParts(0)
    .find((part) => part.type === 'currency')?.value ?? code;

/** Every currency there is, with its name. */
export function currencies(): { code: string; name: string }[] {
  const names = new Intl.DisplayNames('en', { type: 'currency' });
  return Intl.supportedValuesOf('currency').map((code) => ({ code, name: `${code}, ${names.of(code) ?? code}` }));
}

export const isCurrency = (code: unknown): code is string => typeof code === 'string' && Intl.supportedValuesOf('currency').includes(code);

// One currency for the whole page, as it has one language; web/src/desk/keep-currency.ts sets it.
let current: Currency = { code: USUAL_CURRENCY, symbol: symbolOf(USUAL_CURRENCY) };

export function setCurrency(code: string): void {
  if (code !== current.code) current = { code, symbol: symbolOf(code) };
}

export const currencySymbol = (): string => current.symbol;

/** “58.40 €”, “12 €”. Prices are kept as numbers: another currency converts none of them. */
export const moneyText = (amount: number, digits = 2): string => `${formatNumber(amount, digits, !Number.isInteger(amount))}\u00a0${current.symbol}`;

/** What was typed, without a currency’s sign or code before or behind it: prices are in the builder’s own. */
export const withoutCurrency = (text: string): string => text.replace(/\p{Sc}|(?<![\p{L}])[A-Z]{3}(?![\p{L}])/giu, '');

/** A price with its sign, before or behind it, within other text. */
export const PRICE = /(?:[€$£]\s?(\d+(?:[.,]\d{1,2})?))|(?:(\d+(?:[.,]\d{1,2})?)\s?(?:€|\$|£|eur(?:o)?\b))/i;

export function priceIn(text: string): number | undefined {
  const found = PRICE.exec(text);
  return found ? Number((found[1] ?? found[2])!.replace(',', '.')) : undefined;
}
