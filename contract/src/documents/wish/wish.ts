import type { ProfileName, SearchScope, SearchQuery, Surface } from '@puddler/core';
import type { Kind } from '../kind';

/** A wish that is kept with its car, and asked again whenever the shelf or the car has changed. */
export interface Wish {
  name: string;
  wish: SearchQuery;
  scope: SearchScope;
  /** Ground and driving wished for; left out, those of the plan it is asked of. */
  surface?: Surface;
  profile?: ProfileName;
}

/** A car's wishes are offered side by side: more than this would not be found again. */
export const MOST_WISHES = 20;

export const WISH: Kind<Wish> = {
  path: 'wishes',
  noun: 'wish',
  list: 'garage',
  parent: 'car',
  nameOf: ({ name }) => name,
  memberIds: {},
  marks: ['wish.nearlySure'],
  migrations: [],
};
