import { checkPlanBody, checkPlanBodyAlone } from '../../check-plan-file';
import type { CarBody } from '../car/car';

/** A plan is checked with its car, where that is at hand: some faults show only when the two are put together. */
export const checkPlanOfCar = (body: unknown, parent: CarBody | undefined) => (parent ? checkPlanBody(body, parent.car) : checkPlanBodyAlone(body));
