import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import { createStore, delMany, entries, get, set } from 'idb-keyval';
import { whenIdle } from '../ui/when-idle';

/** An answer in the browser's own store, when it was given [ms since 1970], and the digest of what was put there. */
interface Kept<V> {
  at: number;
  value: V;
  digest: string;
}

/** SHA-256 of what a value holds, as hex. */
export const digestOf = (value: unknown): string => bytesToHex(sha256(JSON.stringify(value) ?? ''));

/** Of so many answers the newest stay, where it is not said otherwise. */
const MOST_KEPT = 200;

/**
 * The name of a built file: it is made from its content, and so from the names of the workers that it starts. Development has none, and keeps nothing.
 */
export const programOf = (moduleUrl: string): string | undefined => /\/assets\/([^/]+)$/.exec(moduleUrl)?.[1];

/**
 * Answers that took long, kept in the browser: what was computed yesterday is there at once today. `program` names who answered: another one never takes up
 * its answers. What a disk or another program has changed is not taken for one. A browser that keeps nothing loses nothing but time.
 */
export class KeptAnswers<Q, V> {
  private isTidied = false;

  constructor(
    private readonly name: string,
    private readonly program: string | undefined,
    private readonly most = MOST_KEPT,
  ) {}

  async get(question: Q): Promise<V | undefined> {
    if (this.program === undefined) return undefined;
    try {
      const kept = await get<Kept<V>>(this.keyOf(question), this.store());
      return kept && digestOf(kept.value) === kept.digest ? kept.value : undefined;
    } catch {
      return undefined;
    }
  }

  async set(question: Q, value: V): Promise<void> {
    if (this.program === undefined) return;
    try {
      await set(this.keyOf(question), { at: Date.now(), value, digest: digestOf(value) } satisfies Kept<V>, this.store());
      if (!this.isTidied) whenIdle(() => void this.tidy());
      this.isTidied = true;
    } catch {
      // The next visit computes it again.
    }
  }

  /** Forgets what another program answered, and the oldest beyond what is kept. */
  async tidy(): Promise<void> {
    const all = await entries<string, Kept<V>>(this.store());
    const own = all.filter(([key]) => key.startsWith(`${this.program} `)).sort(([, a], [, b]) => b.at - a.at);
    const stay = new Set(own.slice(0, this.most).map(([key]) => key));
    await delMany(
      all.map(([key]) => key).filter((key) => !stay.has(key)),
      this.store(),
    );
  }

  private readonly store = () => createStore(`puddler-${this.name}`, 'answers');
  private readonly keyOf = (question: Q): string => `${this.program} ${JSON.stringify(question)}`;
}
