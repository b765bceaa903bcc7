import { createStore, delMany, entries, get, set } from 'idb-keyval';
import { whenIdle } from '../ui/when-idle';

/** An answer in the browser's own store, and when it was given [ms since 1970]. */
interface Kept {
  at: number;
  value: unknown;
}

/** Of so many answers the newest stay. */
const MOST_KEPT = 200;

/**
 * The name of a built file: it is made from its content, and so from the names of the workers that it starts. Development has none, and keeps nothing.
 */
export const programOf = (moduleUrl: string): string | undefined => /\/assets\/([^/]+)$/.exec(moduleUrl)?.[1];

/**
 * Answers that took long, kept in the browser: what was computed yesterday is there at once today. `program` names who answered: another one never takes up
 * its answers. `isWhole` checks what comes back, as anything from outside. A browser that keeps nothing loses nothing but time.
 */
export class KeptAnswers<Q, V> {
  private isTidied = false;

  constructor(
    private readonly name: string,
    private readonly program: string | undefined,
    private readonly isWhole: (value: unknown) => value is V,
  ) {}

  async get(question: Q): Promise<V | undefined> {
    if (this.program === undefined) return undefined;
    try {
      const kept = await get<Kept>(this.keyOf(question), this.store());
      return kept && this.isWhole(kept.value) ? kept.value : undefined;
    } catch {
      return undefined;
    }
  }

  async set(question: Q, value: V): Promise<void> {
    if (this.program === undefined) return;
    try {
      await set(this.keyOf(question), { at: Date.now(), value } satisfies Kept, this.store());
      if (!this.isTidied) whenIdle(() => void this.tidy());
      this.isTidied = true;
    } catch {
      // The next visit computes it again.
    }
  }

  /** Forgets what another program answered, and the oldest beyond what is kept. */
  async tidy(): Promise<void> {
    const all = await entries<string, Kept>(this.store());
    const own = all.filter(([key]) => key.startsWith(`${this.program} `)).sort(([, a], [, b]) => b.at - a.at);
    const stay = new Set(own.slice(0, MOST_KEPT).map(([key]) => key));
    await delMany(
      all.map(([key]) => key).filter((key) => !stay.has(key)),
      this.store(),
    );
  }

  private readonly store = () => createStore(`puddler-${this.name}`, 'answers');
  private readonly keyOf = (question: Q): string => `${this.program} ${JSON.stringify(question)}`;
}
