import { checkPlanBody } from '../../check-plan-file';
import type { CarBody } from '../car/car';

/** A plan is checked with its car: some faults show only when the two are put together. */
export const checkPlanOfCar = (body: unknown, { car }: CarBody) => checkPlanBody(body, car);
