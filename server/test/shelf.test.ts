import { randomUUID } from 'node:crypto';
import type { PartDoc } from '@puddler/contract';
import type { Part } from '@puddler/core';
import { clientOf, newFolder, startServer } from './helpers';
import type { Running } from '../src/serve';

let running: Running;
let http: ReturnType<typeof clientOf>['http'];

beforeAll(async () => {
  running = await startServer();
  http = clientOf(running).http;
});
afterAll(() => running.stop());

const pinion = (teeth: number, name = `${teeth}T`): Part => ({ kind: 'pinion', name, status: 'owned', spec: { teeth, moduleMm: 0.8 } });
const write = (writes: unknown[]) => http.post('/api/shelf').send({ writes });
const shelf = async (): Promise<PartDoc[]> => ((await http.get('/api/shelf')).body as { parts: PartDoc[] }).parts;

test('parts are kept, changed, deleted and brought back, each by its version', async () => {
  const id = randomUUID();
  expect((await write([{ id, base: 0, part: pinion(17) }])).body).toEqual({ results: [{ id, state: 'written', version: 1 }] });
  expect((await write([{ id, base: 1, part: pinion(18) }])).body).toEqual({ results: [{ id, state: 'written', version: 2 }] });
  expect((await shelf()).find((doc) => doc.id === id)).toMatchObject({ version: 2, part: { name: '18T' } });
  expect((await write([{ id, base: 2, part: null }])).body).toEqual({ results: [{ id, state: 'deleted' }] });
  expect((await shelf()).some((doc) => doc.id === id)).toBe(false);
  expect((await write([{ id, base: 0, part: pinion(18) }])).body).toEqual({ results: [{ id, state: 'written', version: 3 }] });
  expect((await shelf()).some((doc) => doc.id === id)).toBe(true);
});

test('a stale write gets the newer part and changes nothing; the others of the request are done', async () => {
  const [a, b] = [randomUUID(), randomUUID()];
  await write([{ id: a, base: 0, part: pinion(20) }]);
  await write([{ id: a, base: 1, part: pinion(21) }]);
  const { body } = await write([
    { id: a, base: 1, part: pinion(30) },
    { id: b, base: 0, part: pinion(22) },
    { id: a, base: 1, part: null },
  ]);
  expect((body as { results: unknown[] }).results).toEqual([
    { id: a, state: 'stale', current: expect.objectContaining({ version: 2, part: pinion(21) }) },
    { id: b, state: 'written', version: 1 },
    { id: a, state: 'stale', current: expect.objectContaining({ version: 2 }) },
  ]);
  expect((await shelf()).find((doc) => doc.id === a)!.part).toEqual(pinion(21));
});

test('one bad part of five thousand, and none is kept', async () => {
  const before = (await shelf()).length;
  const writes = Array.from({ length: 5000 }, (_, i) => ({ id: randomUUID(), base: 0, part: pinion(10 + (i % 30), `P${i}`) }));
  writes[4321] = { ...writes[4321]!, part: { ...pinion(12), spec: { teeth: -3 } } as Part };
  const refused = await write(writes);
  expect(refused.status).toBe(422);
  expect((refused.body as { error: { problems: { path: string }[] } }).error.problems[0]!.path).toBe('writes[4321].part.spec.teeth');
  expect((await shelf()).length).toBe(before);
  writes[4321].part = pinion(12);
  expect((await write(writes)).status).toBe(200);
  expect((await shelf()).length).toBe(before + 5000);
});

test('the shelf outlives the server', async () => {
  const folder = newFolder();
  const first = await startServer(folder);
  const id = randomUUID();
  await clientOf(first)
    .http.post('/api/shelf')
    .send({ writes: [{ id, base: 0, part: pinion(19) }] });
  await first.stop();
  const second = await startServer(folder);
  const { body } = await clientOf(second).http.get('/api/shelf');
  expect((body as { parts: PartDoc[] }).parts).toEqual([expect.objectContaining({ id, part: pinion(19) })]);
  await second.stop();
});

test('bench notes of a car are kept, and a write without them leaves them', async () => {
  const client = clientOf(running);
  const { id, car } = await client.addCar();
  const bench = { today: { topSpeedMs: 9 }, photos: [{ id: randomUUID(), caption: 'switch' }] };
  const put = (body: object) => http.put(`/api/cars/${id}`).send(body);
  expect((await put({ base: 1, car, bench })).body).toMatchObject({ version: 2, bench });
  expect((await put({ base: 2, car: { ...car, massKg: 3 } })).body).toMatchObject({ version: 3, bench, car: { massKg: 3 } });
  expect((await put({ base: 3, car, bench: { today: { topSpeedMs: 'fast' } } })).status).toBe(422);
});
