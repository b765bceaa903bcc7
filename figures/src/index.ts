/** How people write figures, and how they are written back: units, typed numbers, money. */
export * from './units';
export * from './parse';
export * from './typed-number';
export * from './money';
export { setDecimalMark, withMark } from './decimal-mark';
export { guarded } from './guarded';
