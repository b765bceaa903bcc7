import { compact } from '@puddler/core';
import type { Car, Course, UpkeepId } from '@puddler/core';
import type { EarlierFiles, FileRef, Kind } from '../kind';

/** A car with what is noted beside its figures. */
export interface CarBody {
  car: Car;
  bench: Bench;
}

/** What the Car station keeps of a car beside the figures that plans compute with. */
export interface Bench {
  /** The plan that is the car as it was bought. */
  stockPlanId?: string;
  /** What the car does today, on that plan's ground with its parts. */
  today?: Today;
  radio?: OldRadio;
  photos?: PhotoRef[];
  /** It is a car of a practice day: nothing of it is real. */
  practice?: true;
  /** It came with the demo club: shown apart, and taken out in one step. */
  demo?: true;
  /** When each work that comes round was done last, ISO 8601. */
  upkeep?: UpkeepDone[];
  /** Courses that are driven with it, by name. */
  courses?: NamedCourse[];
}

export type NamedCourse = Course & { name: string };

export const MOST_COURSES = 24;

export interface UpkeepDone {
  id: UpkeepId;
  at: string;
}

export interface Today {
  topSpeedMs?: number;
  /** Can after the run [°C]. */
  canC?: number;
}

/** The radio as bought. */
export interface OldRadio {
  /** The receiver is built into the ESC. */
  inEsc?: boolean;
  /** It takes the throttle back when the signal is lost. */
  failsafe?: boolean;
}

export interface PhotoRef extends FileRef {
  caption?: string;
}

export const MOST_PHOTOS = 40;

/** A reference of schema version 1: photos were kept under an id of their own. */
interface PhotoById {
  id: string;
  caption?: string;
}

/** Version 2 refers to photos by what is in them. A reference to a photo that is not there any more is left out. */
function photosByHash(body: unknown, earlier: EarlierFiles): unknown {
  const { car, bench } = body as { car: unknown; bench: { photos?: PhotoById[] } };
  const { photos, ...notes } = bench;
  if (!photos) return { car, bench };
  const found = photos.flatMap(({ id, caption }): PhotoRef[] => {
    const file = earlier.photo(id);
    return file ? [{ ...file, ...compact({ caption }) }] : [];
  });
  // The same picture taken twice is one file now, and stands in the list once.
  const once = found.filter((photo, i) => found.findIndex((other) => other.hash === photo.hash) === i);
  return { car, bench: once.length > 0 ? { ...notes, photos: once } : notes };
}

export const CAR: Kind<CarBody> = {
  path: 'cars',
  noun: 'car',
  list: 'garage',
  nameOf: ({ car }) => car.name,
  memberIds: { 'bench.photos': 'hash', 'bench.upkeep': 'id', 'bench.courses': 'name' },
  marks: ['car.typical'],
  refersTo: { 'bench.stockPlanId': { kind: 'plan', optional: true } },
  fileHashes: ({ bench }) => (bench.photos ?? []).map((photo) => photo.hash),
  migrations: [photosByHash],
};
