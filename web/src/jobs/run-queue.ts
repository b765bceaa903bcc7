import type { PlanFile } from '@puddler/core';
import { wrap, type Remote } from 'comlink';
import type { PredictTasks, RunResult, RunTerms } from '../workers/predict-worker';

type Answer = (result: RunResult | Error) => void;

interface Job {
  file: PlanFile;
  wish: RunTerms;
  answer: Answer;
}

/** A run that nobody waits for any more is given up when it has taken this long; a shorter one ends by itself. */
const GIVE_UP_MS = 80;

/**
 * Feeds one worker, one run at a time. Cancelling takes a waiting job out, and stops the worker when the job
 * is under way and slow.
 */
export class RunQueue {
  private waiting: Job[] = [];
  private current: { job: Job | undefined; since: number } | undefined;
  private worker: Worker | undefined;
  private tasks: Remote<PredictTasks> | undefined;
  private onQuiet: (() => void)[] = [];

  /** Asks for a run; returns the way to cancel. `first` puts it ahead of the others. */
  ask(file: PlanFile, wish: RunTerms, answer: Answer, first = false): () => void {
    const job: Job = { file, wish, answer };
    if (first) this.waiting.unshift(job);
    else this.waiting.push(job);
    this.next();
    return () => {
      this.waiting = this.waiting.filter((other) => other !== job);
      if (this.current?.job !== job) return;
      this.current.job = undefined;
      const current = this.current;
      setTimeout(() => this.giveUp(current), Math.max(0, GIVE_UP_MS - (performance.now() - current.since)));
    };
  }

  /** Resolves when no run is waited for: what can wait begins then. */
  quiet(): Promise<void> {
    return this.current || this.waiting.length > 0 ? new Promise((resolve) => this.onQuiet.push(resolve)) : Promise.resolve();
  }

  private giveUp(slow: { job: Job | undefined }): void {
    if (this.current !== slow || slow.job !== undefined) return;
    this.worker?.terminate();
    this.worker = this.tasks = this.current = undefined;
    this.next();
  }

  /** Starts the worker ahead of the first run: its code is fetched and read while the page still is. */
  prepare(): Remote<PredictTasks> {
    this.worker ??= new Worker(new URL('../workers/predict-worker.ts', import.meta.url), { type: 'module' });
    return (this.tasks ??= wrap<PredictTasks>(this.worker));
  }

  private next(): void {
    if (this.current) return;
    const job = this.waiting.shift();
    if (!job) {
      for (const tell of this.onQuiet.splice(0)) tell();
      return;
    }
    const tasks = this.prepare();
    const current: { job: Job | undefined; since: number } = { job, since: performance.now() };
    this.current = current;
    const settle = (result: RunResult | Error) => {
      if (this.current !== current) return;
      this.current = undefined;
      current.job?.answer(result);
      this.next();
    };
    tasks.predictRun(job.file, job.wish).then(settle, (error: unknown) => settle(error instanceof Error ? error : new Error(String(error))));
  }
}

export const runQueue = new RunQueue();
