import { checkPlanFile, type Imported } from '@puddler/contract';
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
  expect([first.status, again.status].sort()).toEqual([200, 201]);
  expect(first.imported.plan).toEqual(again.imported.plan);
  expect(first.imported.plan).toMatchObject({ parentId: car.id, body: { name: 'From elsewhere' } });
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
