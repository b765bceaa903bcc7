/** How far an answer is. */
interface Progress {
  share: number;
  what?: string | undefined;
}

/** What came of asking a worker. */
export type Asked<T> =
  | {
      state: 'waiting';
      /** The parts of the answer that are there. */
      sofar: T | undefined;
      /** The answer to the question before. */
      last: T | undefined;
      progress: Progress | undefined;
    }
  | { state: 'ready'; value: T }
  | { state: 'failed'; reason: string; last: T | undefined; retry: () => void };

/** The newest there is to show: the answer, what there is of it, or the one before. */
export function latest<T>(asked: Asked<T>): T | undefined {
  switch (asked.state) {
    case 'ready':
      return asked.value;
    case 'waiting':
      return asked.sofar ?? asked.last;
    case 'failed':
      return asked.last;
  }
}

/** What there is of the answer to the present question. */
export const current = <T>(asked: Asked<T>): T | undefined =>
  asked.state === 'ready' ? asked.value : asked.state === 'waiting' ? asked.sofar : undefined;
