const [ZERO, NINE, PLUS, MINUS, SPACE, DOT, COMMA] = [48, 57, 43, 45, 32, 46, 44];
/** Powers of ten that are exact: a whole number below 2⁵³ divided by one is rounded once, as Number() rounds. */
const POWERS = Array.from({ length: 23 }, (_, i) => 10 ** i);
const MOST_EXACT = 2 ** 53;

/** Number() takes blanks for nothing, which they are not. */
export const cellNumber = (cell: string, decimal: '.' | ','): number =>
  cell.trim() === '' ? NaN : Number(decimal === ',' ? cell.replace(',', '.') : cell);

/** The cells of a line by where they begin and end, one line after the other: a million rows make no ten million texts. */
export class Cells {
  private text = '';
  private readonly starts: number[] = [];
  count = 0;

  constructor(private readonly decimal: '.' | ',') {}

  /** Takes the line without quotes that stands in a text between two places. */
  take(text: string, separator: string, lineFrom = 0, lineTo = text.length): void {
    this.text = text;
    this.count = 0;
    let from = lineFrom;
    for (let at = text.indexOf(separator, from); at >= 0 && at < lineTo; at = text.indexOf(separator, from)) {
      this.starts[this.count++] = from;
      from = at + 1;
    }
    this.starts[this.count++] = from;
    this.starts[this.count] = lineTo + 1;
  }

  /** Takes cells that are apart already. */
  takeApart(cells: readonly string[]): void {
    this.take(cells.map((cell) => cell.replaceAll('\u0000', ' ')).join('\u0000'), '\u0000');
  }

  textAt(column: number): string {
    return column < this.count ? this.text.slice(this.starts[column], this.starts[column + 1]! - 1).trim() : '';
  }

  isBlank(column: number): boolean {
    return this.textAt(column) === '';
  }

  /** Puts the number in a cell to its place, NaN where there is none: a number that is handed back would leave a box behind, ten million of them. */
  readNumber(column: number, into: Float64Array, place: number): void {
    if (column >= this.count) {
      into[place] = NaN;
      return;
    }
    const { text } = this;
    let at = this.starts[column]!;
    let end = this.starts[column + 1]! - 1;
    while (at < end && text.charCodeAt(at) === SPACE) at++;
    while (end > at && text.charCodeAt(end - 1) === SPACE) end--;
    const sign = text.charCodeAt(at);
    if (sign === MINUS || sign === PLUS) at++;
    const mark = this.decimal === ',' ? COMMA : DOT;
    let [whole, digits, after] = [0, 0, -1];
    for (let i = at; i < end; i++) {
      const code = text.charCodeAt(i);
      if (code >= ZERO && code <= NINE) {
        whole = 10 * whole + code - ZERO;
        digits++;
        if (after >= 0) after++;
      } else if (code === mark && after < 0) after = 0;
      else {
        digits = 0;
        break;
      }
    }
    if (digits === 0 || whole >= MOST_EXACT || after > 22) {
      into[place] = cellNumber(this.textAt(column), this.decimal);
      return;
    }
    const value = after > 0 ? whole / POWERS[after]! : whole;
    into[place] = sign === MINUS ? -value : value;
  }
}
