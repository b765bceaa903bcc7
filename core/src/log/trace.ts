import { median } from 'd3-array';
import { SERIES_FIELDS, type SeriesField } from './run-file';
import { columnOf, type Floats, type Samples } from './samples';

/** A log on an even grid of time; NaN where nothing was measured. */
export interface Trace {
  /** Time of the first slot in the log [s]. */
  startS: number;
  dtS: number;
  count: number;
  fields: Partial<Record<SeriesField, Floats>>;
}

export const TRACE_DT_S = 0.02;
/** What lies between two samples is made up for no longer than this [s]. */
const LONGEST_MADE_UP_S = 0.5;
/** … and for no longer than this many times the log's own step: a slow log has longer ones. */
const GAP_STEPS = 10;
/** A day at 50 Hz: more is no run. */
const MOST_SLOTS = 24 * 3600 * 50;

/** So many steps tell how often a log is sampled. */
const STEPS = 2000;

/** How often a log is sampled [s]. */
export const medianStepS = (timeS: Float64Array): number => median(timeS.subarray(1, STEPS), (time, i) => time - timeS[i]!) ?? 0;

/** Puts a log on the grid: the mean of what falls into a slot, and a straight line over short stretches without samples. */
export function traceOf({ timeS, fields }: Samples): Trace {
  const startS = timeS[0] ?? 0;
  const endS = timeS[timeS.length - 1] ?? 0;
  const count = Math.min(MOST_SLOTS, Math.floor((endS - startS) / TRACE_DT_S + 1e-6) + 1);
  const stepS = medianStepS(timeS);
  const bridgeS = Math.min(LONGEST_MADE_UP_S, Math.max(GAP_STEPS * stepS, 2 * TRACE_DT_S));
  const trace: Trace = { startS, dtS: TRACE_DT_S, count: timeS.length > 0 ? count : 0, fields: {} };
  const hits = new Uint32Array(trace.count);
  for (const field of SERIES_FIELDS) {
    const values = fields[field];
    if (values)
      trace.fields[field] = slots(field, timeS, values, trace, Math.max(bridgeS, Math.min(LONGEST_MADE_UP_S, ownStep(timeS, values) * 1.5)), hits);
  }
  return trace;
}

/** How often a field is sampled, where it comes seldomer than the others [s]. */
function ownStep(timeS: Float64Array, values: Floats): number {
  const steps: number[] = [];
  let last = -1;
  for (let i = 0; i < values.length && steps.length < STEPS; i++) {
    if (Number.isNaN(values[i]!)) continue;
    if (last >= 0) steps.push(timeS[i]! - timeS[last]!);
    last = i;
  }
  return median(steps) ?? 0;
}

/** One field on the grid; `hits` is room to count in. */
function slots(field: SeriesField, timeS: Float64Array, values: Floats, { startS, dtS, count }: Trace, bridgeS: number, hits: Uint32Array): Floats {
  const even = columnOf(field, count);
  hits.fill(0);
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (!Number.isFinite(value)) continue;
    const slot = Math.round((timeS[i]! - startS) / dtS);
    if (slot < 0 || slot >= count) continue;
    even[slot]! += value;
    hits[slot]!++;
  }
  let last = -1;
  for (let slot = 0; slot < count; slot++) {
    if (hits[slot] === 0) {
      even[slot] = NaN;
      continue;
    }
    even[slot]! /= hits[slot]!;
    if (last >= 0 && slot - last > 1 && (slot - last) * dtS <= bridgeS + 1e-9)
      for (let k = last + 1; k < slot; k++) even[k] = even[last]! + ((even[slot]! - even[last]!) * (k - last)) / (slot - last);
    last = slot;
  }
  return even;
}

/** The mean of a field between two slots, the second left out; undefined where fewer than `least` of them were measured: half, where nothing is said. */
export function meanOf(values: Floats | undefined, from: number, to: number, least = (to - from) / 2): number | undefined {
  if (!values) return undefined;
  let [sum, hits] = [0, 0];
  for (let i = Math.max(0, from); i < Math.min(to, values.length); i++) {
    const value = values[i]!;
    if (Number.isNaN(value)) continue;
    sum += value;
    hits++;
  }
  return hits >= least && hits > 0 ? sum / hits : undefined;
}

/** The slope of a field at a slot by a straight line through `half` slots on both sides [per s]; undefined where it is not measured there. */
export function slopeOf(values: Floats | undefined, at: number, half: number, dtS: number): number | undefined {
  if (!values) return undefined;
  let [n, sx, sy, sxx, sxy] = [0, 0, 0, 0, 0];
  for (let i = Math.max(0, at - half); i <= Math.min(values.length - 1, at + half); i++) {
    const y = values[i]!;
    if (Number.isNaN(y)) continue;
    const x = (i - at) * dtS;
    n++;
    sx += x;
    sy += y;
    sxx += x * x;
    sxy += x * y;
  }
  const under = n * sxx - sx * sx;
  return n > half && under > 0 ? (n * sxy - sx * sy) / under : undefined;
}
