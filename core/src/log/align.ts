import { TRACE_DT_S, type Trace } from './trace';

/** How two sources of one run lie over each other: what is added to the second’s clock, and how well their speeds go together. */
export interface Alignment {
  shiftS: number;
  correlation: number;
}

/** Farther apart clocks are not looked for [s]. */
export const MOST_SHIFT_S = 120;
/** Correlations under this are told, not used. */
export const GOOD_CORRELATION = 0.8;
/** The first look is at this many slots at once. */
const COARSE = 25;
/** Both must have spoken for so long [s]. */
const LEAST_OVERLAP_S = 10;

/** The correlation of two speeds, the second moved by some slots; undefined where they overlap for too short. */
function correlationAt(a: Float64Array, b: Float64Array, slots: number, dtS: number): number | undefined {
  let [n, sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0, 0];
  for (let i = Math.max(0, slots); i < Math.min(a.length, b.length + slots); i++) {
    const [x, y] = [a[i]!, b[i - slots]!];
    if (Number.isNaN(x) || Number.isNaN(y)) continue;
    n++;
    sa += x;
    sb += y;
    saa += x * x;
    sbb += y * y;
    sab += x * y;
  }
  if (n * dtS < LEAST_OVERLAP_S) return undefined;
  const under = Math.sqrt((n * saa - sa * sa) * (n * sbb - sb * sb));
  return under > 0 ? (n * sab - sa * sb) / under : undefined;
}

function coarsened(values: Float64Array): Float64Array {
  return Float64Array.from({ length: Math.floor(values.length / COARSE) }, (_, k) => {
    let [sum, hits] = [0, 0];
    for (let i = k * COARSE; i < (k + 1) * COARSE; i++)
      if (!Number.isNaN(values[i]!)) {
        sum += values[i]!;
        hits++;
      }
    return hits > 0 ? sum / hits : NaN;
  });
}

function best(from: number, to: number, of: (slots: number) => number | undefined): { slots: number; value: number } | undefined {
  let found: { slots: number; value: number } | undefined;
  for (let slots = from; slots <= to; slots++) {
    const value = of(slots);
    if (value !== undefined && (!found || value > found.value)) found = { slots, value };
  }
  return found;
}

/**
 * The shift of the second speed with the highest correlation, first in half seconds over ±120 s, then in slots, then between them by a
 * parabola. Undefined where the two never overlap for ten seconds, or one of them stands still.
 */
export function alignSpeeds(a: Float64Array, b: Float64Array): Alignment | undefined {
  const [ca, cb] = [coarsened(a), coarsened(b)];
  const reach = Math.round(MOST_SHIFT_S / (COARSE * TRACE_DT_S));
  const coarse = best(-reach, reach, (slots) => correlationAt(ca, cb, slots, COARSE * TRACE_DT_S));
  if (!coarse) return undefined;
  const middle = coarse.slots * COARSE;
  const at = (slots: number) => correlationAt(a, b, slots, TRACE_DT_S);
  const fine = best(middle - COARSE, middle + COARSE, at);
  if (!fine) return undefined;
  const [before, after] = [at(fine.slots - 1), at(fine.slots + 1)];
  const bend = before === undefined || after === undefined ? 0 : before - 2 * fine.value + after;
  const off = bend < 0 ? (0.5 * (before! - after!)) / bend : 0;
  return { shiftS: (fine.slots + Math.max(-0.5, Math.min(0.5, off))) * TRACE_DT_S, correlation: fine.value };
}

/** One trace of several sources, each moved by its shift: the first that tells a field tells it, the others fill what it lacks. */
export function joinTraces(traces: readonly { trace: Trace; shiftS: number }[]): Trace {
  const startS = Math.min(...traces.map(({ trace, shiftS }) => trace.startS + shiftS));
  const endS = Math.max(...traces.map(({ trace, shiftS }) => trace.startS + shiftS + trace.count * trace.dtS));
  const dtS = TRACE_DT_S;
  const count = Math.max(0, Math.round((endS - startS) / dtS));
  const joined: Trace = { startS: 0, dtS, count, fields: {} };
  for (const { trace, shiftS } of traces) {
    const offset = Math.round((trace.startS + shiftS - startS) / dtS);
    for (const [name, values] of Object.entries(trace.fields) as [keyof Trace['fields'], Float64Array][]) {
      const into = (joined.fields[name] ??= new Float64Array(count).fill(NaN));
      for (let i = 0; i < values.length; i++) if (Number.isNaN(into[i + offset]!)) into[i + offset] = values[i]!;
    }
  }
  return joined;
}
