/**
 * The root next to zero of square·x² + linear·x = constant, in the form that stays exact when `square` vanishes; NaN where there is none.
 * `linear` is positive.
 */
export const rootNearZero = (square: number, linear: number, constant: number): number =>
  (2 * constant) / (linear + Math.sqrt(linear * linear + 4 * square * constant));
