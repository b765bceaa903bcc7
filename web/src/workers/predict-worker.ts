import { linkUse, predictPass, resolvePlan, simulateRun, type LinkUse, type Pass, type PlanFile, type Run } from '@puddler/core';
import { expose } from 'comlink';

export interface RunResult {
  run: Run;
  uses: LinkUse[];
  pass: Pass;
}

const tasks = {
  /** The run over time, what it uses of each limit, and one full-throttle pass. */
  predictRun(plan: PlanFile): RunResult {
    const resolved = resolvePlan(plan);
    const run = simulateRun(resolved);
    return { run, uses: linkUse(plan, resolved, run), pass: predictPass(resolved) };
  },
};

export type PredictTasks = typeof tasks;

expose(tasks);
