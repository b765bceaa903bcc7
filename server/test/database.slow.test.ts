import path from 'node:path';
import { randomUUID } from 'node:crypto';
import { WriteQueue } from '../src/db/write-queue';
import { loadDemo } from '../src/demo';
import { FileStore } from '../src/files/store';
import { CAR, newFolder, openStore } from './helpers';

test('pragmas hold on the one connection, also after a batch and after calls at the same time', async () => {
  const { db, ...rest } = await openStore().then((store) => ({ db: store.db, store }));
  const pragma = async (name: string) => Object.values((await db.client.execute(`PRAGMA ${name}`)).rows[0]!)[0];
  const all = async () => [await pragma('journal_mode'), await pragma('synchronous'), await pragma('foreign_keys'), await pragma('busy_timeout')];
  expect(await all()).toEqual(['wal', 2, 1, 5000]);
  await rest.store.write('car', [{ id: randomUUID(), base: 0, body: { car: CAR, bench: {} } }]);
  expect(await all()).toEqual(['wal', 2, 1, 5000]);
  const timeouts = await Promise.all(Array.from({ length: 8 }, () => pragma('busy_timeout')));
  expect(timeouts).toEqual(Array(8).fill(5000));
  await db.close();
});

test('the demo club loads whole, a car with several plans once', async () => {
  const store = await openStore();
  const files = new FileStore(path.join(newFolder(), 'files'));
  await loadDemo(store, files, path.join(__dirname, '../../demo'));
  const [cars, plans] = [await store.all('car'), await store.all('plan')];
  expect(cars.map((doc) => doc.body.car.name)).toEqual(['Ridgeback', 'Towpath pacer', 'Drover tractor unit', 'Headland plough']);
  expect(plans).toHaveLength(10);
  expect(cars[0]!.body.bench.stockPlanId).toBe(plans.find((doc) => doc.body.name === 'Ridgeback as bought')!.id);
  expect((await store.all('part')).length).toBeGreaterThanOrEqual(60);
  const runs = await store.all('run');
  expect(runs.map((doc) => doc.body.logs?.length ?? 0)).toEqual([0, 2, 2, 2, 1, 0, 0]);
  const here = await files.hashes();
  for (const { hash } of runs.flatMap((doc) => doc.body.logs ?? [])) expect(here).toContain(hash);
  await store.db.close();
});

test('the write queue keeps order and survives a failure', async () => {
  const queue = new WriteQueue();
  const done: number[] = [];
  let open: () => void;
  const gate = new Promise<void>((resolve) => (open = resolve));
  const slow = queue.run(() => gate.then(() => done.push(1)));
  const failing = queue.run(() => Promise.reject(new Error('no')));
  const last = queue.run(() => Promise.resolve(done.push(2)));
  open!();
  await expect(failing).rejects.toThrow('no');
  await Promise.all([slow, last, queue.idle()]);
  expect(done).toEqual([1, 2]);
});

test('two processes that write to one file lose nothing: every write names its version', async () => {
  const first = await openStore();
  const { rows } = await first.db.client.execute('PRAGMA database_list');
  const second = await openStore(path.dirname(rows[0]!['file'] as string));
  const id = randomUUID();
  const write = (store: typeof first, base: number, massKg: number) =>
    store.write('car', [{ id, base, body: { car: { ...CAR, massKg }, bench: {} } }]);
  await write(first, 0, 1);
  let acknowledged = 1;
  const writer = async (store: typeof first) => {
    for (let i = 0; i < 60; i++) {
      const [result] = await write(store, (await store.row('car', id))!.version, 1 + i / 100);
      if (result!.state === 'written') acknowledged++;
    }
  };
  await Promise.all([writer(first), writer(second)]);
  expect(acknowledged).toBeGreaterThan(60);
  expect((await first.row('car', id))!.version).toBe(acknowledged);
  await Promise.all([first.db.close(), second.db.close()]);
});
