import { WorkerClient, type ClientOptions } from '../src/jobs/worker-client';
import type { Work } from '../src/workers/serve';
import { PortWorker } from './port-worker';

const gates = new Map<string, () => void>();
/** Opens a gate that a task waits at. */
const open = (name: string) => gates.get(name)!();
const tick = () => new Promise((resolve) => setTimeout(resolve, 5));
const until = async (holds: () => boolean) => {
  while (!holds()) await tick();
};

const began: string[] = [];
const tasks = {
  double: (x: number) => 2 * x,
  refuse: (why: string) => {
    throw new Error(why);
  },
  async count(to: number, { part, progress }: Work<number>) {
    for (let i = 1; i < to; i++) {
      part(i);
      progress(i / to, `at ${i}`);
      await tick();
    }
    return to;
  },
  /** Stays under way until its gate is opened. */
  wait: (name: string) => {
    began.push(name);
    return new Promise<string>((resolve) => gates.set(name, () => resolve(name)));
  },
  /** Ends when nobody waits for it. */
  async heed(_name: string, { isWanted }: Work) {
    while (isWanted()) await tick();
    began.push('heeded');
  },
};

let workers: PortWorker[] = [];
function clientWith(options?: ClientOptions): WorkerClient<typeof tasks> {
  workers = [];
  began.length = 0;
  return new WorkerClient<typeof tasks>(() => {
    const worker = new PortWorker(tasks);
    workers.push(worker);
    return worker as unknown as Worker;
  }, options);
}
afterEach(() => workers.forEach((worker) => worker.terminate()));

test('it starts its worker with the first question, and asks the same one again', async () => {
  const client = clientWith();
  expect(workers).toHaveLength(0);
  await expect(client.ask('double', 21)).resolves.toBe(42);
  await expect(client.ask('double', 4)).resolves.toBe(8);
  expect(workers).toHaveLength(1);
});

test('parts and progress come before the answer, in their order; what a task throws is its reason', async () => {
  const client = clientWith();
  const [parts, shares]: [number[], string[]] = [[], []];
  const answer = await client.ask('count', 4, { onPart: (part) => parts.push(part), onProgress: (share, what) => shares.push(`${share} ${what}`) });
  expect([answer, parts, shares]).toEqual([4, [1, 2, 3], ['0.25 at 1', '0.5 at 2', '0.75 at 3']]);
  await expect(client.ask('refuse', 'no such gear')).rejects.toThrow('no such gear');
  expect(workers).toHaveLength(1);
});

test('one at once: the others wait their turn, the first of them ahead; one that is no longer wanted never begins', async () => {
  const client = clientWith({ atOnce: 1 });
  const stop = new AbortController();
  const a = client.ask('wait', 'a');
  const b = client.ask('wait', 'b');
  const c = client.ask('wait', 'c', { signal: stop.signal });
  const d = client.ask('wait', 'd', { first: true });
  stop.abort();
  await expect(c).rejects.toHaveProperty('name', 'AbortError');
  for (const [name, asked] of [
    ['a', a],
    ['d', d],
    ['b', b],
  ] as const) {
    await until(() => began.at(-1) === name);
    open(name);
    await expect(asked).resolves.toBe(name);
  }
  expect(began).toEqual(['a', 'd', 'b']);
});

test('long work hears that nobody waits for it, and is not ended for it', async () => {
  const client = clientWith();
  const stop = new AbortController();
  const asked = client.ask('heed', '', { signal: stop.signal });
  await tick();
  stop.abort();
  await expect(asked).rejects.toHaveProperty('name', 'AbortError');
  await until(() => began.includes('heeded'));
  expect(workers[0]!.isTerminated).toBe(false);
});

test('work that goes on though nobody waits is given up with its worker, and the next question has a new one', async () => {
  const client = clientWith({ atOnce: 1, giveUpMs: 0 });
  const stop = new AbortController();
  const slow = client.ask('wait', 'slow', { signal: stop.signal });
  await until(() => began.includes('slow'));
  const next = client.ask('double', 3);
  stop.abort();
  await expect(slow).rejects.toHaveProperty('name', 'AbortError');
  await expect(next).resolves.toBe(6);
  expect(workers.map((worker) => worker.isTerminated)).toEqual([true, false]);
});

test('a worker is not given up while somebody waits for another answer of it', async () => {
  const client = clientWith({ giveUpMs: 0 });
  const stop = new AbortController();
  const [dropped, kept] = [client.ask('wait', 'dropped', { signal: stop.signal }), client.ask('wait', 'kept')];
  await until(() => began.length === 2);
  stop.abort();
  await expect(dropped).rejects.toHaveProperty('name', 'AbortError');
  await tick();
  open('kept');
  await expect(kept).resolves.toBe('kept');
});

test('a worker whose script cannot be fetched, or that throws, fails what it was asked in words; the next question starts a new one', async () => {
  const client = clientWith({ atOnce: 1 });
  const first = client.ask('wait', 'x');
  const second = client.ask('double', 5);
  await until(() => began.length === 1);
  workers[0]!.fail();
  await expect(first).rejects.toThrow('could not be loaded');
  await expect(second).resolves.toBe(10);
  const third = client.ask('wait', 'y');
  await until(() => began.length === 2);
  workers[1]!.fail('out of memory');
  await expect(third).rejects.toThrow('ended before it had an answer. out of memory');
  await expect(client.ask('double', 6)).resolves.toBe(12);
  expect(workers).toHaveLength(3);
});

test('a worker that dies without a word is noticed, and what it was asked fails', async () => {
  const client = clientWith();
  await client.ask('double', 1);
  const asked = client.ask('wait', 'v');
  await until(() => began.includes('v'));
  await tick();
  workers[0]!.die();
  await expect(asked).rejects.toThrow('ended before it had an answer');
  await expect(client.ask('double', 8)).resolves.toBe(16);
});

test('it is quiet when nothing is asked, also after a failure; one that ends when idle lets its worker go', async () => {
  const client = clientWith({ endsWhenIdle: true });
  await client.quiet();
  const asked = client.ask('wait', 'z');
  let isQuiet = false;
  const quiet = client.quiet().then(() => (isQuiet = true));
  await until(() => began.length === 1);
  expect(isQuiet).toBe(false);
  open('z');
  await asked;
  await quiet;
  expect(workers[0]!.isTerminated).toBe(true);
});

test('closing gives up what is asked and what waits', async () => {
  const client = clientWith({ atOnce: 1 });
  const asked = [client.ask('wait', 'p'), client.ask('wait', 'q')];
  await until(() => began.length === 1);
  client.close();
  for (const one of asked) await expect(one).rejects.toHaveProperty('name', 'AbortError');
  expect(workers[0]!.isTerminated).toBe(true);
});
