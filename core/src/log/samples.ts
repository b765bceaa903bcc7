import { SERIES_FIELDS, type Series, type SeriesField } from './run-file';

/** What a log holds while it is worked on: packed, NaN where a source said nothing. A million rows of ten columns take 80 MB. */
export interface Samples {
  /** From its first sample on, running forward [s]. */
  timeS: Float64Array;
  fields: Partial<Record<SeriesField, Float64Array>>;
}

/** A series of a run file, packed. */
export function samplesOf({ timeS, ...fields }: Series): Samples {
  const packed: Samples['fields'] = {};
  for (const field of SERIES_FIELDS) if (fields[field]) packed[field] = Float64Array.from(fields[field], (value) => value ?? NaN);
  return { timeS: Float64Array.from(timeS), fields: packed };
}

/** The same as a series of a run file: figures to `DIGITS`, null where there are none. */
export function seriesOf({ timeS, fields }: Samples): Series {
  const plain = (value: number) => (Number.isNaN(value) ? null : Number(value.toPrecision(DIGITS)));
  const series: Series = { timeS: Array.from(timeS, (time) => Number(time.toFixed(4))) };
  for (const field of SERIES_FIELDS) if (fields[field]) series[field] = Array.from(fields[field], plain);
  return series;
}

/** Enough for a place on the ground to a decimetre. */
const DIGITS = 9;

const FIRST = 1024;
const MOSTLY_FULL = 0.75;

/** Numbers that come one after the other, packed. */
export class Packed {
  private values = new Float64Array(FIRST);
  length = 0;

  push(value: number): void {
    if (this.length === this.values.length) {
      const more = new Float64Array(2 * this.values.length);
      more.set(this.values);
      this.values = more;
    }
    this.values[this.length++] = value;
  }

  setLast(value: number): void {
    this.values[this.length - 1] = value;
  }

  /** All of them; what little room is left behind them costs less than a copy. */
  taken(): Float64Array {
    return this.length > MOSTLY_FULL * this.values.length ? this.values.subarray(0, this.length) : this.values.slice(0, this.length);
  }
}
