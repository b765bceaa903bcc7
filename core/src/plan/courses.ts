import type { Course, Leg } from './plan-file';

/** Made-up courses to begin with: none is a place. */
export const COURSES: readonly (Course & { name: string })[] = [
  {
    name: 'Club yard',
    legs: [
      { fullM: 24, radiusM: 3.2, cornerS: 1.4 },
      { fullM: 9, radiusM: 1.8, cornerS: 0.9, brake: 0.5 },
      { fullM: 13, radiusM: 2.6, cornerS: 0.8 },
      { fullM: 6, radiusM: 1.2, cornerS: 1, brake: 0.8 },
    ],
  },
  {
    name: 'Clay hall',
    legs: [
      { fullM: 28, radiusM: 3.5, cornerS: 1.2 },
      { fullM: 12, radiusM: 2, cornerS: 1 },
      { fullM: 8, radiusM: 2, cornerS: 1 },
      { fullM: 16, radiusM: 4, cornerS: 1.1, brake: 0.4 },
      { fullM: 10, radiusM: 1.6, cornerS: 1.2 },
    ],
  },
  {
    name: 'Big field',
    legs: [
      { fullM: 45, radiusM: 6, cornerS: 1.6 },
      { fullM: 20, radiusM: 4, cornerS: 1.2 },
      { fullM: 30, radiusM: 5, cornerS: 1.4 },
    ],
  },
  {
    name: 'Oval',
    legs: [
      { fullM: 30, radiusM: 8, cornerS: 2.2, brake: 0.3 },
      { fullM: 30, radiusM: 8, cornerS: 2.2, brake: 0.3 },
    ],
  },
  {
    name: 'Car park',
    legs: [
      { fullM: 35, radiusM: 3, cornerS: 1.2 },
      { fullM: 12, radiusM: 2.5, cornerS: 1 },
      { fullM: 25, radiusM: 3, cornerS: 1.2 },
      { fullM: 10, radiusM: 1.5, cornerS: 1.1 },
    ],
  },
  {
    name: 'Garden',
    legs: [
      { fullM: 7, radiusM: 1.2, cornerS: 0.9 },
      { fullM: 4, radiusM: 0.9, cornerS: 0.9 },
      { fullM: 6, radiusM: 1, cornerS: 0.8 },
    ],
  },
];

/** What a corner begins as that is said by its radius or by its speed, and what a leg begins as that is added. */
export const NEW_CORNER = { byRadius: { radiusM: 3 }, bySpeed: { cornerMs: 5 } };
export const NEW_LEG: Leg = { fullM: 15, cornerS: 1.2, ...NEW_CORNER.byRadius };
