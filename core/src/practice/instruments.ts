import { MATT_EMITS } from '../log/thermometer';
import { GPS } from './gps-track';
import { REFERENCE_C } from '../chain/constants';
import type { Series, TypedReading } from '../log/run-file';
import { normal } from '../math/random';
import type { RunSample } from '../predict/run-types';

/** The simulated instruments, docs/model.md section 13: each reads the truth with its own noise, lag and rounding. */

const ESC = { hz: 20, jitterS: 0.005, voltsTo: 0.02, voltsGain: 0.005, ampsTo: 0.1, ampsGain: 0.02, ampsNoise: 0.3, rpmTo: 10, lagS: 3 };
const THERMOMETER = { matt: MATT_EMITS, bareFrom: 0.7, bareTo: 0.9, noiseC: 1 };
const SCALE = { noiseKg: 0.005, toKg: 0.001 };
const CALLIPER = { noiseMm: 0.05, toMm: 0.01 };
const CHARGER = { loss: 1.02, noise: 0.02 };

const to = (step: number, value: number) => Math.round(value / step) * step;

/** The sample at a time, by a walk that only goes forward. */
function walk(samples: readonly RunSample[]): (timeS: number) => RunSample {
  let at = 0;
  return (timeS) => {
    while (at + 1 < samples.length && samples[at + 1]!.timeS <= timeS) at++;
    return samples[at]!;
  };
}

/** What an ESC logs of a session. */
export function escLog(samples: readonly RunSample[], poles: number, random: () => number): Series {
  const [voltsGain, ampsGain] = [1 + ESC.voltsGain * normal(random), 1 + ESC.ampsGain * normal(random)];
  const series: Required<Pick<Series, 'timeS' | 'throttleShare' | 'outputShare' | 'packV' | 'packA' | 'motorRpm' | 'escC'>> = {
    timeS: [],
    throttleShare: [],
    outputShare: [],
    packV: [],
    packA: [],
    motorRpm: [],
    escC: [],
  };
  const at = walk(samples);
  const endS = samples[samples.length - 1]?.timeS ?? 0;
  let escC = samples[0]?.escC ?? REFERENCE_C;
  let last = 0;
  for (let tick = 0; tick / ESC.hz <= endS; tick++) {
    const timeS = Math.max(0, tick / ESC.hz + ESC.jitterS * (2 * random() - 1));
    const now = at(timeS);
    escC += (now.escC - escC) * (1 - Math.exp(-(timeS - last) / ESC.lagS));
    last = timeS;
    series.timeS.push(to(0.001, timeS));
    // A driver who catches spinning tyres eases the trigger: what is asked and what is given are both what the run drove with.
    series.throttleShare.push(to(0.01, now.duty));
    series.outputShare.push(to(0.01, now.duty));
    series.packV.push(to(ESC.voltsTo, now.busV * voltsGain));
    series.packA.push(Math.max(0, to(ESC.ampsTo, now.packA * ampsGain + ESC.ampsNoise * normal(random))));
    series.motorRpm.push(to((2 * ESC.rpmTo) / poles, now.motorRpm));
    series.escC.push(Math.round(escC));
  }
  return series;
}

/** What a phone says of its speed, a little late. */
export function gpsSpeed(samples: readonly RunSample[], hz: number, random: () => number): Series {
  const series: Required<Pick<Series, 'timeS' | 'speedMs'>> = { timeS: [], speedMs: [] };
  const at = walk(samples);
  const endS = samples[samples.length - 1]?.timeS ?? 0;
  for (let tick = 0; tick / hz <= endS; tick++) {
    const timeS = tick / hz;
    series.timeS.push(timeS);
    series.speedMs.push(Math.max(0, at(Math.max(0, timeS - GPS.lagS)).speedMs + GPS.noiseMs * normal(random)));
  }
  return series;
}

/** An infrared thermometer pointed at a surface; a bare can shines and reads low. */
export function thermometer(surfaceC: number, ambientC: number, matt: boolean, random: () => number): number {
  const emits = matt ? THERMOMETER.matt : THERMOMETER.bareFrom + (THERMOMETER.bareTo - THERMOMETER.bareFrom) * random();
  return Math.round(surfaceC * emits + ambientC * (1 - emits) + THERMOMETER.noiseC * (2 * random() - 1));
}

/** What a charger says that it put back [Ah]. */
export const putBack = (usedAh: number, random: () => number): number => to(0.001, usedAh * CHARGER.loss * (1 + CHARGER.noise * normal(random)));

/** What a scale says of a car [kg]. */
export const scale = (massKg: number, random: () => number): number => to(SCALE.toKg, massKg + SCALE.noiseKg * normal(random));

/** What a calliper says of a tyre [mm]. */
export const calliper = (mm: number, random: () => number): number => to(CALLIPER.toMm, mm + CALLIPER.noiseMm * normal(random));

/** Readings of can, ESC and pack at some seconds after the stop. */
export function readingsAt(
  of: { canC: number; escC: number; packC: number },
  ambientC: number,
  afterStopS: number,
  random: () => number,
): TypedReading[] {
  const read = (what: TypedReading['of'], c: number): TypedReading => ({ of: what, c: thermometer(c, ambientC, true, random), afterStopS });
  return [read('can', of.canC), read('esc', of.escC), read('pack', of.packC)];
}

/** Puts what two instruments said on one clock: every moment that either spoke, with null where the other was silent. */
export function together(a: Series, b: Series): Series {
  const fields = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((field) => field !== 'timeS') as (keyof Omit<Series, 'timeS'>)[];
  const rows = [a, b].flatMap((series) => series.timeS.map((timeS, i) => ({ timeS, series, i }))).sort((x, y) => x.timeS - y.timeS);
  return {
    timeS: rows.map((row) => row.timeS),
    ...Object.fromEntries(fields.map((field) => [field, rows.map(({ series, i }) => series[field]?.[i] ?? null)])),
  };
}
