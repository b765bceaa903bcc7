import { readFileSync } from 'node:fs';
import path from 'node:path';
import { createClient } from '@libsql/client';
import { splitPlanFile } from '@puddler/contract';
import { getCar, writeCar } from '../src/cars/queries';
import { openDatabase } from '../src/db/open';
import { readGarage } from '../src/garage/routes';
import { readShelf } from '../src/shelf/queries';
import { plainPlan } from '../../core/test/helpers';
import { newFolder } from './helpers';

const migrations = path.join(__dirname, '../migrations');
const { car, plan } = splitPlanFile(plainPlan());
const ID = '6f1c1a52-2f2b-4d0a-8d3e-0a4b7c9d1e2f';

/** A database as the first release left it: cars and plans, no shelf, no notes. */
async function oldDatabase(): Promise<string> {
  const url = `file:${path.join(newFolder(), 'puddler.db')}`;
  const client = createClient({ url });
  for (const statement of readFileSync(path.join(migrations, '0000_start.sql'), 'utf8').split('--> statement-breakpoint'))
    await client.execute(statement);
  await client.execute('CREATE TABLE __drizzle_migrations (id INTEGER PRIMARY KEY, hash text NOT NULL, created_at numeric)');
  const { entries } = JSON.parse(readFileSync(path.join(migrations, 'meta/_journal.json'), 'utf8')) as { entries: { when: number }[] };
  await client.execute({ sql: 'INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)', args: ['first', entries[0]!.when] });
  await client.execute({
    sql: 'INSERT INTO cars (id, version, created_at, updated_at, document) VALUES (?, 3, 1, 2, ?)',
    args: [ID, JSON.stringify(car)],
  });
  await client.execute({
    sql: 'INSERT INTO plans (id, version, created_at, updated_at, car_id, document) VALUES (?, 1, 1, 2, ?, ?)',
    args: [ID, ID, JSON.stringify(plan)],
  });
  client.close();
  return url;
}

test('a data folder of the first release opens: what it held is there, with room for what is new', async () => {
  const db = await openDatabase(await oldDatabase(), migrations);
  const garage = await readGarage(db);
  expect(garage.cars).toEqual([expect.objectContaining({ id: ID, version: 3, car, bench: {} })]);
  expect(garage.plans).toEqual([expect.objectContaining({ id: ID, plan })]);
  expect(await readShelf(db)).toEqual({ parts: [] });
  await writeCar(db, ID, 3, car, { stockPlanId: ID });
  expect(await getCar(db, ID)).toMatchObject({ version: 4, bench: { stockPlanId: ID } });
  await db.close();
});

test('migrations are numbered without gaps, and each has its file', () => {
  const { entries } = JSON.parse(readFileSync(path.join(migrations, 'meta/_journal.json'), 'utf8')) as { entries: { idx: number; tag: string }[] };
  expect(entries.map((entry) => entry.idx)).toEqual(entries.map((_, i) => i));
  for (const { idx, tag } of entries) {
    expect(tag.startsWith(String(idx).padStart(4, '0'))).toBe(true);
    expect(readFileSync(path.join(migrations, `${tag}.sql`), 'utf8').length).toBeGreaterThan(20);
  }
});
