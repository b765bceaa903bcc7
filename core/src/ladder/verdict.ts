import type { Limits } from '../findings/limits';
import type { TypedPass, TypedReading } from '../log/run-file';
import { HIGHEST_BY_S, READ_BY_S, type Foreseen } from './foreseen';

export type VerdictLevel = 'go' | 'hold' | 'back';

/** What was found at the track after a step. */
export interface AtTrack {
  passes: readonly TypedPass[];
  readings: readonly TypedReading[];
  settledA?: number | undefined;
  /** The ESC cut off, or something smelt or sounded wrong. */
  cutOff?: boolean;
  smell?: boolean;
  noise?: boolean;
  /** Whether can and ESC have a matt patch for the thermometer. */
  hasPatch?: boolean | undefined;
}

export type ReasonId =
  | 'passes-missing'
  | 'readings-missing'
  | 'readings-late'
  | 'highest-missing'
  | 'cut-off'
  | 'smell'
  | 'noise'
  | 'over-stop'
  | 'over-caution'
  | 'warmer'
  | 'no-patch'
  | 'slow-and-thirsty'
  | 'off-speed'
  | 'wrong-kv'
  | 'as-predicted';

interface Reason {
  id: ReasonId;
  level: VerdictLevel;
  text: string;
}

export interface Verdict {
  verdict: VerdictLevel;
  reasons: Reason[];
}

/** How figures are written in reasons: in the builder’s units. */
export interface FigureWords {
  speed: (speedMs: number) => string;
  amps: (a: number) => string;
  heat: (c: number) => string;
}

/** Whole, and tenths below ten. */
const atAGlance = (value: number): string => value.toFixed(Math.abs(value) < 9.95 ? 1 : 0);
const METRIC: FigureWords = {
  speed: (speedMs) => `${atAGlance(3.6 * speedMs)} km/h`,
  amps: (a) => `${atAGlance(a)} A`,
  heat: (c) => `${c.toFixed(0)} °C`,
};

/** Speed and current are as predicted within this share. */
const WITHIN = 0.15;
/** “Warmer than predicted” holds nobody whose part is cooler than this [°C], nor one that is no more than this beyond its band [K]. */
const WARM_FROM_C = 45;
const WARMER_BY_K = 15;
/** Bare metal reads up to so much low [K]. */
const BARE_READS_LOW_K = 15;
const BARE: readonly string[] = ['can', 'esc'];
const PARTS = [
  ['can', 'motor', 'motor-temperature', 'canC'],
  ['esc', 'ESC', 'esc-temperature', 'escC'],
  ['pack', 'pack', 'pack-temperature', 'packC'],
] as const;

/** The hottest reading of a part. */
const hottest = (readings: readonly TypedReading[], of: TypedReading['of']): number | undefined => {
  const found = readings.filter((one) => one.of === of).map((one) => one.c);
  return found.length > 0 ? Math.max(...found) : undefined;
};

/**
 * Go on, hold or go back after a step, with every reason and its figures. Never go without a pass each way and the four temperatures. Like is judged by
 * like: what is read after two passes by the band of two passes, from as warm as the car began. A can or ESC without a matt patch may be hotter than it reads.
 * A short run with a hot motor at little current says that the motor has the wrong kv for these volts: more pinion makes it worse.
 */
export function verdictOf(found: AtTrack, foreseen: Foreseen, limits: Limits, { speed, amps, heat }: FigureWords = METRIC): Verdict {
  const reasons: Reason[] = [];
  const say = (id: ReasonId, level: VerdictLevel, text: string) => reasons.push({ id, level, text });
  if (found.cutOff) say('cut-off', 'back', 'The ESC cut off: it or the pack was at its end.');
  if (found.smell) say('smell', 'back', 'Something smelt: varnish or a joint is going.');
  if (found.noise) say('noise', 'back', 'Something sounded wrong: look at mesh, bearings and screws before anything else.');

  const ways = new Set(found.passes.map((pass) => pass.direction ?? 'out'));
  if (ways.size < 2) say('passes-missing', 'hold', 'A pass each way is missing: one way may be the wind’s.');
  const missing = PARTS.filter(([of]) => hottest(found.readings, of) === undefined).map(([, word]) => word);
  if (missing.length > 0) say('readings-missing', 'hold', `Not read: ${missing.join(', ')}.`);
  const late = PARTS.filter(
    ([of]) => hottest(found.readings, of) !== undefined && !found.readings.some((one) => one.of === of && (one.afterStopS ?? 0) <= READ_BY_S),
  );
  if (late.length > 0)
    say(
      'readings-late',
      'hold',
      `Read later than ${READ_BY_S} s after the stop: ${late.map(([, word]) => word).join(', ')}. Parts have cooled by then.`,
    );
  if (found.readings.filter((one) => one.of === 'can' && (one.afterStopS ?? 0) <= HIGHEST_BY_S).length < 2)
    say('highest-missing', 'hold', 'The highest of the motor in the next two minutes is missing: heat still comes out of the winding.');

  let isHot = false;
  for (const [of, word, limitId, band] of PARTS) {
    const c = hottest(found.readings, of);
    if (c === undefined) continue;
    const { caution, stop } = limits[limitId];
    const isBare = found.hasPatch !== true && BARE.includes(of);
    const couldBeC = isBare ? c + BARE_READS_LOW_K : c;
    const { p10, p90 } = foreseen[band];
    const isWarmer = c > Math.max(WARM_FROM_C, p90 + WARMER_BY_K);
    if (stop !== undefined && c >= stop) say('over-stop', 'back', `The ${word} was at ${heat(c)}; ${heat(stop)} is its end.`);
    else if (caution !== undefined && c >= caution) say('over-caution', 'hold', `The ${word} was at ${heat(c)}; from ${heat(caution)} on take care.`);
    else if (caution !== undefined && couldBeC >= caution)
      say(
        'no-patch',
        'hold',
        `The ${word} read ${heat(c)} on bare metal and may be at ${heat(couldBeC)}: stick tape or paint a matt patch on it and read it again.`,
      );
    else if (isWarmer)
      say(
        'warmer',
        'hold',
        `The ${word} was at ${heat(c)}, predicted were ${heat(p10)} to ${heat(p90)}. Was it driven just before? If not, let it cool, repeat, find out why.`,
      );
    if (of === 'can' && ((caution !== undefined && couldBeC >= caution) || isWarmer)) isHot = true;
  }

  if (found.passes.length > 0) {
    const speedMs = found.passes.reduce((sum, pass) => sum + pass.speedMs, 0) / found.passes.length;
    const share = speedMs / foreseen.topSpeedMs.p50;
    const drawn = found.settledA === undefined ? undefined : found.settledA / foreseen.packA.p50;
    if (share < 1 - WITHIN && drawn !== undefined && drawn > 1 + WITHIN)
      say(
        'slow-and-thirsty',
        'back',
        `It did ${speed(speedMs)}, not ${speed(foreseen.topSpeedMs.p50)}, and drew ${amps(found.settledA!)}, not ${amps(foreseen.packA.p50)}: something holds it back.`,
      );
    else if (share < 1 - WITHIN && isHot && drawn !== undefined && drawn < 1)
      say(
        'wrong-kv',
        'hold',
        `It did ${speed(speedMs)} at only ${amps(found.settledA!)}, with a hot motor: the wrong kv for these volts. More pinion makes it hotter, not faster.`,
      );
    else if (Math.abs(share - 1) > WITHIN)
      say('off-speed', 'hold', `It did ${speed(speedMs)}, predicted were ${speed(foreseen.topSpeedMs.p50)}: find out why before going on.`);
  }
  const verdict = reasons.some((one) => one.level === 'back') ? 'back' : reasons.some((one) => one.level === 'hold') ? 'hold' : 'go';
  if (verdict === 'go')
    say('as-predicted', 'go', `Speed is within ${100 * WITHIN} % of what was predicted, and temperatures are under every caution.`);
  return { verdict, reasons };
}
