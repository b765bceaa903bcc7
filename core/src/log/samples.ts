import { SERIES_FIELDS, type Series, type SeriesField } from './run-file';

/** Figures one after the other. Seven digits are more than any device measures; times and places on the globe need all of them. */
export type Floats = Float32Array | Float64Array;

/** What a log holds while it is worked on: packed, NaN where a source said nothing. A million rows of ten columns take 44 MB. */
export interface Samples {
  /** From its first sample on, running forward [s]. */
  timeS: Float64Array;
  fields: Partial<Record<SeriesField, Floats>>;
}

const WHOLE: readonly SeriesField[] = ['latDeg', 'lonDeg'];

/** A column of a field, as long as it has to be. */
export const columnOf = (field: SeriesField, length: number): Floats => (WHOLE.includes(field) ? new Float64Array(length) : new Float32Array(length));

/** A series of a run file, packed. */
export function samplesOf({ timeS, ...fields }: Series): Samples {
  const packed: Samples['fields'] = {};
  for (const field of SERIES_FIELDS)
    if (fields[field]) {
      const column = (packed[field] = columnOf(field, fields[field].length));
      for (const [i, value] of fields[field].entries()) column[i] = value ?? NaN;
    }
  return { timeS: Float64Array.from(timeS), fields: packed };
}

/** The same as a series of a run file: figures to `DIGITS`, null where there are none. */
export function seriesOf({ timeS, fields }: Samples): Series {
  const plain = (digits: number) => (value: number) => (Number.isNaN(value) ? null : Number(value.toPrecision(digits)));
  const series: Series = { timeS: Array.from(timeS, (time) => Number(time.toFixed(4))) };
  for (const field of SERIES_FIELDS)
    if (fields[field]) series[field] = Array.from(fields[field], plain(WHOLE.includes(field) ? PLACE_DIGITS : DIGITS));
  return series;
}

/** What a packed column holds for certain. */
const DIGITS = 7;
/** Enough for a place on the ground to a decimetre. */
const PLACE_DIGITS = 9;

/** Room for times. */
export const wholeColumn = (length: number): Float64Array => new Float64Array(length);

const FIRST = 1024;
const MOSTLY_FULL = 0.75;

/** Numbers that come one after the other, packed. */
export class Packed<C extends Floats> {
  private values: C;
  length = 0;

  /** `room` makes the columns that it goes into; what is expected to come has room from the start: growing would leave as much behind. */
  constructor(
    private readonly room: (length: number) => C,
    expected = FIRST,
  ) {
    this.values = room(Math.max(FIRST, expected));
  }

  push(value: number): void {
    if (this.length === this.values.length) {
      const more = this.room(2 * this.values.length);
      more.set(this.values);
      this.values = more;
    }
    this.values[this.length++] = value;
  }

  setLast(value: number): void {
    this.values[this.length - 1] = value;
  }

  /** All of them; what little room is left behind them costs less than a copy. */
  taken(): C {
    return (this.length > MOSTLY_FULL * this.values.length ? this.values.subarray(0, this.length) : this.values.slice(0, this.length)) as C;
  }
}

export const packedOf = (field: SeriesField, expected?: number): Packed<Floats> => new Packed((length) => columnOf(field, length), expected);
