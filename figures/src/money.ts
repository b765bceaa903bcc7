import { formatNumber } from './units';

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

// One currency for the whole page, as it has one language; web/src/document-store/keep-currency.ts sets it.
let current = USUAL_CURRENCY;
// Looked up when it is first asked for: that takes 25 ms, which a page without prices need not wait for.
const symbols = new Map<string, string>();

export function setCurrency(code: string): void {
  current = code;
}

/** What stands behind an amount. */
export function currencySymbol(): string {
  const symbol = symbols.get(current) ?? symbolOf(current);
  symbols.set(current, symbol);
  return symbol;
}

/** “58.40 €”, “12 €”. Prices are kept as numbers: another currency converts none of them. */
export const moneyText = (amount: number, digits = 2): string =>
  `${formatNumber(amount, digits, !Number.isInteger(amount))}\u00a0${currencySymbol()}`;

/** Signs and codes of currencies: “$”, “EUR”, “kr” where that is the builder’s, “euro”. */
const WORD = /\p{Sc}|(?<!\p{L})\p{L}{2,5}\.?(?!\p{L})/gu;

/** Whether a word names the builder's currency, another one, or none. */
function currencyNamed(word: string): 'own' | 'foreign' | undefined {
  const code = /^euros?$/i.test(word) ? 'EUR' : word.toUpperCase();
  if (word === currencySymbol() || code === current) return 'own';
  return /\p{Sc}/u.test(word) || isCurrency(code) ? 'foreign' : undefined;
}

/** What was typed as a price without the sign of the builder's currency, or the sign of another one: nothing is converted. */
export function readCurrency(text: string): { plain: string; foreign: string | undefined } {
  let foreign: string | undefined;
  const plain = text.replace(WORD, (word) => {
    const named = currencyNamed(word);
    if (named === 'foreign') foreign ??= word;
    return named === 'own' ? '' : word;
  });
  return { plain, foreign };
}

export const foreignCurrencyText = (foreign: string): string =>
  `prices are in ${currencySymbol()}, and none is converted: ${foreign} is another currency`;

/** A price within other text. */
export interface FoundPrice {
  /** In the builder's currency; undefined where there is none, or one in another currency. */
  price: number | undefined;
  /** The text without the price. */
  rest: string;
  /** The sign of another currency; the price stays in the text. */
  foreign: string | undefined;
}

const SIGN = String.raw`(\p{Sc}|(?<!\p{L})(?:[A-Z]{3}|euros?|kr)(?!\p{L}))`;
const AMOUNT = String.raw`(\d+(?:[.,]\d{1,2})?)`;
const PRICE = new RegExp(`${SIGN}\\s?${AMOUNT}|${AMOUNT}\\s?${SIGN}`, 'giu');

/** The first price with its sign, before or behind it. */
export function priceIn(text: string): FoundPrice {
  let foreign: string | undefined;
  for (const found of text.matchAll(PRICE)) {
    const sign = (found[1] ?? found[4])!;
    const named = currencyNamed(sign);
    if (named === 'own') {
      const rest = `${text.slice(0, found.index)} ${text.slice(found.index + found[0].length)}`;
      return { price: Number((found[2] ?? found[3])!.replace(',', '.')), rest, foreign: undefined };
    }
    // Many a word of three letters is a currency somewhere: without cents it is taken for one by its sign alone.
    if (named === 'foreign' && (/\p{Sc}/u.test(sign) || /[.,]\d\d/.test(found[0]))) foreign ??= sign;
  }
  return { price: undefined, rest: text, foreign };
}
