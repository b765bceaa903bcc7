/** Figures a label gave, by field of the part (`kvRpmPerV`, `cells`). */
export interface ReadField {
  value: number | string | boolean;
  /** `label`: printed there. `estimated`: a usual value that goes with what is printed; `rule` says why. */
  source: 'label' | 'estimated';
  rule?: string;
}

export type ReadFields = Record<string, ReadField>;

/** A code that means two things by its form: the builder says which. */
export interface LabelQuestion {
  text: string;
  choices: { label: string; why: string; fields: ReadFields }[];
}

/** Longer texts are not labels; reading stops here. */
export const LONGEST_LABEL = 400;

/**
 * A label being read: patterns take their words out of it, what nobody takes is what was not understood.
 * Every pattern is linear in the text: no nested repeats.
 */
export class LabelText {
  readonly fields: ReadFields = {};
  /** Read and understood, but nothing the model uses: “900 W”. */
  readonly unused: string[] = [];
  readonly problems: string[] = [];
  question: LabelQuestion | undefined;
  /** How many there are of it, where the label says. */
  count: number | undefined;
  /** Gears of which there are none: the motor turns the wheels or the gearbox itself. */
  direct = false;
  price: number | undefined;
  private rest: string;
  /** For a cheap look before a pattern is tried. */
  private lower: string;

  constructor(text: string) {
    this.rest = plain(text.slice(0, LONGEST_LABEL));
    this.lower = this.rest.toLowerCase();
  }

  /**
   * Takes the first match of `pattern` out of the text; undefined when there is none. `needs` are letters that every
   * match holds, in lower case: most labels lack them, and the pattern need not be tried.
   */
  take(pattern: RegExp, needs = ''): RegExpExecArray | undefined {
    if (needs !== '' && !this.lower.includes(needs)) return undefined;
    const match = pattern.exec(this.rest);
    if (!match) return undefined;
    this.rest = `${this.rest.slice(0, match.index)} ¦ ${this.rest.slice(match.index + match[0].length)}`;
    this.lower = this.rest.toLowerCase();
    return match;
  }

  /** True when the pattern stands in what is left. */
  has(pattern: RegExp): boolean {
    return pattern.test(this.rest);
  }

  /** Takes a number out and sets a field to it times `factor`. Returns whether it did. */
  takeNumber(field: string, pattern: RegExp, factor = 1, needs = ''): boolean {
    const match = this.take(pattern, needs);
    if (!match) return false;
    const value = number(match[1]!) * factor;
    if (Number.isFinite(value)) this.set(field, round(value));
    return true;
  }

  /** Sets a flag when the pattern stands there. */
  takeFlag(field: string, pattern: RegExp, value: boolean): boolean {
    if (!this.take(pattern)) return false;
    this.set(field, value);
    return true;
  }

  /** “12.5 mΩ”, “0.0125 ohm”. */
  takeOhms(field: string): void {
    if (!this.takeNumber(field, /(\d+(?:\.\d+)?) ?m ?ohms?(?: ?(?:per|\/|a) ?cell)?\b/i, 0.001, 'ohm'))
      this.takeNumber(field, /\b(0?\.\d+) ?ohms?\b/i, 1, 'ohm');
  }

  /** “210 g”, “7.4 oz”. */
  takeMass(): void {
    if (!this.takeNumber('massG', /\b(\d+(?:\.\d+)?) ?(?:g|grams?)\b/i, 1, 'g')) this.takeNumber('massG', /\b(\d+(?:\.\d+)?) ?oz\b/i, 28.3495, 'oz');
  }

  /** “2 x 2814”, “two 3650”: how many there are of it. */
  takeCount(): void {
    const match = this.take(COUNT_FIRST) ?? this.take(COUNT_IN_WORDS);
    if (match) this.count = Number(match[1]) || COUNT_WORDS[match[1]!.toLowerCase()];
  }

  /** Takes a price out that has its sign. */
  takePrice(): void {
    // The sign stands before or behind; looked for in that order, since “540 $18” has one between two numbers.
    const match =
      this.take(/(?:[$€£]|\b(?:eur|usd|gbp) ?) ?(\d{1,5}(?:\.\d{1,2})?)/i) ??
      this.take(/\b(\d{1,5}(?:\.\d{1,2})?) ?(?:[$€£]|(?:eur|euros?|usd|gbp|pounds?|dollars?)\b)/i);
    if (match) this.price = Number(match[1]);
  }

  /** Takes one without a sign: two decimals, and nothing else wanted the number. */
  takeBarePrice(): void {
    const match = this.price === undefined ? this.take(/(?:^|[ ,;¦])(\d{1,4}\.\d{2}) ?-?(?=$|[ ,;¦])/) : undefined;
    if (match) this.price = Number(match[1]);
  }

  /** Takes what is understood but not used. */
  takeUnused(pattern: RegExp, needs = ''): void {
    for (let match = this.take(pattern, needs); match; match = this.take(pattern, needs)) this.unused.push(match[0].trim());
  }

  set(field: string, value: ReadField['value']): void {
    this.fields[field] ??= { value, source: 'label' };
  }

  /** Sets a field that the label leaves out. */
  estimate(field: string, value: ReadField['value'], rule: string): void {
    this.fields[field] ??= { value, source: 'estimated', rule };
  }

  /** Words that nothing understood; names of makers and series among them. */
  unread(): string[] {
    return this.rest
      .split(/[\s¦,;|()[\]]+/)
      .map((word) => word.replace(/^[-–/.:+&@]+|[-–/.:+&@]+$/g, ''))
      .filter((word) => /[\p{L}\p{N}]/u.test(word) && !NOISE.has(word.toLowerCase()));
  }
}

const COUNT_FIRST = /^\s?([2-8])\s?(?:[x×]|pcs|off)(?=\s)/i;
const COUNT_IN_WORDS = /(?:^|[ ,(]|\ba )(two|twin|pair|three|four)(?: of(?: (?:them|these))?)?(?=[ ,)]|$)/i;
const COUNT_WORDS: Record<string, number> = { two: 2, twin: 2, pair: 2, three: 3, four: 4 };

/** The name of one of them: “2x 3650 1800kv” is two of “3650 1800kv”, “60A ESC, two of them” of “60A ESC”. */
export const nameOfOne = (name: string): string => {
  const [first, words] = [name.replace(COUNT_FIRST, ''), name.replace(COUNT_IN_WORDS, '')];
  return (first === name ? words : first).replace(/[\s,(]+\)?$/, '').trim();
};

/** Words that say nothing that a field could hold. */
const NOISE = new Set(
  'motor motors esc escs packs speed controller control battery pack rc car truck for with and the a of in on new tooth teeth gear set electric r/c x ea pcs pc series version v2 v3 pro ver'.split(
    ' ',
  ),
);

/** One spelling for signs that stand for the same: dashes, multiplication signs, Greek letters, full-width forms, thousands. */
function plain(text: string): string {
  return (
    text
      .replace(/(\d)[,\u2009\u00a0\u202f](\d{3})(?!\d)/g, '$1$2')
      // A plain space marks thousands where what follows is no number by itself, or has the unit: “4 000”, “2 200 mAh”.
      .replace(/(?<![\d.])(?:(\d{1,2}) (?=0\d\d(?!\d)|\d{3} ?m ?ah\b)|(?<!x ?)(\d) (?=\d{3} ?k ?\/?v\b))/gi, '$1$2')
      .normalize('NFKC')
      .replace(/[‐‑‒–—−~]/g, '-')
      .replace(/[×✕]/g, 'x')
      .replace(/[Ωω]/g, 'ohm')
      .replace(/[⌀Øø]/g, 'Ø')
      .replace(/[“”″]/g, '"')
      .replace(/(\d),(\d{1,2})(?!\d)/g, '$1.$2')
      // A point before three digits marks thousands where nothing has so few of the unit: “2.200 mAh” is a pack, 2.2 mAh is none.
      .replace(/(\d)\.(\d{3})(?= ?(?:m ?ah|kv|rpm)\b)/gi, '$1$2')
      .replace(/\s+/g, ' ')
  );
}

/** “4.0k” and “4000” alike. */
export function number(text: string): number {
  const match = /^(\d*\.?\d+)(k?)$/i.exec(text.trim());
  return match ? Number(match[1]) * (match[2] === '' ? 1 : 1000) : NaN;
}

/** Away with the dust of binary fractions. */
export function round(value: number): number {
  return Number(value.toPrecision(6));
}
