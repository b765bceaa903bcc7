import type { StoredWish } from '../../document-store/selectors';

/** What a search had on its front when it was last looked at, in this browser. */
interface Seen {
  asked: string;
  keys: string[];
}

const STORED_AS = 'puddler.seen-searches.v1';
const MOST_KEPT = 100;

const askedOf = ({ wish, scope, surface, profile }: StoredWish) => JSON.stringify([wish, scope, surface, profile]);

const isSeen = (value: unknown): value is Seen =>
  typeof value === 'object' &&
  value !== null &&
  typeof (value as Seen).asked === 'string' &&
  Array.isArray((value as Seen).keys) &&
  (value as Seen).keys.every((key) => typeof key === 'string');

function recall(): Record<string, Seen> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(STORED_AS) ?? '{}');
    return Object.fromEntries(Object.entries(kept ?? {}).filter((entry): entry is [string, Seen] => isSeen(entry[1])));
  } catch {
    return {};
  }
}

export interface SinceSeen {
  /** Keys that were not there before. */
  fresh: string[];
  gone: number;
}

/** What has come and gone since the same wish was last looked at; undefined when it never was. */
export function sinceSeen(search: StoredWish, keys: readonly string[]): SinceSeen | undefined {
  const seen = recall()[search.id];
  if (!seen || seen.asked !== askedOf(search)) return undefined;
  const before = new Set(seen.keys);
  const fresh = keys.filter((key) => !before.has(key));
  return { fresh, gone: before.size - (keys.length - fresh.length) };
}

/** Remembers what is on the front now. */
export function markSeen(search: StoredWish, keys: readonly string[]): void {
  const others = Object.entries(recall()).filter(([id]) => id !== search.id);
  const all = [...others.slice(-MOST_KEPT), [search.id, { asked: askedOf(search), keys: [...keys] }] as const];
  try {
    localStorage.setItem(STORED_AS, JSON.stringify(Object.fromEntries(all)));
  } catch {
    // A full store only loses the “new since” marks.
  }
}
