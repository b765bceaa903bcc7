import { getField } from '../plan/fields';
import { PlanError } from '../plan/plan-error';
import type { FigurePath } from '../plan/figure-path';
import type { PlanFile } from '../plan/plan-file';
import { massOfPartsG, massWithParts } from '../resolve/mass';
import { resolvePlan } from '../resolve/resolve-plan';
import { withEdits, type PlanEdit } from '../plan/edits';
import { packLimitA } from '../chain/pack-limit';
import { minutesToCutoff } from '../predict/bands';
import { simulateRunFast } from '../predict/run-fast';
import { shownRun } from '../predict/peak';
import { predictSteady } from '../predict/steady';

/** Figures that can be swept over a range. */
export const SWEPT = ['kv', 'turns', 'cells', 'pinion', 'spur', 'mass', 'tyre', 'ambient', 'slope'] as const;
export type Swept = (typeof SWEPT)[number];

/** Where each stands in the plan file, and whether it comes in whole numbers. */
const FIELDS: Record<Swept, { path: FigurePath; whole: boolean }> = {
  kv: { path: 'motor.kvRpmPerV', whole: false },
  turns: { path: 'motor.turns', whole: false },
  cells: { path: 'packs[0].cells', whole: true },
  pinion: { path: 'gearing.pinion', whole: true },
  spur: { path: 'gearing.spur', whole: true },
  mass: { path: 'car.massKg', whole: false },
  tyre: { path: 'car.tyre.diameterMm', whole: false },
  ambient: { path: 'site.ambientC', whole: false },
  slope: { path: 'site.gradePct', whole: false },
};

/** What a setup does, and how much of each limit that could stop it. */
export interface SweepAnswers {
  topSpeedMs: number;
  packCurrentA: number;
  peakPackCurrentA: number;
  maxCanC: number;
  maxWindingC: number;
  maxEscC: number;
  minutes: number;
  motorEfficiency: number;
  /** Share of the volts that the winding takes at top speed; 0 where the tyres set it. */
  motorLoad: number;
  /** Peak current of an ESC over its burst rating, of the pack over label and plug, motor speed over its highest; 0 without a rating. */
  escBurst: number;
  packCurrent: number;
  motorRpm: number;
}

/** The plan-file path of a swept figure. */
export const sweptPath = (swept: Swept): string => FIELDS[swept].path;

/** The figure as the plan has it; a slope left out is level. Undefined where the plan has no such figure. */
export function sweptValue(plan: PlanFile, swept: Swept): number | undefined {
  if (swept === 'slope') return plan.site.gradePct ?? 0;
  // Turns stand for kv only where no kv is given.
  if (swept === 'turns' && plan.motor.kvRpmPerV !== undefined) return undefined;
  if (swept === 'mass') return Number(massWithParts(plan.car, (massOfPartsG(plan) ?? 0) / 1000).toPrecision(4));
  const value = getField(plan, FIELDS[swept].path);
  return typeof value === 'number' ? value : undefined;
}

/**
 * What sets a figure. Another kv is another winding in the same can: a resistance and a no-load current that are given
 * follow it (resistance with 1/kv², current with kv), as Km and loss torque stay. Cells go for every pack.
 */
export function sweepEdits(plan: PlanFile, swept: Swept, value: number): PlanEdit[] {
  const { path } = FIELDS[swept];
  if (swept === 'cells') return plan.packs.map((_, i) => ({ path: `packs[${i}].cells`, value }));
  const edits: PlanEdit[] = [{ path, value }];
  const { kvRpmPerV, resistanceOhm, noLoadCurrentA } = plan.motor;
  if (swept === 'kv' && kvRpmPerV !== undefined) {
    const times = value / kvRpmPerV;
    if (resistanceOhm !== undefined) edits.push({ path: 'motor.resistanceOhm', value: Number((resistanceOhm / (times * times)).toPrecision(6)) });
    if (noLoadCurrentA !== undefined) edits.push({ path: 'motor.noLoadCurrentA', value: Number((noLoadCurrentA * times).toPrecision(6)) });
  }
  return edits;
}

/** Values from one to the other, at most `count` of them; whole ones for teeth and cells. */
export function sweepValues(swept: Swept, from: number, to: number, count: number): number[] {
  const [low, high] = from < to ? [from, to] : [to, from];
  if (FIELDS[swept].whole) {
    const [first, last] = [Math.ceil(low), Math.floor(high)];
    const step = Math.max(1, Math.ceil((last - first) / (count - 1)));
    return Array.from({ length: Math.floor((last - first) / step) + 1 }, (_, i) => first + i * step);
  }
  return Array.from({ length: count }, (_, i) => Number((low + ((high - low) * i) / (count - 1)).toPrecision(6)));
}

/** One point of a sweep, by a fast run; undefined where the plan cannot be computed. */
export function sweepPoint(plan: PlanFile, edits: readonly PlanEdit[]): SweepAnswers | undefined {
  try {
    const changed = withEdits(plan, edits);
    const resolved = resolvePlan(changed);
    const steady = predictSteady(resolved);
    const run = shownRun(steady, simulateRunFast(resolved));
    const packA = packLimitA(changed);
    return {
      topSpeedMs: steady.topSpeedMs,
      packCurrentA: steady.packCurrentA,
      peakPackCurrentA: run.peakPackCurrentA,
      maxCanC: run.maxCanC,
      maxWindingC: run.maxWindingC,
      maxEscC: run.maxEscC,
      minutes: minutesToCutoff(resolved, run),
      motorEfficiency: steady.motorEfficiency,
      motorLoad: steady.gripSetsSpeed ? 0 : steady.motorLoad,
      escBurst: run.peakMotorCurrentA / resolved.esc.burstA,
      packCurrent: packA === undefined ? 0 : run.peakPackCurrentA / packA,
      motorRpm: Math.max(run.maxMotorRpm, steady.motorRpm) / resolved.motor.maxRpm,
    };
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}
