/** The part of the contract that carries no validator: for the page's first load. */
export type { CarDoc, CarWrite, Garage, Imported, PlanDoc, PlanWrite, VersionOnly } from './api';
export { ERRORS, type ErrorBody, type ErrorCode } from './errors';
export type { PlanBody } from './plan-file';
export type { Problem } from './problem';
export { RANGES, rangeOf, rangeText, type Range, type RangePath } from './ranges';
