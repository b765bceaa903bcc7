import type { ResolvedPlan } from '../plan/resolve-plan';
import { coolDown, stoodFor, type CoolDown, type Temperatures } from './cool-down';
import { simulateRun } from './run';
import type { Run } from './run-types';

/** Temperatures through a run and after it. */
export interface HeatCourse {
  /** About every 1/200 of the run. */
  samples: (Temperatures & { timeS: number; charge: number })[];
  run: Run;
  cool: CoolDown;
  /** First moment each store crosses its limit [s]; absent when it does not. */
  crossedS: Partial<Record<keyof Temperatures, number>>;
}

/** Limits of the stores [°C], for the moment one is crossed. */
export type HeatLimits = Partial<Record<keyof Temperatures, number>>;

const SAMPLES = 200;
const STORES = ['windingC', 'canC', 'escC', 'packC'] as const;

/** Drives the plan's run from given temperatures (or the air's) and lets it stand until `readyC`. */
export function heatCourse(plan: ResolvedPlan, limits: HeatLimits, readyC: number, from?: Temperatures): HeatCourse {
  const samples: HeatCourse['samples'] = [];
  const crossedS: HeatCourse['crossedS'] = {};
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
      last = now;
      if (now.timeS < due) return;
      due += every;
      samples.push({ timeS: now.timeS, windingC: now.windingC, canC: now.canC, escC: now.escC, packC: now.packC, charge: now.charge });
    },
  });
  const { ambientC } = plan.site;
  const end = last ?? { windingC: ambientC, canC: ambientC, escC: ambientC, packC: ambientC };
  return { samples, run, cool: coolDown(plan, end, readyC), crossedS };
}

/** Runs one after another, each with a fresh pack as warm as the air, after a pause in which the car stands. */
export function backToBack(plan: ResolvedPlan, runs: number, pauseS: number, limits: HeatLimits, readyC: number): HeatCourse[] {
  const courses: HeatCourse[] = [];
  let from: Temperatures | undefined;
  for (let i = 0; i < runs; i++) {
    const course = heatCourse(plan, limits, readyC, from);
    courses.push(course);
    from = { ...stoodFor(plan, course.cool.samples[0]!, pauseS), packC: plan.site.packC };
  }
  return courses;
}
