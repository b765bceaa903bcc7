import { KNOT_MS, METRES_A_DEG, readAnyLog } from '@puddler/core';

/** What a phone says in one sentence. */
export interface Heard {
  eastM: number;
  northM: number;
  speedMs: number;
}

/** Minutes of a degree as they are written, `12.34567`. */
const MINUTES_LETTERS = 8;

/** An RMC sentence heard live; undefined for what is none. Places are in metres from no place in particular. */
export function heardFrom(sentence: string): Heard | undefined {
  const [kind, , state, lat, , lon, west, knots] = sentence.split(',');
  if (kind !== '$GPRMC' || state !== 'A' || lat === undefined || lon === undefined || knots === undefined) return undefined;
  const degrees = (text: string) => Number(text.slice(0, -MINUTES_LETTERS)) + Number(text.slice(-MINUTES_LETTERS)) / 60;
  const latDeg = degrees(lat);
  const northM = latDeg * METRES_A_DEG;
  const eastM = degrees(lon) * METRES_A_DEG * Math.cos((latDeg * Math.PI) / 180) * (west === 'W' ? -1 : 1);
  const speedMs = Number(knots) * KNOT_MS;
  return [eastM, northM, speedMs].every(Number.isFinite) ? { eastM, northM, speedMs } : undefined;
}

/** The fastest out and back as a phone’s app shows them: of the first half of a track, and of the second. */
export function fastestOf(nmea: string): { outMs: number; backMs: number } | undefined {
  const outcome = readAnyLog(nmea, {});
  const run = outcome.ok ? outcome.reading.runs[0] : undefined;
  const speed = run?.fields.speedMs;
  if (!run || !speed) return undefined;
  const half = run.timeS[run.timeS.length - 1]! / 2;
  let [outMs, backMs] = [0, 0];
  for (const [i, timeS] of run.timeS.entries()) {
    if (timeS < half) outMs = Math.max(outMs, speed[i]!);
    else backMs = Math.max(backMs, speed[i]!);
  }
  return outMs > 0 && backMs > 0 ? { outMs, backMs } : undefined;
}
