import type { BodyOf, Doc, KindName } from '@puddler/contract';
import { received } from '../src/document-store/document-store-slice';

const times = { createdAt: '2026-11-24T08:00:00.000Z', updatedAt: '2026-11-24T08:00:00.000Z' };

/** A document as the server hands it out. */
export const docOf = <K extends KindName>(id: string, body: BodyOf<K>, parentId?: string, version = 1): Doc<K> => ({
  id,
  version,
  ...(parentId === undefined ? {} : { parentId }),
  body,
  ...times,
});

/** A garage of cars that are all here. */
export const garage = (cars: Doc<'car'>[], plans: Doc<'plan'>[]) =>
  received({ documents: { car: cars, plan: plans }, wholeCar: true, complete: 'cars' });

/** Part of the shelf as it comes from the server; `last` when it is all there. */
export const shelfOf = (parts: Doc<'part'>[], last = true) =>
  received({ documents: { part: parts }, ...(last ? { complete: 'shelf' as const } : {}) });
