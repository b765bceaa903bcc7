import { bisectLeft } from 'd3-array';
import type { Floats } from './samples';
/** Blocks of this many samples know their least and most. */
const BLOCK = 64;

/** A column of samples over time that can be drawn at any width: each pixel the least and the most in it, so that nothing short is hidden. */
export class MinMax {
  private readonly low: Float64Array;
  private readonly high: Float64Array;

  constructor(
    private readonly timeS: Float64Array,
    private readonly values: Floats,
  ) {
    const blocks = Math.ceil(values.length / BLOCK);
    this.low = new Float64Array(blocks).fill(Infinity);
    this.high = new Float64Array(blocks).fill(-Infinity);
    for (let i = 0; i < values.length; i++) {
      const value = values[i]!;
      const block = Math.floor(i / BLOCK);
      if (value < this.low[block]!) this.low[block] = value;
      if (value > this.high[block]!) this.high[block] = value;
    }
  }

  /** The first sample at or after a time. */
  private at(timeS: number): number {
    return bisectLeft(this.timeS, timeS);
  }

  /** Least and most of each of `columns` even stretches between two times, in turn; NaN where nothing was measured. */
  over(fromS: number, toS: number, columns: number): Float32Array {
    const drawn = new Float32Array(2 * columns).fill(NaN);
    let from = this.at(fromS);
    for (let k = 0; k < columns; k++) {
      const to = this.at(fromS + ((k + 1) * (toS - fromS)) / columns);
      this.range(from, to, drawn, 2 * k);
      from = to;
    }
    return drawn;
  }

  private range(from: number, to: number, drawn: Float32Array, place: number): void {
    let [low, high] = [Infinity, -Infinity];
    for (let i = from; i < to;) {
      if (i % BLOCK === 0 && i + BLOCK <= to) {
        const block = i / BLOCK;
        if (this.low[block]! < low) low = this.low[block]!;
        if (this.high[block]! > high) high = this.high[block]!;
        i += BLOCK;
        continue;
      }
      const value = this.values[i]!;
      if (value < low) low = value;
      if (value > high) high = value;
      i++;
    }
    if (low > high) return;
    drawn[place] = low;
    drawn[place + 1] = high;
  }
}
