import { explainDifference, PlanError, type Difference, type MeasuredToday, type PlanFile } from '@puddler/core';
import { expose } from 'comlink';

export type Explained = { ok: true; difference: Difference } | { ok: false; message: string };

const tasks = {
  /** Which figure explains a measured speed best; takes some runs, so it stands in a worker. */
  explain(plan: PlanFile, today: MeasuredToday): Explained {
    try {
      return { ok: true, difference: explainDifference(plan, today) };
    } catch (error) {
      if (error instanceof PlanError) return { ok: false, message: error.message };
      throw error;
    }
  },
};

export type CarTasks = typeof tasks;

expose(tasks);
