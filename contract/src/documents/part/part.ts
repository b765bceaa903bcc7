import type { Part } from '@puddler/core';
import type { Kind } from '../kind';

/** Most parts in one write: a whole CSV file. */
export const MOST_PARTS = 20_000;

export const PART: Kind<Part> = {
  path: 'parts',
  noun: 'part',
  list: 'shelf',
  nameOf: ({ name }) => name,
  memberIds: {},
  migrations: [],
};
