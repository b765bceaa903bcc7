import type { LearnedFigures } from '@puddler/core';
import type { Kind } from '../kind';

/** What runs have taught of a car, taken on a word. It has the id of its car, so that there is one. */
export const LEARNED: Kind<LearnedFigures> = {
  path: 'learned',
  noun: 'learned figures',
  list: 'garage',
  parent: 'car',
  nameOf: () => 'What was learned',
  // A matrix is of one piece: figures of two fits make no third.
  memberIds: {},
  hasIdOfParent: true,
  migrations: [],
};
