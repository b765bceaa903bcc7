import { expose, type Endpoint } from 'comlink';

/** What a task may do while it works. */
export interface Work<P = never> {
  /** Sends a part of the answer ahead of the whole. */
  part: (part: P) => void;
  /** Reports the share that is done, and what is being done. */
  progress: (share: number, what?: string) => void;
  /** False once nobody waits for the answer: long work asks between its pieces, and may end with anything. */
  isWanted: () => boolean;
}

/** The tasks of one worker, each a question and its answer. */
export type Tasks = Record<string, (question: never, work: never) => unknown>;

export type QuestionOf<T extends Tasks, K extends keyof T> = Parameters<T[K]>[0];
export type AnswerOf<T extends Tasks, K extends keyof T> = Awaited<ReturnType<T[K]>>;
export type PartOf<T extends Tasks, K extends keyof T> = Parameters<T[K]> extends [unknown, Work<infer P>] ? P : never;

/** What a worker offers the page; the page's side is jobs/worker-client.ts. */
export interface ServedWorker {
  /** Takes a lock of this name for as long as the worker lives. False where the browser has no locks. */
  holdLifeLock: (name: string) => Promise<boolean>;
  run: (id: number, task: string, question: unknown) => Promise<unknown>;
  cancel: (id: number) => void;
}

/** What a worker says of its work before the answer: on the channel of the answer, so that it is never overtaken by it. */
export type News = { workId: number; part: unknown } | { workId: number; share: number; what: string | undefined };

/** Answers the page's questions with these tasks. The last line of every worker; tests serve at another endpoint. */
export function serve(tasks: Tasks, endpoint: Endpoint = self as unknown as Endpoint): void {
  const send = (news: News) => endpoint.postMessage(news);
  const wanted = new Set<number>();
  let lifeLock: Promise<boolean> | undefined;
  const served: ServedWorker = {
    holdLifeLock: (name) =>
      (lifeLock ??= new Promise((resolve) => {
        // A browser grants locks only to pages from a secure address; without one a worker that ends is noticed by its silence.
        if (!('locks' in navigator)) resolve(false);
        else
          void navigator.locks.request(name, () => {
            resolve(true);
            return new Promise(() => undefined);
          });
      })),
    async run(id, task, question) {
      wanted.add(id);
      // Long work begins when the worker's end would be noticed.
      await lifeLock;
      try {
        const work: Work<unknown> = {
          part: (part) => send({ workId: id, part }),
          progress: (share, what) => send({ workId: id, share, what }),
          isWanted: () => wanted.has(id),
        };
        return await tasks[task]!(question as never, work as never);
      } finally {
        wanted.delete(id);
      }
    },
    cancel: (id) => void wanted.delete(id),
  };
  expose(served, endpoint);
}
