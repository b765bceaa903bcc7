import { explainDifference, type Difference, type MeasuredToday, type PlanFile } from '@puddler/core';
import { serve } from './serve';

export interface ExplainQuestion {
  plan: PlanFile;
  today: MeasuredToday;
}

const tasks = {
  /** Which figure explains a measured speed best. Takes some runs. */
  explain: ({ plan, today }: ExplainQuestion): Difference => explainDifference(plan, today),
};

export type CarTasks = typeof tasks;

serve(tasks);
