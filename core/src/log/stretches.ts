import { median } from 'd3-array';
import { compact } from '../compact';
import type { Floats } from './samples';
import { meanOf, type Trace } from './trace';

/** A stretch of a trace by its slots, the last left out. */
export interface Stretch {
  from: number;
  to: number;
}

/** Full throttle held for a while: what the car did at its end, when it had settled. */
export interface TracePass extends Stretch {
  topSpeedMs?: number;
  topRpm?: number;
  /** Means of the last second; undefined while it was still rising. */
  settled?: { from: number; to: number; speedMs?: number; gpsMs?: number; motorRpm?: number; packA?: number; packV?: number };
  /** When the output reached full, the most the pack gave. */
  peakA?: number;
}

/** From standstill: times to the marks of a strip from the first movement [s]. */
interface Launch extends Stretch {
  toMarksS: { metres: number; seconds: number }[];
  peakMs2: number;
}

export interface Stretches {
  passes: TracePass[];
  launches: Launch[];
  coastDowns: Stretch[];
  /** The throttle stays up while the output is taken back. */
  cutOffs: Stretch[];
  /** Output without turning. */
  stalls: Stretch[];
  /** Tyres faster than the road. */
  wheelspin: Stretch[];
}

/** Marks of a drag strip to scale [m]. */
export const LAUNCH_MARKS_M = [18.3, 40.2] as const;

const FULL = 0.97;
const SHORTEST_PASS_S = 1;
const JOINED_S = 0.15;
const SETTLED_S = 1;
/** Speed may change by this share in the last second of a pass that has settled. */
const SETTLED_SHARE = 0.02;
/** In a shorter pass wheels that spin look settled; a GPS tells [s]. */
const SHORTEST_SETTLED_S = 2;
const SHORTEST_SETTLED_WITH_GPS_S = 1.2;
/** Output under this is a closed throttle. */
export const CLOSED = 0.02;
const SHORTEST_COAST_S = 1;
const COAST_FROM_MS = 2;
const STANDS_MS = 0.5;
const MOVES_MS = 3;
const LAUNCHED_S = 2;
const TAKEN_BACK = 0.15;
const TAKEN_BACK_S = 0.5;
const STALL_S = 0.3;
const STALL_RPM = 300;
const STALL_OUTPUT = 0.1;
const SPIN_SHARE = 0.15;
const SHORTEST_SPIN_S = 0.2;

/** Stretches over which `is` holds, gaps up to `joinS` joined, those shorter than `shortestS` left out. */
function runsOf(count: number, dtS: number, is: (slot: number) => boolean, shortestS: number, joinS = 0): Stretch[] {
  const found: Stretch[] = [];
  let from = -1;
  for (let i = 0; i <= count; i++) {
    const here = i < count && is(i);
    if (here && from < 0) from = i;
    if (!here && from >= 0) {
      const last = found[found.length - 1];
      if (last && (from - last.to) * dtS < joinS) last.to = i;
      else found.push({ from, to: i });
      from = -1;
    }
  }
  return found.filter(({ from: a, to }) => (to - a) * dtS >= shortestS - 1e-9);
}

/** The speed over the ground of each slot: by rpm and the road of one motor turn where there is rpm, else by GPS [m/s]. */
export function groundSpeed({ fields, count }: Trace, metresPerRpmS: number | undefined): Floats | undefined {
  const { motorRpm, speedMs } = fields;
  if (motorRpm && metresPerRpmS !== undefined) return Float32Array.from({ length: count }, (_, i) => motorRpm[i]! * metresPerRpmS);
  return speedMs;
}

/** What there is in a trace; `believedPerRpm` is m/s of the car for each rpm of the motor, as its plan has it. Records.md says how each is told. */
export function stretchesOf(trace: Trace, believedPerRpm?: number): Stretches {
  const { count, dtS, fields } = trace;
  const { outputShare, throttleShare, motorRpm, speedMs: gps } = fields;
  const output = outputShare ?? throttleShare;
  // Where a GPS knows better what a turn of the motor is worth, no tooth that was counted wrongly shifts what is found.
  const metresPerRpmS = believedPerRpm !== undefined && output ? believedPerRpm * rollsAs(trace, output, believedPerRpm) : believedPerRpm;
  const speed = groundSpeed(trace, metresPerRpmS);
  const none: Stretches = { passes: [], launches: [], coastDowns: [], cutOffs: [], stalls: [], wheelspin: [] };
  // Wheels that spin run ahead of the car: who has a GPS is timed by that.
  const ground = gps ?? speed;
  const launches = ground ? launchesOf(ground, count, dtS) : [];
  if (!output) return { ...none, launches };
  const passes = runsOf(count, dtS, (i) => output[i]! >= FULL, SHORTEST_PASS_S, JOINED_S).map((stretch) => passOf(stretch, trace, speed));
  const wheelspin =
    motorRpm && gps && metresPerRpmS !== undefined
      ? runsOf(count, dtS, (i) => gps[i]! > COAST_FROM_MS && motorRpm[i]! * metresPerRpmS > (1 + SPIN_SHARE) * gps[i]!, SHORTEST_SPIN_S)
      : [];
  return {
    passes,
    launches,
    coastDowns: speed ? coastsOf(output, speed, count, dtS) : [],
    cutOffs: outputShare && throttleShare ? runsOf(count, dtS, (i) => throttleShare[i]! - outputShare[i]! > TAKEN_BACK, TAKEN_BACK_S) : [],
    stalls: motorRpm ? runsOf(count, dtS, (i) => output[i]! > STALL_OUTPUT && motorRpm[i]! < STALL_RPM, STALL_S) : [],
    wheelspin,
  };
}

/**
 * What a GPS says of the speed of wheels that roll, as a share of what the rpm make of it. A tooth or a tyre that was noted wrongly is no
 * wheelspin: it is there while the car rolls out as well. 1 where it never rolls out.
 */
function rollsAs({ fields: { motorRpm, speedMs }, count }: Trace, output: Floats, metresPerRpmS: number): number {
  if (!motorRpm || !speedMs) return 1;
  const shares: number[] = [];
  for (let i = 0; i < count; i++)
    if (output[i]! <= CLOSED && speedMs[i]! > MOVES_MS && motorRpm[i]! > 0) shares.push(speedMs[i]! / (motorRpm[i]! * metresPerRpmS));
  return shares.length < LEAST_ROLLS ? 1 : median(shares)!;
}

/** Slots of rolling out that tell how wheels and GPS go together. */
const LEAST_ROLLS = 50;

const mostOf = (values: Floats | undefined, from: number, to: number): number | undefined => {
  let most = -Infinity;
  if (values) for (let i = from; i < to; i++) if (values[i]! > most) most = values[i]!;
  return Number.isFinite(most) ? most : undefined;
};

function passOf({ from, to }: Stretch, { fields, dtS }: Trace, speed: Floats | undefined): TracePass {
  const second = Math.round(SETTLED_S / dtS);
  const [early, late] = [meanOf(speed, to - second, to - second + 5), meanOf(speed, to - 5, to)];
  const [gps, byRpm] = [meanOf(fields.speedMs, to - second, to, 1), meanOf(speed, to - second, to)];
  const spins = gps !== undefined && byRpm !== undefined && byRpm > (1 + SPIN_SHARE) * gps;
  const isSettled =
    !spins &&
    (to - from) * dtS >= (gps === undefined ? SHORTEST_SETTLED_S : SHORTEST_SETTLED_WITH_GPS_S) &&
    early !== undefined &&
    late !== undefined &&
    Math.abs(late - early) < SETTLED_SHARE * late;
  const at = to - second;
  const means = {
    speedMs: meanOf(speed, at, to),
    // A GPS may speak once a second.
    gpsMs: meanOf(fields.speedMs, at, to, 1),
    motorRpm: meanOf(fields.motorRpm, at, to),
    packA: meanOf(fields.packA, at, to),
    packV: meanOf(fields.packV, at, to),
  };
  return {
    from,
    to,
    ...compact({
      topSpeedMs: mostOf(speed, from, to),
      topRpm: mostOf(fields.motorRpm, from, to),
      peakA: mostOf(fields.packA, from, Math.min(to, from + 2 * second)),
    }),
    ...(isSettled ? { settled: { from: at, to, ...compact(means) } } : {}),
  };
}

function coastsOf(output: Floats, speed: Floats, count: number, dtS: number): Stretch[] {
  const closed = runsOf(count, dtS, (i) => output[i]! <= CLOSED && speed[i]! > COAST_FROM_MS, SHORTEST_COAST_S);
  return closed.map((stretch) => unbraked(stretch, speed, dtS)).filter(({ from, to }) => (to - from) * dtS >= SHORTEST_COAST_S - 1e-9);
}

/** Rolling out slows a car ever more gently: where it loses speed faster than at first, it is braked. */
function unbraked({ from, to }: Stretch, speed: Floats, dtS: number): Stretch {
  const step = Math.round(0.2 / dtS);
  const lostAt = (i: number) => (speed[i]! - speed[Math.min(to - 1, i + step)]!) / (step * dtS);
  const first = Math.max(lostAt(from), lostAt(from + step));
  if (!(first < BRAKED_MS2)) return { from, to: from };
  let least = first;
  for (let i = from; i + step < to; i++) {
    const lost = lostAt(i);
    if (lost > BRAKED_MORE * least + BRAKED_MORE_MS2) return { from, to: i };
    if (i % step === 0 && lost < least) least = Math.max(0, lost);
  }
  return { from, to };
}

const BRAKED_MORE = 1.3;
const BRAKED_MORE_MS2 = 0.4;

/** No car of this size loses speed as fast as this by air, rolling and its motor alone [m/s²]. */
const BRAKED_MS2 = 4;

function launchesOf(speed: Floats, count: number, dtS: number): Launch[] {
  const launches: Launch[] = [];
  const within = Math.round(LAUNCHED_S / dtS);
  for (let i = 1; i < count; i++) {
    if (!(speed[i - 1]! < STANDS_MS && speed[i]! >= STANDS_MS)) continue;
    const fast = speed.subarray(i, i + within).findIndex((value) => value > MOVES_MS);
    if (fast < 0) continue;
    let [metres, peakMs2, k] = [0, 0, i];
    const toMarksS: Launch['toMarksS'] = [];
    for (; k + 1 < count && toMarksS.length < LAUNCH_MARKS_M.length && !(speed[k]! < STANDS_MS && k > i + fast); k++) {
      const before = metres;
      metres += 0.5 * (speed[k]! + speed[k + 1]!) * dtS;
      if (!Number.isFinite(metres)) break;
      peakMs2 = Math.max(peakMs2, (speed[Math.min(count - 1, k + 5)]! - speed[k]!) / (5 * dtS));
      const mark = LAUNCH_MARKS_M[toMarksS.length]!;
      if (metres >= mark) toMarksS.push({ metres: mark, seconds: (k - i) * dtS + (dtS * (mark - before)) / (metres - before) });
    }
    launches.push({ from: i, to: k, toMarksS, peakMs2 });
    i = k;
  }
  return launches;
}
