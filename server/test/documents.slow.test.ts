import { randomUUID } from 'node:crypto';
import { SET_DAYS, type Day, type Part } from '@puddler/core';
import {
  kindOf,
  NO_FITTING,
  NO_PURCHASE,
  parentOf,
  type LadderProgress,
  type Doc,
  type DocWritten,
  type Fitting,
  type KindName,
  KIND_NAMES,
  type Purchase,
} from '@puddler/contract';
import type { Running } from '../src/serve';
import { CAR, clientOf, LEARNED, newFolder, PLAN, RUN, startServer, WISH } from './helpers';

let running: Running;
let client: ReturnType<typeof clientOf>;
beforeAll(async () => {
  running = await startServer();
  client = clientOf(running);
});
afterAll(() => running.stop());

const pinion = (teeth: number, name = `${teeth}T`): Part => ({ kind: 'pinion', name, status: 'owned', spec: { teeth, moduleMm: 0.8 } });
const PURCHASE: Purchase = { ...NO_PURCHASE, lines: [{ id: 'esc', state: 'ordered', price: 41.5 }], sales: [{ id: 'motor', price: 12 }] };
const FITTING: Fitting = { ...NO_FITTING, steps: [{ id: 'mesh', done: { at: '2026-05-31T10:00:00.000Z', of: '17/58' }, reading: 0.1 }] };
const BAND = { p10: 12, p50: 14, p90: 16 };
const LADDER: LadderProgress = {
  begun: [{ pinion: 15, spur: 58, topSpeedMs: 14, canC: 50 }],
  steps: [
    {
      id: 'one',
      at: '2027-01-09T10:00:00.000Z',
      runId: 'run-one',
      pinion: 15,
      spur: 58,
      capShare: 0.8,
      foreseen: { topSpeedMs: BAND, canC: BAND, escC: BAND, packC: BAND, packA: BAND, windingOverCanK: 4, ambientC: 18 },
      smell: true,
    },
  ],
};
const AIR = { windingC: 18, canC: 18, escC: 18, packC: 18 };
const DAY: Day = {
  base: SET_DAYS[0]!.base,
  seed: 4,
  set: 1,
  stoodS: 20,
  waitedS: 0,
  drives: [
    {
      id: 'one',
      plan: SET_DAYS[0]!.base,
      how: 'passes',
      at: '2027-01-09T10:00:00.000Z',
      runId: 'run-one',
      seed: 9,
      from: AIR,
      stopped: AIR,
      seconds: 44,
      topSpeedMs: 14,
      windingC: 70,
    },
  ],
};
/** A good body of each kind, and another. */
const BODIES: { [K in KindName]: [object, object] } = {
  car: [
    { car: CAR, bench: {} },
    { car: { ...CAR, massKg: 2.4 }, bench: { today: { topSpeedMs: 9 } } },
  ],
  plan: [PLAN, { ...PLAN, name: 'Another' }],
  wish: [WISH, { ...WISH, name: 'Another' }],
  purchase: [PURCHASE, { ...PURCHASE, budget: { amount: 40, every: 'week', from: '2026-05-31', skipped: [{ day: '2026-06-07' }] } }],
  fitting: [FITTING, { ...FITTING, choices: { allInOne: true } }],
  run: [RUN, { ...RUN, usedAh: 1.4 }],
  learned: [LEARNED, { ...LEARNED, from: ['R', 'S'] }],
  ladder: [LADDER, { ...LADDER, readyC: 35 }],
  day: [DAY, { ...DAY, stoodS: 90, over: true }],
  part: [pinion(17), pinion(18)],
};

/** A new document that one of a kind can belong to; nothing for a kind that has no parent. */
async function parentFor(kind: KindName): Promise<{ parentId?: string }> {
  const parent = parentOf(kind);
  if (!parent) return {};
  const car = await client.addCar();
  return { parentId: parent === 'car' ? car.id : (await client.addPlan(car.id)).id };
}

/** An address of a new document of a kind, with a parent where it needs one. */
async function place(kind: KindName): Promise<{ at: string; id: string; parent: { parentId?: string } }> {
  const id = randomUUID();
  const parent = await parentFor(kind);
  return { at: `/api/${kindOf(kind).path}/${id}`, id, parent };
}

describe.each(KIND_NAMES)('a document of the kind %s', (kind) => {
  const [body, other] = BODIES[kind];
  const path = `/api/${kindOf(kind).path}`;

  test('is written, read, and written again on top of its version; a write answers no more than it must', async () => {
    const { at, parent } = await place(kind);
    const first = await client.http.put(at).send({ base: 0, body, ...parent });
    expect(first.body).toEqual({ version: 1, updatedAt: expect.any(String) as string });
    const doc = (await client.http.get(at)).body as Doc;
    expect(doc).toMatchObject({ version: 1, body, ...parent });
    expect((await client.http.put(at).send({ base: 1, body: other, ...parent })).body).toMatchObject({ version: 2 });
    expect((await client.http.get(at)).body).toMatchObject({ version: 2, body: other, createdAt: doc.createdAt });
  });

  test('a stale write gets 409 with the newer document and changes nothing', async () => {
    const { at, parent } = await place(kind);
    await client.http.put(at).send({ base: 0, body, ...parent });
    await client.http.put(at).send({ base: 1, body: other, ...parent });
    for (const base of [0, 1, 7]) {
      const stale = await client.http.put(at).send({ base, body, ...parent });
      expect(stale.status).toBe(409);
      expect(stale.body.error).toMatchObject({ code: 'stale', newer: { deleted: false, doc: { version: 2, body: other } } });
    }
    expect((await client.http.delete(at).send({ base: 1 })).body.error.code).toBe('stale');
    expect((await client.http.get(at)).body).toMatchObject({ version: 2, body: other });
  });

  test('of twelve writes on the same version just one wins', async () => {
    const { at, parent } = await place(kind);
    await client.http.put(at).send({ base: 0, body, ...parent });
    const statuses = await Promise.all(
      Array.from({ length: 12 }, async () => (await client.http.put(at).send({ base: 1, body: other, ...parent })).status),
    );
    expect(statuses.filter((status) => status === 200)).toHaveLength(1);
    expect(statuses.filter((status) => status === 409)).toHaveLength(11);
  });

  test('deleted, it is gone, and an edit based on what it was is told so; restored, it is as it was', async () => {
    const { at, parent } = await place(kind);
    await client.http.put(at).send({ base: 0, body, ...parent });
    expect((await client.http.delete(at).send({ base: 1 })).body).toMatchObject({ version: 2 });
    expect((await client.http.get(at)).body.error.code).toBe('no-such-document');
    expect((await client.http.put(at).send({ base: 1, body: other, ...parent })).body.error).toMatchObject({
      code: 'stale',
      newer: { deleted: true, version: 2 },
    });
    const restored = await client.http.post(`${at}/restore`);
    expect(restored.body.documents).toEqual([{ kind, doc: expect.objectContaining({ version: 3, body }) as Doc }]);
    expect((await client.http.post(`${at}/restore`)).body.documents).toHaveLength(1);
    expect((await client.http.get(at)).body).toMatchObject({ version: 3, body });
  });

  test('many go in one request, each with what came of it, and come back by being written on the version they were deleted as', async () => {
    const [a, b] = [await place(kind), await place(kind)];
    const one = ({ id, parent }: typeof a, base: number, what: object | null) => ({ id, base, ...parent, body: what });
    const send = async (...writes: object[]) => (await client.http.post(path).send({ writes })).body.results as DocWritten[];
    expect(await send(one(a, 0, body), one(b, 0, body))).toMatchObject([
      { id: a.id, state: 'written', version: 1 },
      { id: b.id, state: 'written', version: 1 },
    ]);
    expect(await send(one(a, 1, null), one(b, 4, other))).toMatchObject([
      { id: a.id, state: 'deleted', version: 2 },
      { id: b.id, state: 'stale', newer: { doc: { version: 1, body } } },
    ]);
    expect(await send(one(a, 1, null), one(b, 1, other))).toMatchObject([
      { id: a.id, state: 'deleted', version: 2 },
      { id: b.id, state: 'written', version: 2 },
    ]);
    expect(await send(one(a, 2, other))).toMatchObject([{ id: a.id, state: 'written', version: 3 }]);
    expect(await send({ ...one(a, 3, body), id: randomUUID() })).toMatchObject([{ state: 'unknown' }]);
  });

  test('an id in capitals, without dashes or twice in a request is refused and changes nothing', async () => {
    const { id, parent } = await place(kind);
    for (const bad of [id.toUpperCase(), id.replaceAll('-', ''), `{${id}}`]) {
      expect((await client.http.put(`${path}/${encodeURIComponent(bad)}`).send({ base: 0, body, ...parent })).status).toBe(422);
      expect((await client.http.post(path).send({ writes: [{ id: bad, base: 0, ...parent, body }] })).status).toBe(422);
    }
    const twice = await client.http.post(path).send({ writes: [body, other].map((what) => ({ id, base: 0, ...parent, body: what })) });
    expect(twice.body.error.problems).toEqual([expect.objectContaining({ path: 'writes[1].id' })]);
    expect((await client.http.get(`${path}/${id}`)).status).toBe(404);
  });
});

describe('what belongs to a car', () => {
  test('goes with it and comes back with it, but not what was deleted before', async () => {
    const car = await client.addCar();
    const [early, kept] = [await client.addPlan(car.id), await client.addPlan(car.id)];
    const wish = await client.put('wish', WISH, car.id);
    const purchase = await client.put('purchase', PURCHASE, kept.id);
    await client.http.delete(`/api/plans/${early.id}`).send({ base: 1 });
    const gone = await client.http.delete(`/api/cars/${car.id}`).send({ base: 1 });
    expect(gone.body.withIt).toEqual(
      expect.arrayContaining([
        { kind: 'plan', id: kept.id, version: 2 },
        { kind: 'wish', id: wish.id, version: 2 },
        { kind: 'purchase', id: purchase.id, version: 2 },
      ]),
    );
    expect((await client.http.get(`/api/plans/${kept.id}`)).status).toBe(404);
    expect((await client.http.post(`/api/plans/${kept.id}/restore`)).body.error.code).toBe('no-parent');
    const restored = (await client.http.post(`/api/cars/${car.id}/restore`)).body.documents as { doc: Doc }[];
    expect(restored.map(({ doc }) => doc.id).sort()).toEqual([car.id, kept.id, wish.id, purchase.id].sort());
    expect((await client.http.get(`/api/plans/${early.id}`)).status).toBe(404);
  });

  test('cannot be without one, deleted or never there', async () => {
    const car = await client.addCar();
    await client.http.delete(`/api/cars/${car.id}`).send({ base: 1 });
    for (const parentId of [car.id, randomUUID()]) {
      expect((await client.http.put(`/api/plans/${randomUUID()}`).send({ base: 0, parentId, body: PLAN })).body.error.code).toBe('no-parent');
      const { body } = await client.http.post('/api/wishes').send({ writes: [{ id: randomUUID(), base: 0, parentId, body: WISH }] });
      expect(body.results).toMatchObject([{ state: 'no-parent', parentId, ...(parentId === car.id ? { deletedVersion: 2 } : {}) }]);
    }
  });

  test('a plan is checked by the rules that need arithmetic too', async () => {
    const car = await client.addCar();
    const pack = PLAN.packs[0]!;
    const body = { ...PLAN, packs: [pack, { ...pack, cells: 3 }], packWiring: 'parallel' };
    const response = await client.http.put(`/api/plans/${randomUUID()}`).send({ base: 0, parentId: car.id, body });
    expect(response.status).toBe(422);
    expect(response.body.error.problems[0].path).toBe('packs');
  });
});

test('a problem names the field, the value and what is allowed', async () => {
  const response = await client.http.put(`/api/cars/${randomUUID()}`).send({ base: 0, body: { car: { ...CAR, massKg: 2000 }, bench: {} } });
  expect(response.status).toBe(422);
  expect(response.body.error.problems).toEqual([
    { path: 'car.massKg', value: 2000, allowed: expect.any(String) as string, message: expect.stringContaining('massKg is 2000') as string },
  ]);
});

test('one bad part of five thousand, and none is kept', async () => {
  const count = async () => (await client.list('shelf')).documents.part!.length;
  const before = await count();
  const writes = Array.from({ length: 5000 }, (_, i) => ({ id: randomUUID(), base: 0, body: pinion(10 + (i % 30), `P${i}`) }));
  writes[4321] = { ...writes[4321]!, body: { ...pinion(12), spec: { teeth: -3 } } as Part };
  const refused = await client.http.post('/api/parts').send({ writes });
  expect(refused.status).toBe(422);
  expect(refused.body.error.problems[0].path).toBe('writes[4321].body.spec.teeth');
  expect(await count()).toBe(before);
  writes[4321].body = pinion(12);
  expect((await client.http.post('/api/parts').send({ writes })).status).toBe(200);
  expect(await count()).toBe(before + 5000);
});

test('lists name what is there, oldest first, and answer 304 to whoever has them', async () => {
  const car = await client.addCar({ ...CAR, name: 'Last' });
  const list = await client.http.get('/api/garage');
  const cars = list.body.documents.car as Doc[];
  expect(cars.at(-1)!.id).toBe(car.id);
  expect(cars.map((one) => one.createdAt)).toEqual(cars.map((one) => one.createdAt).sort());
  const again = () => client.http.get('/api/garage').set('If-None-Match', String(list.headers['etag']));
  expect((await again()).status).toBe(304);
  await client.addPlan(car.id);
  expect((await again()).status).toBe(200);
});

test('documents outlive the server', async () => {
  const folder = newFolder();
  const first = await startServer(folder);
  const doc = await clientOf(first).put('part', pinion(19));
  await first.stop();
  const second = await startServer(folder);
  expect((await clientOf(second).list('shelf')).documents.part).toEqual([doc]);
  await second.stop();
});

test('a row that is no JSON is set aside and named; the rest opens', async () => {
  const own = await startServer();
  const { addCar, list, http } = clientOf(own);
  const [good, bad, newer] = [await addCar(), await addCar(), await addCar()];
  await own.db.client.execute({ sql: `update documents set body = '{"car":' where id = ?`, args: [bad.id] });
  await own.db.client.execute({ sql: 'update documents set form = 99 where id = ?', args: [newer.id] });
  const garage = await list('garage');
  expect(garage.documents.car!.map((doc) => doc.id)).toEqual([good.id]);
  expect(garage.setAside).toEqual([
    { kind: 'car', id: bad.id, why: 'broken' },
    { kind: 'car', id: newer.id, name: CAR.name, why: 'newer-release' },
  ]);
  expect((await http.get(`/api/cars/${bad.id}`)).body.error.code).toBe('unreadable');
  await own.stop();
});
