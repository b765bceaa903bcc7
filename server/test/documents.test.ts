import { randomUUID } from 'node:crypto';
import { checkPlanFile } from '@puddler/contract';
import type { Running } from '../src/serve';
import { CAR, clientOf, PLAN, startServer } from './helpers';
import { plainPlan } from '../../core/test/helpers';

let running: Running;
let client: ReturnType<typeof clientOf>;
beforeAll(async () => {
  running = await startServer();
  client = clientOf(running);
});
afterAll(() => running.stop());

describe('a car', () => {
  test('is written, read, and written again on top of its version', async () => {
    const doc = await client.addCar();
    expect(doc).toMatchObject({ version: 1, car: CAR });
    const again = await client.http.put(`/api/cars/${doc.id}`).send({ base: 1, car: { ...CAR, massKg: 2.4 } });
    expect(again.body).toMatchObject({ version: 2, car: { massKg: 2.4 }, createdAt: doc.createdAt });
    expect((await client.http.get(`/api/cars/${doc.id}`)).body).toEqual(again.body);
  });

  test('a stale write gets 409 with the newer document and changes nothing', async () => {
    const doc = await client.addCar();
    await client.http.put(`/api/cars/${doc.id}`).send({ base: 1, car: { ...CAR, name: 'Newer' } });
    const stale = await client.http.put(`/api/cars/${doc.id}`).send({ base: 1, car: { ...CAR, name: 'Mine' } });
    expect(stale.status).toBe(409);
    expect(stale.body.error).toMatchObject({ code: 'stale', current: { version: 2, car: { name: 'Newer' } } });
    expect((await client.http.get(`/api/cars/${doc.id}`)).body.car.name).toBe('Newer');
  });

  test('of two writes on the same version just one wins', async () => {
    const doc = await client.addCar();
    const statuses = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        client.http
          .put(`/api/cars/${doc.id}`)
          .send({ base: 1, car: { ...CAR, massKg: 1 + i } })
          .then((response) => response.status),
      ),
    );
    expect(statuses.filter((status) => status === 200)).toHaveLength(1);
    expect(statuses.filter((status) => status === 409)).toHaveLength(11);
  });

  test('takes its plans with it and brings just those back', async () => {
    const car = await client.addCar();
    const early = await client.addPlan(car.id);
    const kept = await client.addPlan(car.id);
    await client.http.delete(`/api/plans/${early.id}`).send({ base: 1 });
    expect((await client.http.delete(`/api/cars/${car.id}`).send({ base: 1 })).status).toBe(200);
    expect((await client.http.get(`/api/plans/${kept.id}`)).status).toBe(404);
    const restored = await client.http.post(`/api/cars/${car.id}/restore`);
    expect(restored.body.plans.map((plan: { id: string }) => plan.id)).toEqual([kept.id]);
    expect((await client.http.get(`/api/plans/${kept.id}`)).status).toBe(200);
    expect((await client.http.get(`/api/plans/${early.id}`)).status).toBe(404);
  });

  test('keeps the wishes asked for it; a bad one is refused and changes nothing', async () => {
    const doc = await client.addCar();
    const wish = {
      id: randomUUID(),
      name: 'Sixty',
      wish: { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 16.7 }, canC: 70 },
      scope: { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false },
    };
    const kept = await client.http.put(`/api/cars/${doc.id}`).send({ base: 1, car: CAR, bench: { searches: [wish] } });
    expect(kept.body).toMatchObject({ version: 2, bench: { searches: [wish] } });
    const refused = await client.http
      .put(`/api/cars/${doc.id}`)
      .send({ base: 2, car: CAR, bench: { searches: [{ ...wish, wish: { aim: 'speed', canC: 'warm' } }] } });
    expect(refused.status).toBe(422);
    expect(JSON.stringify(refused.body.error)).toContain('canC');
    expect((await client.http.get(`/api/cars/${doc.id}`)).body).toEqual(kept.body);
  });

  test('a problem names the field, the value and what is allowed', async () => {
    const response = await client.http.put(`/api/cars/${randomUUID()}`).send({ base: 0, car: { ...CAR, massKg: 2000 } });
    expect(response.status).toBe(422);
    expect(response.body.error.problems).toEqual([
      { path: 'massKg', value: 2000, allowed: expect.any(String) as string, message: expect.stringContaining('massKg is 2000') as string },
    ]);
  });
});

describe('a plan', () => {
  test('belongs to a car that is there', async () => {
    const response = await client.http.put(`/api/plans/${randomUUID()}`).send({ base: 0, carId: randomUUID(), plan: PLAN });
    expect(response.status).toBe(404);
    expect(response.body.error.code).toBe('no-such-car');
  });

  test('is checked by the rules that need arithmetic too', async () => {
    const car = await client.addCar();
    const pack = PLAN.packs[0]!;
    const response = await client.http
      .put(`/api/plans/${randomUUID()}`)
      .send({ base: 0, carId: car.id, plan: { ...PLAN, packs: [pack, { ...pack, cells: 3 }], packWiring: 'parallel' } });
    expect(response.status).toBe(422);
    expect(response.body.error.problems[0].path).toBe('packs');
  });

  test('deleted, it is gone; restored, it is as it was', async () => {
    const car = await client.addCar();
    const plan = await client.addPlan(car.id);
    expect((await client.http.delete(`/api/plans/${plan.id}`).send({ base: 3 })).status).toBe(409);
    expect((await client.http.delete(`/api/plans/${plan.id}`).send({ base: 1 })).status).toBe(200);
    expect((await client.http.put(`/api/plans/${plan.id}`).send({ base: 1, carId: car.id, plan: PLAN })).status).toBe(404);
    expect((await client.http.post(`/api/plans/${plan.id}/restore`)).body).toEqual(plan);
  });

  test('is exported with its car as a file that imports', async () => {
    const car = await client.addCar({ ...CAR, name: 'Export / car' });
    const plan = await client.addPlan(car.id, { ...PLAN, name: 'Für Größe' });
    const file = await client.http.get(`/api/plans/${plan.id}/file`);
    expect(file.headers['content-disposition']).toMatch(/^attachment; filename="[a-z0-9-]+\.puddler\.json"$/);
    const parsed = JSON.parse(file.text) as unknown;
    expect(checkPlanFile(parsed).ok).toBe(true);
    const imported = await client.http.post('/api/imports').send(parsed as object);
    expect(imported.status).toBe(201);
    expect(imported.body.car.id).toBe(car.id);
    expect(imported.body.plan.id).not.toBe(plan.id);
    expect(imported.body.plan.plan).toEqual(plan.plan);
  });
});

describe('an import', () => {
  test('of another car makes a new one', async () => {
    const before = (await client.http.get('/api/garage')).body;
    const file = plainPlan();
    file.car.name = 'Never seen';
    const { body } = await client.http.post('/api/imports').send(file);
    const after = (await client.http.get('/api/garage')).body;
    expect(after.cars).toHaveLength(before.cars.length + 1);
    expect(body.plan.carId).toBe(body.car.id);
  });

  test('with problems changes nothing', async () => {
    const before = (await client.http.get('/api/garage')).body;
    const response = await client.http.post('/api/imports').send({ ...plainPlan(), startCharge: 5, foo: 1 });
    expect(response.status).toBe(422);
    expect(response.body.error.problems.map((problem: { path: string }) => problem.path).sort()).toEqual(['foo', 'startCharge']);
    expect((await client.http.get('/api/garage')).body).toEqual(before);
  });
});

test('the garage lists what is there, oldest first', async () => {
  const car = await client.addCar({ ...CAR, name: 'Last' });
  const { body } = await client.http.get('/api/garage');
  expect(body.cars.at(-1).id).toBe(car.id);
  const times = body.cars.map((one: { createdAt: string }) => one.createdAt);
  expect([...times].sort()).toEqual(times);
});
