import { serve, type Tasks } from '../src/workers/serve';

type Granted = () => unknown;

/** Locks as a browser grants them, one holder after the other; a test lets go of those of a worker that dies. */
const queues = new Map<string, Granted[]>();
const locks = {
  request(name: string, granted: Granted): Promise<unknown> {
    return new Promise((resolve) => {
      const queue = queues.get(name) ?? [];
      queues.set(name, queue);
      queue.push(() => resolve(granted()));
      if (queue.length === 1) queue[0]!();
    });
  },
};
Object.defineProperty(globalThis, 'navigator', { value: { locks }, configurable: true });

/** A worker that answers over a real message channel in this process, and can be made to die. */
export class PortWorker extends EventTarget {
  isTerminated = false;
  private readonly channel = new MessageChannel();

  constructor(tasks: Tasks) {
    super();
    serve(tasks, this.channel.port2);
    this.channel.port2.start();
    this.channel.port1.addEventListener('message', ({ data }: MessageEvent) => this.dispatchEvent(new MessageEvent('message', { data })));
    this.channel.port1.start();
  }

  postMessage(message: unknown): void {
    this.channel.port1.postMessage(message);
  }

  terminate(): void {
    this.isTerminated = true;
    this.channel.port1.close();
  }

  /** Ends without a word, as a worker whose memory ran out: its locks go to those that wait for them. */
  die(): void {
    this.channel.port2.close();
    for (const queue of queues.values()) {
      queue.shift();
      queue[0]?.();
    }
  }

  /** As a browser says that the script threw, with its words, or could not be fetched, without any. */
  fail(message?: string): void {
    this.dispatchEvent(Object.assign(new Event('error', { cancelable: true }), message === undefined ? {} : { message }));
  }
}
