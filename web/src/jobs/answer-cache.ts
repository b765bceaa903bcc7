/** Answers by what they were asked with, each part of a key by identity; the oldest go when there are more than `bound`. */
export class AnswerCache<V> {
  private readonly byFirst = new Map<unknown, { key: readonly unknown[]; value: V }[]>();
  private count = 0;

  constructor(private readonly bound: number) {}

  get(key: readonly unknown[]): V | undefined {
    return this.byFirst.get(key[0])?.find((one) => isSameKey(one.key, key))?.value;
  }

  set(key: readonly unknown[], value: V): void {
    if (this.bound === 0) return;
    const kept = (this.byFirst.get(key[0]) ?? []).filter((one) => !isSameKey(one.key, key));
    this.count += 1 - ((this.byFirst.get(key[0])?.length ?? 0) - kept.length);
    // Taken out and put back, so that what was written last stands last.
    this.byFirst.delete(key[0]);
    this.byFirst.set(key[0], [...kept, { key, value }]);
    while (this.count > this.bound) {
      const [oldest, answers] = this.byFirst.entries().next().value!;
      answers.shift();
      this.count--;
      if (answers.length === 0) this.byFirst.delete(oldest);
    }
  }
}

/** Whether two keys are the same, each part by identity. */
export const isSameKey = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((part, i) => Object.is(part, b[i]));
