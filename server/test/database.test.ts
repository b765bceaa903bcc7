import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { openDatabase } from '../src/db/open';
import { WriteQueue } from '../src/db/write-queue';
import { loadDemo } from '../src/demo';
import { readShelf } from '../src/shelf/queries';
import { readGarage } from '../src/garage/routes';
import { deleteCar, writeCar } from '../src/cars/queries';
import { CAR, newFolder } from './helpers';

const migrations = path.join(__dirname, '../migrations');
const open = (folder: string) => openDatabase(`file:${path.join(folder, 'puddler.db')}`, migrations);
const ID = '00000000-0000-4000-8000-00000000000a';

test('pragmas hold, also after a batch', async () => {
  const db = await open(newFolder());
  const pragma = async (name: string) => Object.values((await db.client.execute(`PRAGMA ${name}`)).rows[0]!)[0];
  const all = async () => [await pragma('journal_mode'), await pragma('synchronous'), await pragma('foreign_keys')];
  expect(await all()).toEqual(['wal', 2, 1]);
  await writeCar(db, ID, 0, CAR);
  await deleteCar(db, ID, 1);
  expect(await all()).toEqual(['wal', 2, 1]);
  await db.close();
});

test('migrations are numbered without gaps and run once', async () => {
  const { entries } = JSON.parse(readFileSync(path.join(migrations, 'meta/_journal.json'), 'utf8')) as { entries: { idx: number; tag: string }[] };
  expect(entries.map((entry) => entry.idx)).toEqual(entries.map((_, i) => i));
  expect(readdirSync(migrations).filter((file) => file.endsWith('.sql'))).toEqual(entries.map((entry) => `${entry.tag}.sql`));
  const folder = newFolder();
  const first = await open(folder);
  await writeCar(first, ID, 0, CAR);
  await first.close();
  const second = await open(folder);
  expect((await readGarage(second)).cars).toHaveLength(1);
  await second.close();
});

test('the demo club loads whole, a car with several plans once', async () => {
  const db = await open(newFolder());
  await loadDemo(db, path.join(__dirname, '../../demo'));
  const garage = await readGarage(db);
  expect(garage.cars.map((doc) => doc.car.name)).toEqual(['Ridgeback', 'Towpath pacer', 'Drover tractor unit', 'Headland plough']);
  expect(garage.plans).toHaveLength(9);
  expect(garage.cars[0]!.bench.stockPlanId).toBe(garage.plans.find((doc) => doc.plan.name === 'Ridgeback as bought')!.id);
  expect((await readShelf(db)).parts.length).toBeGreaterThanOrEqual(60);
  await db.close();
});

test('the write queue keeps order and survives a failure', async () => {
  const queue = new WriteQueue();
  const done: number[] = [];
  const slow = queue.run(async () => {
    await new Promise((resolve) => setTimeout(resolve, 20));
    done.push(1);
  });
  const failing = queue.run(() => Promise.reject(new Error('no')));
  const last = queue.run(() => Promise.resolve(done.push(2)));
  await expect(failing).rejects.toThrow('no');
  await Promise.all([slow, last, queue.idle()]);
  expect(done).toEqual([1, 2]);
});
