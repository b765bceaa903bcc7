import { cpSync, existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { schemaVersionOf, KIND_NAMES, kindOf, NewerSchema, migrate, type Bench, type EarlierFiles } from '@puddler/contract';
import { openDatabase } from '../src/db/open';
import { DocumentStore } from '../src/documents/store';
import { serve } from '../src/serve';
import { CAR, clientOf, configOf, jpeg, MIGRATIONS, newFolder, PLAN, startServer } from './helpers';

/** A data folder as the release of November 2026 left it: four cars, one deleted with its plans; photos by id; wishes in the car's row. */
const OLD_FOLDER = path.join(__dirname, 'fixtures/folder-of-november-2026');
const PHOTO = '0b0c6f3e-8b1a-4c55-9f0e-0d8b7a1c000';

interface OldRow {
  id: string;
  version: number;
  deleted_at: number | null;
  document: unknown;
  bench?: Bench & { searches?: { id: string; name: string }[] };
  car_id?: string;
}

async function oldRows(table: string): Promise<OldRow[]> {
  const client = createClient({ url: `file:${path.join(OLD_FOLDER, 'puddler.db')}` });
  const { rows } = await client.execute(`select * from ${table} order by rowid`);
  client.close();
  return rows.map((row) => ({
    ...(row as unknown as OldRow),
    document: JSON.parse(row['document'] as string) as unknown,
    ...(row['bench'] ? { bench: JSON.parse(row['bench'] as string) as Bench } : {}),
  }));
}

function copyOfOld(): string {
  const folder = newFolder();
  cpSync(OLD_FOLDER, folder, { recursive: true });
  return folder;
}

test('a data folder of November 2026 opens without loss', async () => {
  const folder = copyOfOld();
  const running = await startServer(folder);
  const client = clientOf(running);
  const { documents, setAside } = await client.list('garage');
  expect(setAside).toEqual([]);
  const there = (rows: OldRow[]) => rows.filter((row) => row.deleted_at === null);
  const [cars, plans, parts] = [await oldRows('cars'), await oldRows('plans'), await oldRows('parts')];

  expect(documents.car!.map(({ id, version, body }) => ({ id, version, car: body.car }))).toEqual(
    there(cars).map(({ id, version, document }) => ({ id, version, car: document })),
  );
  expect(documents.plan!.map(({ id, version, parentId, body }) => ({ id, version, parentId, body }))).toEqual(
    there(plans).map(({ id, version, car_id, document }) => ({ id, version, parentId: car_id, body: document })),
  );
  expect((await client.list('shelf')).documents.part!.map(({ id, version, body }) => ({ id, version, body }))).toEqual(
    there(parts).map(({ id, version, document }) => ({ id, version, body: document })),
  );

  const noted = cars[0]!.bench!;
  expect(documents.wish!.map(({ id, parentId, body }) => ({ id, parentId, ...body }))).toEqual(
    noted.searches!.map((search) => ({ ...search, parentId: cars[0]!.id })),
  );
  const { bench } = documents.car![0]!.body;
  expect(bench).toMatchObject({ stockPlanId: noted.stockPlanId, today: noted.today });
  // The same picture under two ids is one file now, and a photo that was lost long ago has no bytes to refer to.
  expect(bench.photos!.map(({ caption }) => caption)).toEqual(['Receiver, channel 2', undefined]);
  for (const [i, photo] of bench.photos!.entries()) {
    const back = await client.http.get(`/api/files/${photo.hash}`).buffer(true);
    expect(Buffer.compare(back.body as Buffer, jpeg(i + 1))).toBe(0);
  }
  expect(existsSync(path.join(folder, 'photos'))).toBe(false);

  const gone = cars.find((car) => car.deleted_at !== null)!;
  const restored = (await client.http.post(`/api/cars/${gone.id}/restore`)).body.documents as { kind: string }[];
  expect(restored.filter(({ kind }) => kind === 'plan')).toHaveLength(plans.filter((plan) => plan.car_id === gone.id).length);
  await running.stop();
  expect(statSync(path.join(folder, 'puddler.db')).mode & 0o777).toBe(0o600);
  expect(statSync(folder).mode & 0o777).toBe(0o700);
});

test('it is brought over once: the second start finds nothing to do', async () => {
  const folder = copyOfOld();
  await (await startServer(folder)).stop();
  const running = await startServer(folder);
  const { rows } = await running.db.client.execute('select kind, max(form) as form, min(form) as least from documents group by kind');
  for (const row of rows)
    expect([row['form'], row['least']]).toEqual(Array(2).fill(schemaVersionOf(kindOf(row['kind'] as (typeof KIND_NAMES)[number]))));
  await running.stop();
});

/** A database as the very first release left it: cars and plans, no shelf, no notes. */
async function firstDatabase(folder: string): Promise<Client> {
  const client = createClient({ url: `file:${path.join(folder, 'puddler.db')}`, concurrency: 1 });
  for (const statement of readFileSync(path.join(MIGRATIONS, '0000_start.sql'), 'utf8').split('--> statement-breakpoint'))
    await client.execute(statement);
  await client.execute('CREATE TABLE __drizzle_migrations (id INTEGER PRIMARY KEY, hash text NOT NULL, created_at numeric)');
  const { entries } = JSON.parse(readFileSync(path.join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as { entries: { when: number }[] };
  await client.execute({ sql: 'INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)', args: ['first', entries[0]!.when] });
  return client;
}

test('a data folder of the first release opens, one broken row and all', async () => {
  const folder = newFolder();
  const client = await firstDatabase(folder);
  const [good, bad] = ['6f1c1a52-2f2b-4d0a-8d3e-0a4b7c9d1e2f', '6f1c1a52-2f2b-4d0a-8d3e-0a4b7c9d1e30'];
  const insert = (table: string, columns: string, args: (string | number)[]) =>
    client.execute({ sql: `INSERT INTO ${table} (${columns}) VALUES (${args.map(() => '?').join(', ')})`, args });
  await insert('cars', 'id, version, created_at, updated_at, document', [good, 3, 1, 2, JSON.stringify(CAR)]);
  await insert('cars', 'id, version, created_at, updated_at, document', [bad, 1, 1, 2, '{"name":']);
  await insert('plans', 'id, version, created_at, updated_at, car_id, document', [good, 1, 1, 2, good, JSON.stringify(PLAN)]);
  client.close();
  const running = await serve(configOf(folder));
  const { documents, setAside } = await clientOf(running).list('garage');
  expect(documents.car).toEqual([expect.objectContaining({ id: good, version: 3, body: { car: CAR, bench: {} } })]);
  expect(documents.plan).toEqual([expect.objectContaining({ id: good, parentId: good, body: PLAN })]);
  expect(setAside).toEqual([{ kind: 'car', id: bad, why: 'broken' }]);
  await running.stop();
});

test('migrations of the database are numbered without gaps, each has its file, and they run once', async () => {
  const { entries } = JSON.parse(readFileSync(path.join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as { entries: { idx: number; tag: string }[] };
  expect(entries.map((entry) => entry.idx)).toEqual(entries.map((_, i) => i));
  expect(readdirSync(MIGRATIONS).filter((file) => file.endsWith('.sql'))).toEqual(entries.map((entry) => `${entry.tag}.sql`));
  for (const { idx, tag } of entries) expect(tag.startsWith(String(idx).padStart(4, '0'))).toBe(true);
  const folder = newFolder();
  for (const expected of [1, 2]) {
    const store = new DocumentStore(await openDatabase(folder, MIGRATIONS));
    await store.write('part', [{ id: crypto.randomUUID(), base: 0, body: {} }]);
    expect(await store.all('part')).toHaveLength(expected);
    await store.db.close();
  }
});

describe('forms of documents', () => {
  const ref = { hash: 'a'.repeat(64), type: 'image/jpeg', bytes: 406 };
  const earlier: EarlierFiles = { photo: (id) => (id === `${PHOTO}1` ? ref : undefined) };
  const before = { car: CAR, bench: { stockPlanId: PHOTO, photos: [{ id: `${PHOTO}1`, caption: 'Receiver' }, { id: `${PHOTO}2` }] } };

  test('a car of form 1 refers to its photos by hash afterwards, and the old document stays as it was', () => {
    const text = JSON.stringify(before);
    expect(migrate('car', 1, before, earlier)).toEqual({ car: CAR, bench: { stockPlanId: PHOTO, photos: [{ ...ref, caption: 'Receiver' }] } });
    expect(JSON.stringify(before)).toBe(text);
    expect(migrate('car', 1, { car: CAR, bench: {} }, earlier)).toEqual({ car: CAR, bench: {} });
  });

  test.each(KIND_NAMES)('a %s of the current schema stays as it is, and one of a later release is refused', (kind) => {
    const form = schemaVersionOf(kindOf(kind));
    expect(migrate(kind, form, before, earlier)).toBe(before);
    expect(() => migrate(kind, form + 1, before, earlier)).toThrow(NewerSchema);
    expect(() => migrate(kind, 0, before, earlier)).toThrow(NewerSchema);
  });
});
