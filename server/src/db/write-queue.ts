/** Lets one write through at a time: overlapping write transactions would get SQLITE_BUSY at once. */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();
  private refusal: (() => Error) | undefined;

  /** Runs `work` after all that was queued before; its failure does not hold up the next. */
  run<T>(work: () => Promise<T>): Promise<T> {
    if (this.refusal) return Promise.reject(this.refusal());
    const result = this.last.then(work);
    this.last = result.catch(() => undefined);
    return result;
  }

  /** Lets nothing through from here on, and answers with this instead. */
  refuse(why: () => Error): void {
    this.refusal = why;
  }

  /** Resolves when nothing is queued any more. */
  async idle(): Promise<void> {
    await this.last;
  }
}
