import type { ProfileName, SearchScope, SearchWish, Surface } from '@puddler/core';

/** What the Car station keeps of a car beside the figures that plans compute with. */
export interface Bench {
  /** The plan that is the car as it was bought. */
  stockPlanId?: string;
  /** What the car does today, on that plan's ground with its parts. */
  today?: Today;
  photos?: PhotoRef[];
  searches?: SavedSearch[];
}

/** A wish that is kept with its car, and asked again whenever the shelf or the car has changed. */
export interface SavedSearch {
  id: string;
  name: string;
  wish: SearchWish;
  scope: SearchScope;
  /** Ground and driving wished for; left out, those of the plan it is asked of. */
  surface?: Surface;
  profile?: ProfileName;
}

export interface Today {
  topSpeedMs: number;
  /** Can after the run [°C]. */
  canC?: number;
}

/** A photo in the data folder. */
export interface PhotoRef {
  id: string;
  caption?: string;
}

/** Types of photo that are kept. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
export type PhotoType = (typeof PHOTO_TYPES)[number];
/** A photo as sent: the page makes it smaller before. */
export const MOST_PHOTO_BYTES = 8 * 1024 * 1024;
export const MOST_PHOTOS = 40;
export const MOST_SEARCHES = 20;
