import { CLOSED } from './stretches';
import { columnOf, type Floats, type Samples } from './samples';
import { traceOf, TRACE_DT_S, type Trace } from './trace';

/** How two sources of one run lie over each other: what is added to the second’s clock, and how well their speeds go together. */
export interface Alignment {
  shiftS: number;
  correlation: number;
}

/** Farther apart clocks are not looked for [s]. */
const MOST_SHIFT_S = 120;
/** Correlations under this are told, not used. */
export const GOOD_CORRELATION = 0.8;
/** The first look is at this many slots at once. */
const COARSE = 25;
/** Both must have spoken for so long [s]. */
const LEAST_OVERLAP_S = 10;

interface Match {
  /** How well the two go together where both spoke. */
  correlation: number;
  /** The same, less the less they overlap: passes are alike, and the last of one must not lie on the first of the other. */
  whole: number;
}

/** How two speeds go together, the second moved by some slots; undefined where they overlap for too short. */
function matchAt(a: Floats, b: Floats, slots: number, dtS: number): Match | undefined {
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
  if (!(under > 0)) return undefined;
  const correlation = (n * sab - sa * sb) / under;
  return { correlation, whole: correlation * (n / Math.min(a.length, b.length)) ** OVERLAP_EXPONENT };
}

/** A quarter of the overlap costs a fifteenth of the match. */
const OVERLAP_EXPONENT = 0.05;

/** The speed of a trace by which it is laid over another: what the wheels say while the motor does not drive them, for then they cannot spin. */
function speedToAlign({ fields, count }: Trace, perRpm: number): Floats | undefined {
  const { motorRpm, speedMs } = fields;
  const output = fields.outputShare ?? fields.throttleShare;
  if (!motorRpm) return speedMs;
  return Float64Array.from({ length: count }, (_, i) => (output && output[i]! > CLOSED ? NaN : motorRpm[i]! * perRpm));
}

function coarsened(values: Floats): Float64Array {
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

type Found = Match & { slots: number };

function best(from: number, to: number, of: (slots: number) => Match | undefined, by: keyof Match, step = 1): Found | undefined {
  let found: Found | undefined;
  for (let slots = from; slots <= to; slots += step) {
    const match = of(slots);
    if (match && (!found || match[by] > found[by])) found = { slots, ...match };
  }
  return found;
}

/**
 * The shift of the second speed by which it goes best with the first, first in half seconds over ±120 s, then in slots, then between
 * them by a parabola. Undefined where the two never overlap for ten seconds, or one of them stands still.
 */
export function alignSpeeds(a: Floats, b: Floats): Alignment | undefined {
  const [ca, cb] = [coarsened(a), coarsened(b)];
  const reach = Math.round(MOST_SHIFT_S / (COARSE * TRACE_DT_S));
  const coarse = best(-reach, reach, (slots) => matchAt(ca, cb, slots, COARSE * TRACE_DT_S), 'whole');
  if (!coarse) return undefined;
  const middle = coarse.slots * COARSE;
  const at = (slots: number) => matchAt(a, b, slots, TRACE_DT_S);
  const fine = best(middle - COARSE, middle + COARSE, at, 'correlation');
  if (!fine) return undefined;
  const [before, after] = [at(fine.slots - 1), at(fine.slots + 1)];
  const bend = before && after ? before.correlation - 2 * fine.correlation + after.correlation : 0;
  const off = bend < 0 ? (0.5 * (before!.correlation - after!.correlation)) / bend : 0;
  return { shiftS: (fine.slots + Math.max(-0.5, Math.min(0.5, off))) * TRACE_DT_S, correlation: fine.correlation };
}

/** A GPS is no later than this [s]. */
const MOST_LAG_S = 3;
/** It is looked for in steps of so many slots first: speeds hardly change in a tenth of a second. */
const LAG_STEP = 4;

/** A GPS's speed moved to when the wheels had it, with what it was found by: a log is read again for each slip that is weighed. */
interface Moved {
  motorRpm: Floats;
  output: Floats | undefined;
  speedMs: Floats;
}
const moved = new WeakMap<Floats, Moved>();

/** A trace whose GPS speaks when the wheels do: how late it was is found while nothing drives them. */
export function withoutLag(trace: Trace): Trace {
  const { speedMs, motorRpm } = trace.fields;
  if (!speedMs || !motorRpm) return trace;
  const output = trace.fields.outputShare ?? trace.fields.throttleShare;
  const known = moved.get(speedMs);
  const found = known?.motorRpm === motorRpm && known.output === output ? known : { motorRpm, output, speedMs: inTime(trace, speedMs) };
  moved.set(speedMs, found);
  return found.speedMs === speedMs ? trace : { ...trace, fields: { ...trace.fields, speedMs: found.speedMs } };
}

function inTime(trace: Trace, speedMs: Floats): Floats {
  // The gearing is of no account: what goes together does so at any scale.
  const wheels = speedToAlign(trace, 1)!;
  const at = (slots: number) => matchAt(speedMs, wheels, slots, trace.dtS);
  const most = Math.round(MOST_LAG_S / trace.dtS);
  const rough = best(0, most, at, 'correlation', LAG_STEP);
  const found = rough && best(Math.max(0, rough.slots - LAG_STEP), Math.min(most, rough.slots + LAG_STEP), at, 'correlation');
  if (!found || found.slots === 0 || found.correlation < GOOD_CORRELATION) return speedMs;
  return speedMs.map((_, i) => speedMs[i + found.slots] ?? NaN);
}

/** A log of a run, and what is added to its clock where that is known. */
export interface LogToJoin {
  samples: Samples;
  shiftS?: number | undefined;
}

/** How the clock of a log was moved: what was added, how well its speed correlates with the first’s, and whether the shift was given. */
export interface ClockShift {
  shiftS: number;
  correlation: number | undefined;
  isGiven: boolean;
}

/** Between the end of a log and the beginning of the next [s]. */
const BETWEEN_S = 1;

/** Lays the logs of one run over each other: by the shifts that were given, else by correlating their speeds. `perRpm` is m/s for each rpm of the motor. */
export function joinLogs(logs: readonly LogToJoin[], perRpm: number): { trace: Trace; shifts: ClockShift[] } {
  const traces = logs.map(({ samples }) => traceOf(samples));
  const first = traces.length > 1 ? speedToAlign(traces[0]!, perRpm) : undefined;
  let endS = traces[0] ? traces[0].startS + traces[0].count * traces[0].dtS : 0;
  const shifts = traces.map((trace, i): ClockShift => {
    const given = logs[i]!.shiftS;
    if (i === 0) return { shiftS: given ?? 0, correlation: 1, isGiven: given !== undefined };
    const speed = speedToAlign(trace, perRpm);
    const found = first && speed ? alignSpeeds(first, speed) : undefined;
    // A second log of the same ESC holds nothing new for the same time: it continues where the first one ended, however alike their passes are.
    const goesOn = trace.fields.motorRpm !== undefined && Object.keys(trace.fields).every((field) => Object.hasOwn(traces[0]!.fields, field));
    // A low correlation is reported, and not used.
    const correlatesWith = !goesOn && found !== undefined && found.correlation >= GOOD_CORRELATION;
    const used = correlatesWith ? found.shiftS : goesOn ? endS + BETWEEN_S : 0;
    if (goesOn) endS = used + trace.count * trace.dtS;
    return { shiftS: given ?? used, correlation: found?.correlation, isGiven: given !== undefined };
  });
  return { shifts, trace: joinTraces(traces.map((trace, i) => ({ trace, shiftS: shifts[i]!.shiftS }))) };
}

/** One trace of several sources, each moved by its shift: the first that has a field provides it, the others fill its gaps. */
export function joinTraces(traces: readonly { trace: Trace; shiftS: number }[]): Trace {
  // One log alone is as it is: a long one is not copied.
  const [only, other] = traces;
  if (only && !other) return { ...only.trace, startS: 0 };
  const startS = Math.min(...traces.map(({ trace, shiftS }) => trace.startS + shiftS));
  const endS = Math.max(...traces.map(({ trace, shiftS }) => trace.startS + shiftS + trace.count * trace.dtS));
  const dtS = TRACE_DT_S;
  const count = Math.max(0, Math.round((endS - startS) / dtS));
  const joined: Trace = { startS: 0, dtS, count, fields: {} };
  for (const { trace, shiftS } of traces) {
    const offset = Math.round((trace.startS + shiftS - startS) / dtS);
    for (const [name, values] of Object.entries(trace.fields) as [keyof Trace['fields'], Floats][]) {
      const into = (joined.fields[name] ??= columnOf(name, count).fill(NaN));
      for (let i = 0; i < values.length; i++) if (Number.isNaN(into[i + offset]!)) into[i + offset] = values[i]!;
    }
  }
  return joined;
}
