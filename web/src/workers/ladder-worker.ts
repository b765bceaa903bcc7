import {
  coolingOf,
  cooledTo,
  ladder,
  resolvePlan,
  stepForeseen,
  USUAL_READY_C,
  type CoolingDown,
  type Foreseen,
  type Ladder,
  type LadderOptions,
  type PlanFile,
  type Temperatures,
  type TypedReading,
} from '@puddler/core';
import { serve, type Work } from './serve';

export interface LadderRequest {
  plan: PlanFile;
  options: Omit<LadderOptions, 'report' | 'onFirst'>;
}

/** How a car that stands cools down: when it is ready, and its can on the way there, every `stepS` from the stop on. */
export interface CoolingCourse extends CoolingDown {
  stepS: number;
  canC: number[];
}

export interface CoolingRequest {
  plan: PlanFile;
  readings: readonly TypedReading[];
  guess: Parameters<typeof coolingOf>[2];
  readyC: number;
}

/** A car that has stood since its last step. */
export interface StoodSince extends Omit<CoolingRequest, 'readyC'> {
  sinceS: number;
}

/** A step of the ladder; `after` is the one before: the car is still as warm as its cooling says. */
export interface StepQuestion {
  plan: PlanFile;
  capShare: number;
  after: StoodSince | undefined;
}

export interface StepForeseen {
  foreseen: Foreseen;
  warm: Temperatures | undefined;
}

/** How warm a car is that has stood for a while, by what was read of it. */
function warmthOf({ plan, readings, guess, sinceS }: StoodSince): Temperatures {
  const resolved = resolvePlan(plan);
  return cooledTo(resolved, coolingOf(resolved, readings, guess, USUAL_READY_C), sinceS);
}

const COURSE_POINTS = 80;
const COURSE_TO_S = 600;

const tasks = {
  ladder: ({ plan, options }: LadderRequest, { progress, part }: Work<Ladder>): Ladder =>
    ladder(plan, { ...options, report: progress, onFirst: part }),

  foreseen({ plan, capShare, after }: StepQuestion): StepForeseen {
    const warm = after && warmthOf(after);
    return { foreseen: stepForeseen(plan, capShare, warm), warm };
  },

  cooling({ plan, readings, guess, readyC }: CoolingRequest): CoolingCourse {
    const resolved = resolvePlan(plan);
    const cooling = coolingOf(resolved, readings, guess, readyC);
    const stepS = Math.max(COURSE_TO_S, cooling.readyS ?? 0) / COURSE_POINTS;
    return { ...cooling, stepS, canC: Array.from({ length: COURSE_POINTS + 1 }, (_, i) => cooledTo(resolved, cooling, i * stepS).canC) };
  },
};

export type LadderTasks = typeof tasks;

serve(tasks);
