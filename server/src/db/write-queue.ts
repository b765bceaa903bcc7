/** Lets one write through at a time: overlapping write transactions would get SQLITE_BUSY at once. */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();

  /** Runs `work` after all that was queued before; its failure does not hold up the next. */
  run<T>(work: () => Promise<T>): Promise<T> {
    const result = this.last.then(work);
    this.last = result.catch(() => undefined);
    return result;
  }

  /** Resolves when nothing is queued any more. */
  async idle(): Promise<void> {
    await this.last;
  }
}
