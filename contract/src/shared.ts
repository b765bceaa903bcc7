/** The part of the contract that carries no validator: for the page's first load. */
export type {
  CarDoc,
  CarWrite,
  Garage,
  Imported,
  PartDoc,
  PartWrite,
  PartWritten,
  PlanDoc,
  PlanWrite,
  Shelf,
  ShelfWrite,
  ShelfWritten,
  VersionOnly,
} from './api';
export {
  MOST_PHOTO_BYTES,
  MOST_PHOTOS,
  MOST_SEARCHES,
  PHOTO_TYPES,
  type Bench,
  type PhotoRef,
  type PhotoType,
  type SavedSearch,
  type Today,
} from './bench';
export { ERRORS, type ErrorBody, type ErrorCode } from './errors';
export type { PlanBody } from './plan-file';
export type { Problem } from './problem';
export { PART_FIELDS, partFields, partValue, type PartField } from './part-fields';
export { RANGES, rangeOf, rangeText, type Range, type RangePath } from './ranges';
