import type { ResolvedPlan } from '../resolve/resolved-plan';
import { coolDown, stoodFor, type CoolDown, type Temperatures } from './cool-down';
import { shownRun } from './peak';
import { simulateRun } from './run';
import { predictSteady } from './steady';
import type { Run } from './run-types';

/** A run that was driven once, with what is shown of it over time. */
export interface DrivenRun {
  run: Run;
  /** About every 1/200 of the run. */
  samples: (Temperatures & { timeS: number; charge: number })[];
  /** First moment each store crosses its limit [s]; absent when it does not. */
  crossedS: Partial<Record<keyof Temperatures, number>>;
  /** Temperatures at its end. */
  end: Temperatures;
}

/** Temperatures through a run and after it. */
export interface HeatCourse extends DrivenRun {
  cool: CoolDown;
}

/** Limits of the stores [°C], for the moment one is crossed. */
export type HeatLimits = Partial<Record<keyof Temperatures, number>>;

const SAMPLES = 200;
const STORES = ['windingC', 'canC', 'escC', 'packC'] as const;

/** Drives the plan's run from given temperatures (or the air's). */
export function driveRun(plan: ResolvedPlan, limits: HeatLimits, from?: Temperatures): DrivenRun {
  const samples: DrivenRun['samples'] = [];
  const crossedS: DrivenRun['crossedS'] = {};
  const every = (plan.run.minutes * 60) / SAMPLES;
  let due = 0;
  let last: Temperatures | undefined;
  const run = simulateRun(plan, {
    ...(from ? { from } : {}),
    onStep: (now) => {
      for (const store of STORES) {
        const limit = limits[store];
        if (limit !== undefined && crossedS[store] === undefined && now[store] >= limit) crossedS[store] = now.timeS;
      }
      if (!now.carriedOn) last = now;
      if (now.timeS < due) return;
      due += every;
      samples.push({ timeS: now.timeS, windingC: now.windingC, canC: now.canC, escC: now.escC, packC: now.packC, charge: now.charge });
    },
  });
  const { ambientC } = plan.site;
  const { windingC, canC, escC, packC } = last ?? { windingC: ambientC, canC: ambientC, escC: ambientC, packC: ambientC };
  return { run: shownRun(predictSteady(plan), run), samples, crossedS, end: { windingC, canC, escC, packC } };
}

/** A run that was driven, and the car standing after it until `readyC`. */
export const heatCourse = (plan: ResolvedPlan, driven: DrivenRun, readyC: number): HeatCourse => ({
  ...driven,
  cool: coolDown(plan, driven.end, readyC),
});

/** Runs after a first one that was driven, each with a fresh pack as warm as the air, after a pause [s] in which the car stands. */
export function backToBack(plan: ResolvedPlan, first: DrivenRun, runs: number, pauseS: number, limits: HeatLimits): DrivenRun[] {
  const all = [first];
  while (all.length < runs) {
    const from = { ...stoodFor(plan, all[all.length - 1]!.end, pauseS), packC: plan.site.packC };
    all.push(driveRun(plan, limits, from));
  }
  return all;
}
