import type { Day } from '@puddler/core';
import type { Kind } from '../kind';

export const MOST_DRIVES = 60;

/** A practice day has the id of its car, so that there is one. */
export const DAY: Kind<Day> = {
  path: 'days',
  noun: 'practice day',
  list: 'garage',
  parent: 'car',
  nameOf: ({ set }) => (set === undefined ? 'A practice day' : `Set day ${set}`),
  memberIds: { drives: 'id' },
  hasIdOfParent: true,
  refersTo: { 'drives[].runId': { kind: 'run' } },
  migrations: [],
};
