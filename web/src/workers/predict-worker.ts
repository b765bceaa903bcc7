import {
  allFindings,
  linkUse,
  passFigures,
  predictPass,
  predictSteady,
  resolvePlan,
  simulateRun,
  type Finding,
  type Limits,
  type LinkUse,
  type Pass,
  type PassFigures,
  type PlanFile,
  type Run,
} from '@puddler/core';
import { expose } from 'comlink';

/** What a run is judged by besides the plan. The same object for the same wish, so that results can be remembered by it. */
export interface RunTerms {
  limits: Limits;
  /** The car as bought, where it is known. */
  stock: PlanFile | undefined;
  /** Seconds from closed to full throttle in a pass. */
  rampS: number;
}

export interface RunResult {
  run: Run;
  uses: LinkUse[];
  pass: Pass;
  passFigures: PassFigures;
  findings: Finding[];
}

const tasks = {
  /** The run over time, what it uses of each limit, what gives, and one full-throttle pass. */
  predictRun(plan: PlanFile, { limits, stock, rampS }: RunTerms): RunResult {
    const resolved = resolvePlan(plan);
    const run = simulateRun(resolved);
    const { straightM, radioRangeM } = plan.site;
    return {
      run,
      uses: linkUse(plan, resolved, run, limits),
      pass: predictPass(resolved, { rampS }),
      passFigures: passFigures(resolved, { rampS, straightM, radioRangeM }),
      findings: allFindings({ plan, resolved, steady: predictSteady(resolved), run, limits, stock: stock && resolvePlan(stock) }),
    };
  },
};

export type PredictTasks = typeof tasks;

expose(tasks);
