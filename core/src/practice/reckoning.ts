import type { Limits } from '../findings/limits';
import { heatOf } from '../predict/run-types';
import { simulateRunFast } from '../predict/run-fast';
import { predictSteady } from '../predict/steady';
import { ROUGH_RUN } from '../predict/tolerances';
import { resolvePlan } from '../resolve/resolve-plan';
import { uncertainFigures } from '../resolve/uncertain-figures';
import { carOfDay, wornOf, type Day } from './day';
import type { Lost, Wear } from './wear';
import { asFitted, type Slip, type Weather } from './hidden-car';

/** What was believed of a figure and what it truly is, as the share by which it differs. */
interface TrueFigure {
  label: string;
  differs: number;
  /** How unsure it was, as a share. */
  sigma: number;
}

/** A day at its end, with the truth. */
export interface Reckoning {
  runs: number;
  minutes: number;
  /** The hottest inside, which no thermometer sees. */
  windingC: number;
  lost: Lost | undefined;
  /** What heat has used up of the parts' lives. */
  worn: Wear;
  targetMs: number;
  /** The fastest at full throttle. */
  fastestMs: number;
  reached: boolean;
  /** Whether the target is safe for this very car over the planned run, and what it would come to. */
  targetIsSafe: boolean;
  targetCanC: number;
  slip: Slip | undefined;
  weather: Weather;
  figures: TrueFigure[];
}

/** The target counts as reached from this share of it on. */
export const REACHED = 0.97;
const FIGURES_SHOWN = 6;

/** Lays what was believed beside what is true. Throws PlanError. */
export function reckoningOf(day: Day, limits: Limits): Reckoning {
  const { base, drives } = day;
  const hidden = carOfDay(day);
  const targetMs = predictSteady(resolvePlan(base)).topSpeedMs;
  const fastestMs = Math.max(0, ...drives.map((drive) => drive.topSpeedMs));
  const truth = asFitted(hidden, base);
  const heat = heatOf(simulateRunFast(truth, ROUGH_RUN));
  const isOver = (value: number, id: 'motor-temperature' | 'winding-temperature' | 'esc-temperature') => {
    const { stop } = limits[id];
    return stop !== undefined && value > stop;
  };
  return {
    runs: drives.length,
    minutes: (drives.reduce((sum, drive) => sum + drive.seconds, 0) + day.waitedS + day.stoodS) / 60,
    windingC: Math.max(hidden.weather.ambientC, ...drives.map((drive) => drive.windingC)),
    lost: drives.find((drive) => drive.lost)?.lost,
    worn: wornOf(day),
    targetMs,
    fastestMs,
    reached: fastestMs >= REACHED * Math.min(targetMs, predictSteady(truth).topSpeedMs),
    targetIsSafe:
      !isOver(heat.maxCanC, 'motor-temperature') && !isOver(heat.maxWindingC, 'winding-temperature') && !isOver(heat.maxEscC, 'esc-temperature'),
    targetCanC: heat.maxCanC,
    slip: hidden.slip,
    weather: hidden.weather,
    figures: uncertainFigures(base, resolvePlan(base))
      .map(({ path, label, sigma }): TrueFigure => ({ label, sigma, differs: Math.expm1(hidden.deviations[path] ?? 0) }))
      .sort((a, b) => Math.abs(b.differs) / b.sigma - Math.abs(a.differs) / a.sigma)
      .slice(0, FIGURES_SHOWN),
  };
}

/** Days in order of merit: nothing lost, the target reached or rightly left, then the fewest runs, the coolest, the nearest. */
export function byMerit(a: Reckoning, b: Reckoning): number {
  const won = (one: Reckoning) => Number(one.lost === undefined) + Number(one.targetIsSafe ? one.reached : !one.reached);
  return (
    won(b) - won(a) || a.runs - b.runs || a.windingC - b.windingC || Math.abs(1 - a.fastestMs / a.targetMs) - Math.abs(1 - b.fastestMs / b.targetMs)
  );
}
