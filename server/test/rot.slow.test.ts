import { createClient } from '@libsql/client';
import { databaseIn } from '../src/db/open';
import { sweepFiles } from '../src/files/sweep';
import type { Running } from '../src/serve';
import { CAR, clientOf, jpeg, newFolder, RUN, startServer } from './helpers';

/** What rots on a disk: bytes of the database are changed while no Puddler holds it. */
async function damaged(folder: string, ...statements: string[]): Promise<void> {
  const client = createClient({ url: databaseIn(folder) });
  for (const statement of statements) await client.execute(statement);
  client.close();
}

/** Puts the byte 0xFF, which no UTF-8 has, into a text column behind some of its bytes. */
const spoiled = (column: string, behind: string) =>
  `${column} = cast(substr(cast(${column} as blob), 1, ${behind}) || x'ff' || substr(cast(${column} as blob), ${behind} + 1) as text)`;
const IN_NAME = `instr(body, '"name":"') + 10`;

let running: Running | undefined;
afterEach(() => running?.stop());

async function filled(): Promise<{ folder: string; good: string; bad: string; plan: string }> {
  const folder = newFolder();
  const server = await startServer(folder);
  const { addCar, addPlan } = clientOf(server);
  const [good, bad] = [await addCar({ ...CAR, name: 'Whole' }), await addCar({ ...CAR, name: 'Rotten' })];
  const plan = await addPlan(good.id);
  await server.stop();
  return { folder, good: good.id, bad: bad.id, plan: plan.id };
}

test('one bad byte in a name is set aside with what is legible, and everything else works', async () => {
  const { folder, good, bad, plan } = await filled();
  await damaged(folder, `update documents set ${spoiled('body', IN_NAME)} where id = '${bad}'`);
  running = await startServer(folder);
  const { http, list, addPlan } = clientOf(running);
  const garage = await list('garage');
  expect(garage.documents.car!.map(({ id }) => id)).toEqual([good]);
  expect(garage.documents.plan!.map(({ id }) => id)).toEqual([plan]);
  expect(garage.setAside).toEqual([{ kind: 'car', id: bad, name: 'Rot', why: 'broken' }]);
  expect((await http.get(`/api/cars/${bad}`)).body.error.code).toBe('unreadable');
  await addPlan(good);
  expect((await http.get('/api/backup')).status).toBe(200);
});

test('a body that rotted behind its name keeps the name; ids that rotted are set aside by their bytes', async () => {
  const { folder, good, bad, plan } = await filled();
  await damaged(
    folder,
    `update documents set ${spoiled('body', 'length(body) - 3')} where id = '${bad}'`,
    `update documents set ${spoiled('id', '4')} where id = '${plan}'`,
  );
  running = await startServer(folder);
  const { http, list } = clientOf(running);
  const { documents, setAside } = await list('garage');
  expect(documents.plan).toEqual([]);
  expect(setAside).toEqual([
    { kind: 'car', id: bad, name: 'Rotten', why: 'broken' },
    { kind: 'plan', id: expect.stringMatching(/FF/), name: expect.any(String), why: 'broken' },
  ]);
  // Deleting what it belonged to goes on.
  const deleted = await http.delete(`/api/cars/${good}`).send({ base: 1 });
  expect(deleted.status).toBe(200);
  expect((await http.get('/api/backup')).status).toBe(200);
});

test('nothing is swept while a document that may refer to it cannot be read', async () => {
  const folder = newFolder();
  const first = await startServer(folder);
  const client = clientOf(first);
  const car = await client.addCar();
  const plan = await client.addPlan(car.id);
  const photo = await client.addPhoto(jpeg(3));
  const run = await client.put('run', { ...RUN, planId: plan.id, photos: [photo] }, car.id);
  await first.stop();
  await damaged(folder, `update documents set ${spoiled('body', '20')} where id = '${run.id}'`);
  running = await startServer(folder);
  const far = Date.now() + 400 * 24 * 3600 * 1000;
  await sweepFiles(running.store, running.files, far);
  await sweepFiles(running.store, running.files, far + 60 * 24 * 3600 * 1000);
  expect(await running.files.hashes()).toEqual([photo.hash]);
});
