export * from './shared';
export { checkCarWrite, checkId, checkPlanWrite, checkVersionOnly } from './api';
export { checkCar, checkPlanBody, checkPlanFile, planFileOf, splitPlanFile, type Checked } from './plan-file';
export { joiProblems } from './joi-problems';
export { carSchema, planBodySchema, planFileSchema } from './plan-schema';
export { checkPart, partSchema } from './part-schema';
export { checkShelfWrite } from './shelf-write';
export { MOST_PARTS } from './api';
export { problem } from './problem';
