import { randomUUID } from 'node:crypto';
import { KIND_NAMES, MOST_IN_PIECE, NO_PURCHASE, type CarPiece, type DocPiece } from '@puddler/contract';
import { databaseBeside } from '../src/db/open';
import type { Running } from '../src/serve';
import { CAR, clientOf, newFolder, RUN, startServer } from './helpers';

let running: Running;
let client: ReturnType<typeof clientOf>;
let folder: string;
beforeEach(async () => {
  folder = newFolder();
  running = await startServer(folder);
  client = clientOf(running);
});
afterEach(() => running.stop());

const piece = async (list: string, limit: number, after?: string): Promise<DocPiece> => {
  const answer = await client.http.get(`/api/${list}`).query({ limit, ...(after === undefined ? {} : { after }) });
  expect(answer.status).toBe(200);
  return answer.body as DocPiece;
};

/** The ids of a list as its pieces bring them, and how many pieces it took. */
async function allOf(list: string, limit: number): Promise<{ ids: string[]; pieces: number }> {
  const ids: string[] = [];
  let [after, pieces]: [string | undefined, number] = [undefined, 0];
  do {
    const { documents, next } = await piece(list, limit, after);
    ids.push(...KIND_NAMES.flatMap((kind) => (documents[kind] ?? []).map(({ id }) => id)));
    after = next;
    pieces++;
  } while (after !== undefined);
  return { ids, pieces };
}

test.each([1, 2, 3, 7, MOST_IN_PIECE])('a list in pieces of %i is the whole list, each document once, oldest first', async (limit) => {
  const cars: string[] = [];
  for (let i = 0; i < 3; i++) {
    const { id } = await client.addCar();
    cars.push(id, (await client.addPlan(id)).id);
  }
  const { ids, pieces } = await allOf('garage', limit);
  expect(pieces).toBe(limit === 1 || limit === 2 || limit === 3 ? 6 / limit + 1 : 1);
  expect([...ids].sort()).toEqual([...cars].sort());
  const { documents } = await piece('garage', MOST_IN_PIECE);
  expect(documents.car!.map(({ id }) => id)).toEqual(cars.filter((_, i) => i % 2 === 0));
});

test('what is deleted or written between two pieces does no harm: nothing comes twice, and the rest comes', async () => {
  const ids: string[] = [];
  for (let i = 0; i < 6; i++) ids.push((await client.addCar()).id);
  const first = await piece('garage', 2);
  await client.http.delete(`/api/cars/${ids[0]}`).send({ base: 1 });
  await client.http.delete(`/api/cars/${ids[4]}`).send({ base: 1 });
  const late = (await client.addCar()).id;
  const second = await piece('garage', 2, first.next);
  const third = await piece('garage', 2, second.next);
  const brought = [first, second, third].flatMap(({ documents }) => documents.car!.map(({ id }) => id));
  expect(brought).toEqual([ids[0], ids[1], ids[2], ids[3], ids[5], late]);
});

test('a document that cannot be read is named in the piece where it would stand, and takes no other with it', async () => {
  const ids = [];
  for (let i = 0; i < 4; i++) ids.push((await client.addCar()).id);
  await running.stop();
  const database = databaseBeside(folder);
  await database.client.execute({ sql: 'UPDATE documents SET body = ? WHERE id = ?', args: ['{"car":{"name":"Bro', ids[2]!] });
  await database.close();
  running = await startServer(folder);
  client = clientOf(running);
  const [first, second] = [await piece('garage', 2), await piece('garage', 2, (await piece('garage', 2)).next)];
  expect(first.setAside).toEqual([]);
  expect(second.setAside).toEqual([{ kind: 'car', id: ids[2], name: 'Bro', why: 'broken' }]);
  expect(second.documents.car!.map(({ id }) => id)).toEqual([ids[3]]);
  const whole = await client.http.get(`/api/whole-car/${ids[3]}`);
  expect((whole.body as DocPiece).setAside).toEqual([]);
});

test.each([
  ['limit=0', 'limit is "0"; allowed: a whole number from 1 to 1000'],
  ['limit=1001', 'limit is "1001"'],
  ['limit=1e2', 'limit is "1e2"'],
  ['limit=2&limit=3', 'limit is ["2","3"]'],
  ['after=5.1', 'limit: a whole number'],
  ['limit=5&after=x', 'after is "x"; allowed: what an earlier piece named as `next`'],
  ['limit=5&after=-1.2', 'after is "-1.2"'],
  ['limit=5&after=9999999999999999.1', 'after is'],
])('%s is refused with words', async (query, words) => {
  const answer = await client.http.get(`/api/log?${query}`);
  expect(answer.status).toBe(422);
  expect(JSON.stringify(answer.body)).toContain(JSON.stringify(words).slice(1, -1));
});

test('all of a car comes under its own id and under each of its plans, and nothing of another car', async () => {
  const [own, other] = [await client.addCar(), await client.addCar()];
  const [plan, foreign] = [await client.addPlan(own.id), await client.addPlan(other.id)];
  const runs = [randomUUID(), randomUUID()];
  for (const [i, carId] of [own.id, other.id].entries()) await client.http.put(`/api/runs/${runs[i]}`).send({ base: 0, parentId: carId, body: RUN });
  await client.http.put(`/api/purchases/${plan.id}`).send({ base: 0, parentId: plan.id, body: NO_PURCHASE });
  for (const id of [own.id, plan.id]) {
    const answer = await client.http.get(`/api/whole-car/${id}`);
    const { documents } = answer.body as DocPiece;
    const ids = Object.fromEntries(Object.entries(documents).map(([kind, list]) => [kind, list.map((one) => one.id)]));
    expect(ids).toMatchObject({ car: [own.id], plan: [plan.id], purchase: [plan.id], run: [runs[0]], part: [] });
    expect(JSON.stringify(ids)).not.toContain(foreign.id);
    const again = await client.http.get(`/api/whole-car/${id}`).set('If-None-Match', answer.headers['etag'] as string);
    expect(again.status).toBe(304);
  }
  await client.http.delete(`/api/cars/${own.id}`).send({ base: 1 });
  expect((await client.http.get(`/api/whole-car/${plan.id}`)).status).toBe(404);
  expect((await client.http.get(`/api/whole-car/${randomUUID()}`)).status).toBe(404);
  expect((await client.http.get('/api/whole-car/nothing')).status).toBe(422);
});

test('cars come in pieces with the names of their plans, oldest first, and nothing else that belongs to them', async () => {
  const cars: string[] = [];
  const plans: string[] = [];
  for (let i = 0; i < 3; i++) cars.push((await client.addCar()).id);
  for (const carId of [cars[2]!, cars[0]!, cars[2]!]) plans.push((await client.addPlan(carId)).id);
  await client.http.put(`/api/runs/${randomUUID()}`).send({ base: 0, parentId: cars[0], body: RUN });
  const [first, second] = [(await piece('cars', 2)) as CarPiece, (await piece('cars', 2, (await piece('cars', 2)).next)) as CarPiece];
  expect(first.documents.car!.map(({ id }) => id)).toEqual([cars[0], cars[1]]);
  expect(Object.keys(first.documents)).toEqual(['car']);
  const { name } = (await client.http.get(`/api/plans/${plans[1]}`)).body.body as { name: string };
  expect(first.plans).toEqual({ [cars[0]!]: [{ id: plans[1], name }], [cars[1]!]: [] });
  expect(second.plans).toEqual({ [cars[2]!]: [plans[0], plans[2]].map((id) => ({ id, name })) });
  await client.http.delete(`/api/plans/${plans[0]}`).send({ base: 1 });
  const all = (await client.http.get('/api/cars')).body as CarPiece;
  expect(all.plans[cars[2]!]!.map(({ id }) => id)).toEqual([plans[2]]);
  expect(all.next).toBeUndefined();
});

test('a plan whose name is no text any more has none in the list, and takes no other with it', async () => {
  const { id: carId } = await client.addCar();
  const [whole, torn] = [(await client.addPlan(carId)).id, (await client.addPlan(carId)).id];
  await running.stop();
  const database = databaseBeside(folder);
  await database.client.execute({ sql: `UPDATE documents SET body = cast(x'7B226E616D65223A22FF227D' AS text) WHERE id = ?`, args: [torn] });
  await database.close();
  running = await startServer(folder);
  client = clientOf(running);
  const { plans } = (await client.http.get('/api/cars')).body as CarPiece;
  expect(plans[carId]!.map(({ id }) => id)).toEqual([whole]);
});

test('what cannot be read is named whatever its kind, also one of a later release, and one whose kind itself rotted', async () => {
  const [car, bad, newer, odd, rotten] = await Promise.all(Array.from({ length: 5 }, () => client.addCar()));
  const run = randomUUID();
  await client.http.put(`/api/runs/${run}`).send({ base: 0, parentId: car!.id, body: RUN });
  await running.stop();
  const database = databaseBeside(folder);
  for (const [what, id] of [
    [`body = '{"car":{"name":"Bro'`, bad!.id],
    ['form = 99', newer!.id],
    [`kind = 'gearbox'`, odd!.id],
    [`kind = cast(x'63ff72' as text)`, rotten!.id],
    [`body = '['`, run],
  ] as const)
    await database.client.execute({ sql: `UPDATE documents SET ${what} WHERE id = ?`, args: [id] });
  await database.close();
  running = await startServer(folder);
  client = clientOf(running);
  const { setAside } = (await client.http.get('/api/set-aside')).body as Pick<DocPiece, 'setAside'>;
  expect(setAside).toHaveLength(5);
  expect(setAside).toEqual(
    expect.arrayContaining([
      { kind: 'car', id: bad!.id, name: 'Bro', why: 'broken' },
      { kind: 'car', id: newer!.id, name: CAR.name, why: 'newer-release' },
      { kind: 'gearbox', id: odd!.id, name: CAR.name, why: 'newer-release' },
      { kind: '63FF72', id: rotten!.id, name: CAR.name, why: 'broken' },
      { kind: 'run', id: run, why: 'broken' },
    ]),
  );
});
