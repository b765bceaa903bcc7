import { checkPlanFile, type Imported } from '@puddler/contract';
import { resolvePlan, type PlanFile } from '@puddler/core';
import type { Running } from '../src/serve';
import { CAR, clientOf, LEARNED, PLAN, startServer } from './helpers';
import { plainPlan } from '../../core/test/helpers';

let running: Running;
let client: ReturnType<typeof clientOf>;
beforeAll(async () => {
  running = await startServer();
  client = clientOf(running);
});
afterAll(() => running.stop());

const send = async (file: object) => {
  const response = await client.http.post('/api/imports').send(file);
  return { status: response.status, imported: response.body as Imported };
};

test('a plan is exported with its car as a file; imported where it came from, it is there already', async () => {
  const car = await client.addCar({ ...CAR, name: 'Export / car' });
  const plan = await client.addPlan(car.id, { ...PLAN, name: 'Für Größe' });
  const file = await client.http.get(`/api/plans/${plan.id}/file`);
  expect(file.headers['content-disposition']).toMatch(/^attachment; filename="[a-z0-9-]+\.puddler\.json"$/);
  const parsed = JSON.parse(file.text) as object;
  expect(checkPlanFile(parsed).ok).toBe(true);
  expect(await send(parsed)).toMatchObject({ status: 200, imported: { already: true, car: { id: car.id }, plan: { id: plan.id } } });
});

test('a file of a car that is there makes a plan of it; sent again, no second one', async () => {
  const car = await client.addCar({ ...CAR, name: 'Sent twice' });
  const file = { ...plainPlan(), car: car.body.car, name: 'From elsewhere' };
  const [first, again] = await Promise.all([send(file), send(file)]);
  expect([first.status, again.status].sort((a, b) => a - b)).toEqual([200, 201]);
  expect(first.imported.plan).toEqual(again.imported.plan);
  expect(first.imported.plan).toMatchObject({ parentId: car.id, body: { name: 'From elsewhere' } });
});

test('a conversion and a weight that follows go out with the file, and come back to the same plan, here and elsewhere', async () => {
  const car = await client.addCar({ ...CAR, name: 'Converted' });
  const bought = await client.addPlan(car.id, { ...PLAN, name: 'As bought' });
  await client.http.put(`/api/cars/${car.id}`).send({ base: 1, body: { ...car.body, bench: { stockPlanId: bought.id } } });
  const pack = { ...PLAN.packs[0]!, massG: 900 };
  const plan = await client.addPlan(car.id, { ...PLAN, name: 'Slicks', packs: [pack], conversion: { tyre: { diameterMm: 62 } } });
  const { text } = await client.http.get(`/api/plans/${plan.id}/file`);
  const file = JSON.parse(text) as PlanFile;
  expect(file.car.tyre.diameterMm).toBe(62);
  expect(file.converted).toEqual({ from: car.body.car, figures: ['tyre'] });
  expect(resolvePlan(file).car.massKg).toBeGreaterThan(CAR.massKg + 0.5);
  expect(await send(file)).toMatchObject({ status: 200, imported: { already: true, car: { id: car.id }, plan: { id: plan.id } } });
  // In a garage that does not know the car it weighs the same.
  const { imported } = await send({ ...file, converted: { ...file.converted!, from: { ...file.converted!.from, name: 'Elsewhere' } } });
  const again = JSON.parse((await client.http.get(`/api/plans/${imported.plan.id}/file`)).text) as PlanFile;
  expect(resolvePlan(again).car).toEqual(resolvePlan(file).car);
  expect(imported.car.body.car).toMatchObject({ tyre: CAR.tyre, massKg: CAR.massKg });
});

test('a file of another car makes a new one', async () => {
  const before = await client.list('garage');
  const { imported } = await send({ ...plainPlan(), car: { ...CAR, name: 'Never seen' } });
  const after = await client.list('garage');
  expect(after.documents.car).toHaveLength((before.documents.car?.length ?? 0) + 1);
  expect(imported.plan.parentId).toBe(imported.car.id);
});

test('a file with problems changes nothing', async () => {
  const before = await client.list('garage');
  const response = await client.http.post('/api/imports').send({ ...plainPlan(), startCharge: 5, foo: 1 });
  expect(response.status).toBe(422);
  expect(response.body.error.problems.map((problem: { path: string }) => problem.path).sort()).toEqual(['foo', 'startCharge']);
  expect(await client.list('garage')).toEqual(before);
});

test('what runs have taught goes out with every plan of the car, and comes in with a car that has not been taught', async () => {
  const car = await client.addCar({ ...CAR, name: 'Taught' });
  const plan = await client.addPlan(car.id, { ...PLAN, name: 'With lessons' });
  const at = `/api/learned/${car.id}`;
  expect((await client.http.put(at).send({ base: 0, parentId: car.id, body: LEARNED })).status).toBe(200);
  const file = JSON.parse((await client.http.get(`/api/plans/${plan.id}/file`)).text) as PlanFile;
  expect(file.learned).toEqual(LEARNED);
  expect(resolvePlan(file).car.massKg).toBeCloseTo(CAR.massKg * Math.exp(LEARNED.figures[0]!.ln), 9);
  const { imported } = await send({ ...file, car: { ...file.car, name: 'Elsewhere' } });
  expect(imported.learned).toMatchObject({ id: imported.car.id, parentId: imported.car.id, body: LEARNED });
  expect(imported.plan.body).not.toHaveProperty('learned');
  // Here something else has been learned since: that stays.
  await client.http.put(at).send({ base: 1, parentId: car.id, body: { ...LEARNED, from: ['Another'] } });
  expect((await send({ ...file, name: 'Again' })).imported.learned).toBeUndefined();
  expect((await client.http.get(at)).body).toMatchObject({ body: { from: ['Another'] } });
  // What was learned goes with its car.
  await client.http.delete(`/api/cars/${car.id}`).send({ base: 1 });
  expect((await client.http.get(at)).status).toBe(404);
});
