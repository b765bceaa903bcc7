/** How a plan is kept beside its car is the core's knowledge; the documents are made of it. */
export { planFileOf, splitPlanFile, type PlanBody } from '@puddler/core';
