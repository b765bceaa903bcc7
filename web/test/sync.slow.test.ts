import { randomUUID } from 'node:crypto';
import { NO_PURCHASE, splitPlanFile, type Doc, type DocList, type KindName, KINDS } from '@puddler/contract';
import type { Part } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { clientOf, RUN, startServer } from '../../server/test/helpers';
import type { Running } from '../../server/src/serve';
import { conflictSettled, deletionSettled, heard, redone, undone, unsavedRecalled } from '../src/document-store/document-store-slice';
import { duplicateCar } from '../src/document-store/duplicate-car';
import { addCar, addPlan, deleteDocument, editCar, editPlan, keepWishes } from '../src/document-store/edits';
import { addParts, changeParts } from '../src/document-store/part-edits';
import { isUnsaved, keyOf } from '../src/document-store/entry';
import { readUnsaved } from '../src/document-store/read-unsaved';
import { loadAgain, loadGarage, loadCar, loadShelf, takeAlong } from '../src/document-store/load';
import {
  carOf,
  partOf,
  planOf,
  runsOfCar,
  selectConflict,
  selectRefused,
  selectSaveStatus,
  selectShelf,
  wishesOfCar,
} from '../src/document-store/selectors';
import { isCarHere, selectGarage } from '../src/document-store/select-garage';
import { createStore, type AppStore } from '../src/document-store/store';
import { startSync } from '../src/document-store/sync';

const { car, plan } = splitPlanFile(plainPlan());
const fan = (name: string): Part => ({ kind: 'fan', name, status: 'owned', spec: {} });
const scope = { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false } as const;

/** The real server, and the line to it: it can be away, or lose an answer on the way back. */
let server: Running;
let client: ReturnType<typeof clientOf>;
let line: { away: boolean; loses: number; requests: { method: string; path: string }[] };
let mine: AppStore;
let carId: string;
let planId: string;

/** A page: its own store, loaded and saving. Its cars come whole, or by name as on the machine itself. */
async function openPage({ isWhole = true } = {}): Promise<AppStore> {
  const store = createStore();
  await loadGarage(store);
  if (isWhole) await takeAlong(store);
  await loadShelf(store);
  startSync(store, 20);
  return store;
}

const until = async (holds: () => boolean | Promise<boolean>) => {
  const deadline = Date.now() + 15_000;
  while (!(await holds())) {
    if (Date.now() > deadline) throw new Error(`never held: ${holds.toString()}`);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
};
const isSaved = (store = mine) => until(() => selectSaveStatus(store.getState()) === 'saved');
const kept = async <K extends KindName>(kind: K, id: string) => (await client.http.get(`/api/${KINDS[kind].path}/${id}`)).body as Doc<K>;
const listed = async (list: 'garage' | 'shelf'): Promise<DocList['documents']> => (await client.list(list)).documents;
const writesTo = (path: string) => line.requests.filter((one) => one.path === path && one.method === 'POST').length;
/** Changes a document as another device would. */
const elsewhere = async (kind: 'car' | 'plan' | 'part', id: string, change: (doc: never) => object) => {
  const doc = await kept(kind, id);
  const response = await client.http
    .put(`/api/${KINDS[kind].path}/${id}`)
    .send({ base: doc.version, body: change(doc.body as never), ...(doc.parentId ? { parentId: doc.parentId } : {}) });
  expect(response.status).toBe(200);
};

beforeEach(async () => {
  server = await startServer();
  client = clientOf(server);
  carId = (await client.addCar()).id;
  planId = (await client.addPlan(carId)).id;
  line = { away: false, loses: 0, requests: [] };
  // The page's own addresses have no host; a request outside a browser needs one.
  const realFetch = globalThis.fetch;
  jest.spyOn(globalThis, 'fetch').mockImplementation(async (input, init) => {
    if (line.away) throw new TypeError('fetch failed');
    const [url, method] = [new URL(input as string, server.address), init?.method ?? 'GET'];
    line.requests.push({ method, path: url.pathname });
    const response = await realFetch(url, init);
    if (method === 'POST' && line.loses-- > 0) throw new TypeError('the answer was lost');
    return response;
  });
  Object.assign(globalThis, { window: { addEventListener: () => undefined } });
  mine = await openPage();
});
afterEach(async () => {
  line.away = true;
  jest.restoreAllMocks();
  await server.stop();
});

test('documents of a kind go in one request, each kind by itself, parents first', async () => {
  const added = mine.dispatch(addCar({ ...car, name: 'New' }, [{ plan }, { plan, stock: true }]));
  mine.dispatch(addParts(Array.from({ length: 250 }, (_, i) => fan(`F${i}`))));
  await isSaved();
  expect(line.requests.filter(({ method }) => method === 'POST').map(({ path }) => path)).toEqual(['/api/cars', '/api/plans', '/api/parts']);
  expect(await kept('plan', added)).toMatchObject({ body: plan, version: 1 });
  expect((await listed('shelf')).part).toHaveLength(250);
});

test('more than a request holds goes in several', async () => {
  mine.dispatch(addParts(Array.from({ length: 2500 }, (_, i) => fan(`F${i}`))));
  await isSaved();
  expect((await listed('shelf')).part).toHaveLength(2500);
  expect(writesTo('/api/parts')).toBe(3);
});

test('undone before it was sent leaves nothing to send; after, it is deleted; made again, it is back', async () => {
  mine.dispatch(addParts([fan('A')]));
  mine.dispatch(undone({ at: 1 }));
  await isSaved();
  expect(writesTo('/api/parts')).toBe(0);
  const [id] = mine.dispatch(addParts([fan('B')]));
  await isSaved();
  mine.dispatch(undone({ at: 2 }));
  await isSaved();
  expect((await listed('shelf')).part).toEqual([]);
  mine.dispatch({ type: 'documentStore/redone', payload: { at: 3 } });
  await isSaved();
  expect((await listed('shelf')).part).toMatchObject([{ id, version: 3, body: fan('B') }]);
});

test('a car is deleted with all that belongs to it, and an undo brings just that back', async () => {
  mine.dispatch(keepWishes(carId, [{ id: randomUUID(), wish: { name: 'W', wish: { aim: 'speed' }, scope } }], 'wish'));
  await isSaved();
  mine.dispatch(deleteDocument('car', carId));
  await isSaved();
  expect(await listed('garage')).toMatchObject({ car: [], plan: [], wish: [] });
  mine.dispatch(undone({ at: 1 }));
  await isSaved();
  expect(await listed('garage')).toMatchObject({
    car: [{ id: carId, version: 3 }],
    plan: [{ id: planId, version: 3, body: plan }],
    wish: [{ version: 3 }],
  });
  mine.dispatch(editPlan(planId, 'gearing.pinion', 21, 'pinion'));
  await isSaved();
  expect((await kept('plan', planId)).version).toBe(4);
});

test('what was changed before it was deleted comes back changed', async () => {
  line.away = true;
  mine.dispatch(editPlan(planId, 'gearing.pinion', 22, 'pinion'));
  mine.dispatch(deleteDocument('car', carId));
  line.away = false;
  await isSaved();
  mine.dispatch(undone({ at: 1 }));
  await isSaved();
  expect((await kept('plan', planId)).body.gearing.pinion).toBe(22);
});

describe('two windows', () => {
  let other: AppStore;
  beforeEach(async () => {
    other = await openPage();
  });

  test('that change different figures of one plan never ask, and both have both in the end', async () => {
    for (let round = 0; round < 4; round++) {
      mine.dispatch(editPlan(planId, 'gearing.pinion', 12 + round, 'pinion'));
      other.dispatch(editPlan(planId, 'gearing.spur', 50 + round, 'spur'));
      await Promise.all([isSaved(), isSaved(other)]);
      expect([selectConflict(mine.getState()), selectConflict(other.getState())]).toEqual([undefined, undefined]);
      expect((await kept('plan', planId)).body.gearing).toMatchObject({ pinion: 12 + round, spur: 50 + round });
    }
  });

  test('that change the same figure ask in one of them; who undoes there takes back no more than was done there', async () => {
    mine.dispatch(editPlan(planId, 'gearing.pinion', 31, 'pinion'));
    mine.dispatch(editPlan(planId, 'name', 'Mine', 'rename'));
    await isSaved();
    other.dispatch(editPlan(planId, 'gearing.pinion', 32, 'pinion'));
    await until(() => selectConflict(other.getState()) !== undefined);
    other.dispatch(conflictSettled({ key: keyOf('plan', planId), theirs: [] }));
    await isSaved(other);
    expect((await kept('plan', planId)).body).toMatchObject({ name: 'Mine', gearing: { pinion: 32 } });
    other.dispatch(undone({ at: 1 }));
    await isSaved(other);
    expect((await kept('plan', planId)).body).toMatchObject({ name: 'Mine', gearing: { pinion: plan.gearing.pinion } });
  });

  test('an edit of what the other deleted asks instead of bringing it back in silence', async () => {
    other.dispatch(deleteDocument('plan', planId));
    await isSaved(other);
    mine.dispatch(editPlan(planId, 'gearing.pinion', 21, 'pinion'));
    await until(() => selectConflict(mine.getState()) !== undefined);
    expect(selectConflict(mine.getState())!.conflict).toEqual({ deleted: true, version: 2 });
    expect((await listed('garage')).plan).toEqual([]);
    mine.dispatch(deletionSettled({ key: keyOf('plan', planId), keep: true }));
    await isSaved();
    expect((await kept('plan', planId)).body.gearing.pinion).toBe(21);
  });

  test('a new plan of a car that the other deleted asks for the car; let go, all of it goes', async () => {
    other.dispatch(deleteDocument('car', carId));
    await isSaved(other);
    const fresh = mine.dispatch(addPlan(carId, { ...plan, name: 'Late' }));
    await until(() => selectConflict(mine.getState()) !== undefined);
    expect(selectConflict(mine.getState())!.key).toBe(keyOf('car', carId));
    mine.dispatch(deletionSettled({ key: keyOf('car', carId), keep: false }));
    await isSaved();
    expect([carOf(mine.getState(), carId), planOf(mine.getState(), fresh)]).toEqual([undefined, undefined]);
  });

  test('… and brought back, the car returns with what it had and the new plan', async () => {
    other.dispatch(deleteDocument('car', carId));
    await isSaved(other);
    const fresh = mine.dispatch(addPlan(carId, { ...plan, name: 'Late' }));
    await until(() => selectConflict(mine.getState()) !== undefined);
    mine.dispatch(deletionSettled({ key: keyOf('car', carId), keep: true }));
    await isSaved();
    expect((await listed('garage')).plan!.map((doc) => doc.id).sort()).toEqual([planId, fresh].sort());
  });

  test('deleted here and changed there asks; kept, the changed one is back', async () => {
    other.dispatch(editPlan(planId, 'name', 'Changed', 'rename'));
    await isSaved(other);
    mine.dispatch(deleteDocument('plan', planId));
    await until(() => selectConflict(mine.getState()) !== undefined);
    mine.dispatch(deletionSettled({ key: keyOf('plan', planId), keep: true }));
    await isSaved();
    expect(planOf(mine.getState(), planId)!.plan.name).toBe('Changed');
  });

  test('deleted here, and there deleted and brought back as it was, is deleted without a question', async () => {
    other.dispatch(deleteDocument('plan', planId));
    await isSaved(other);
    other.dispatch(undone({ at: 1 }));
    await isSaved(other);
    expect((await kept('plan', planId)).version).toBe(3);
    mine.dispatch(deleteDocument('plan', planId));
    await isSaved();
    expect(selectConflict(mine.getState())).toBeUndefined();
    expect((await client.http.get(`/api/plans/${planId}`)).status).toBe(404);
  });
});

test('a part that was changed elsewhere asks; mine goes on top of the newer one', async () => {
  const [id] = mine.dispatch(addParts([fan('Old')]));
  await isSaved();
  await elsewhere('part', id!, (part: Part) => ({ ...part, name: 'Theirs' }));
  mine.dispatch(changeParts([id!], (part) => ({ ...part, name: 'Mine' }), 'rename'));
  await until(() => selectConflict(mine.getState()) !== undefined);
  mine.dispatch(conflictSettled({ key: keyOf('part', id!), theirs: [] }));
  await isSaved();
  expect(await kept('part', id!)).toMatchObject({ version: 3, body: fan('Mine') });
});

test('an answer that was lost on the way is no conflict, for new, changed and deleted documents', async () => {
  line.loses = 1;
  const [id] = mine.dispatch(addParts([fan('Lost')]));
  await isSaved();
  line.loses = 1;
  mine.dispatch(editCar(carId, 'massKg', 3, 'mass'));
  await isSaved();
  line.loses = 1;
  mine.dispatch(deleteDocument('part', id!));
  await isSaved();
  expect(selectConflict(mine.getState())).toBeUndefined();
  expect(await kept('car', carId)).toMatchObject({ version: 2, body: { car: { massKg: 3 } } });
  expect((await listed('shelf')).part).toEqual([]);
});

test('what was typed after an answer was lost is no conflict with oneself', async () => {
  line.loses = 1;
  mine.dispatch(editPlan(planId, 'gearing.pinion', 21, 'pinion'));
  await until(async () => (await kept('plan', planId)).version === 2);
  mine.dispatch(editPlan(planId, 'gearing.pinion', 22, 'pinion'));
  await isSaved();
  expect(selectConflict(mine.getState())).toBeUndefined();
  expect(await kept('plan', planId)).toMatchObject({ version: 3, body: { gearing: { pinion: 22 } } });
});

test.each([
  { typed: 22, why: 'typed again' },
  { typed: plan.gearing.pinion, why: 'typed back to what it was' },
])('a figure $why after an answer was lost stands, though another device changed the rest meanwhile', async ({ typed }) => {
  line.loses = 1;
  mine.dispatch(editPlan(planId, 'gearing.pinion', 21, 'pinion'));
  await until(async () => (await kept('plan', planId)).version === 2);
  await elsewhere('plan', planId, (body: typeof plan) => ({ ...body, gearing: { ...body.gearing, spur: 70 } }));
  mine.dispatch(editPlan(planId, 'gearing.pinion', typed, 'pinion'));
  await isSaved();
  expect(selectConflict(mine.getState())).toBeUndefined();
  expect(await kept('plan', planId)).toMatchObject({ version: 4, body: { gearing: { pinion: typed, spur: 70 } } });
});

test('a figure that another device changed while this one was away is no lost answer of its own', async () => {
  line.away = true;
  mine.dispatch(editPlan(planId, 'gearing.pinion', 21, 'pinion'));
  await until(() => selectSaveStatus(mine.getState()) === 'offline');
  await elsewhere('plan', planId, (body: typeof plan) => ({ ...body, gearing: { ...body.gearing, pinion: 21, spur: 70 } }));
  mine.dispatch(editPlan(planId, 'gearing.pinion', 22, 'pinion'));
  line.away = false;
  await until(() => selectConflict(mine.getState()) !== undefined);
});

test('an undo that is on its way is not saved yet when it is made again: the page left then, the next one ends it', async () => {
  mine.dispatch(deleteDocument('car', carId));
  await isSaved();
  mine.dispatch(undone({ at: 1 }));
  line.loses = Infinity;
  await until(async () => (await client.http.get(`/api/cars/${carId}`)).status === 200);
  line.away = true;
  mine.dispatch(redone({ at: 1 }));
  expect(selectSaveStatus(mine.getState())).not.toBe('saved');
  const left = Object.values(mine.getState().documentStore.entries).filter(isUnsaved);
  // The next page: what was kept of this one, and what the server has.
  [line.away, line.loses] = [false, 0];
  const next = createStore();
  next.dispatch(unsavedRecalled(readUnsaved(left.map((entry) => [entry.key, JSON.parse(JSON.stringify(entry))])).edits));
  await loadGarage(next);
  expect(selectGarage(next.getState())).toEqual([]);
  startSync(next, 20);
  await isSaved(next);
  expect(await listed('garage')).toMatchObject({ car: [], plan: [] });
  expect(selectConflict(next.getState())).toBeUndefined();
  // The page that was left comes to the same end.
  await isSaved();
  expect(selectGarage(mine.getState())).toEqual([]);
});

test('a new car whose answer was lost, and which others put a plan into, has that plan when the page is opened again', async () => {
  line.loses = Infinity;
  const made = mine.dispatch(addCar({ ...car, name: 'New' }, [{ plan }]));
  const id = planOf(mine.getState(), made)!.carId;
  await until(async () => (await client.http.get(`/api/cars/${id}`)).status === 200);
  line.away = true;
  const left = Object.values(mine.getState().documentStore.entries).filter(isUnsaved);
  const theirs = await client.addPlan(id, { ...plan, name: 'Of another' });
  [line.away, line.loses] = [false, 0];
  const next = createStore();
  next.dispatch(unsavedRecalled(readUnsaved(left.map((entry) => [entry.key, JSON.parse(JSON.stringify(entry))])).edits));
  expect(isCarHere(next.getState(), id)).toBe(true);
  await loadGarage(next);
  await takeAlong(next);
  expect(planOf(next.getState(), theirs.id)?.plan.name).toBe('Of another');
  expect(planOf(next.getState(), made)?.plan.name).toBe(plan.name);
  await isSaved();
});

test('one refused part does not hold up the others, and is tried again with its next edit', async () => {
  const bad = { ...fan('Bad'), price: -4 };
  mine.dispatch(addParts([fan('Good'), bad, fan('Better')]));
  await until(async () => (await listed('shelf')).part!.length === 2);
  const refused = selectRefused(mine.getState())!;
  expect(refused.refused!.problems).toEqual([expect.objectContaining({ path: 'price', message: expect.stringContaining('price is -4') as string })]);
  const { id } = selectShelf(mine.getState()).find(({ part }) => part.name === 'Bad')!;
  mine.dispatch(changeParts([id], (part) => ({ ...part, price: 4 }), 'price'));
  await isSaved();
  expect((await listed('shelf')).part!.map(({ body }) => body.name).sort()).toEqual(['Bad', 'Better', 'Good']);
});

test('a car that the server refuses holds up its own plans, without a pause-less loop, and nothing else', async () => {
  const longName = 'x'.repeat(121);
  const fresh = mine.dispatch(addCar({ ...car, name: longName }, [{ plan }]));
  mine.dispatch(addParts([fan('Other')]));
  await until(async () => (await listed('shelf')).part!.length === 1);
  await until(() => mine.getState().documentStore.sync.state === 'idle');
  expect(selectRefused(mine.getState())!.refused!.problems[0]!.path).toBe('car.name');
  expect([writesTo('/api/cars'), writesTo('/api/plans')]).toEqual([1, 0]);
  const { carId: newCar } = planOf(mine.getState(), fresh)!;
  mine.dispatch(editCar(newCar, 'name', 'Shorter', 'rename'));
  await isSaved();
  expect(await kept('plan', fresh)).toMatchObject({ parentId: newCar });
});

test('a copy of a car with a long name is taken', async () => {
  mine.dispatch(editCar(carId, 'name', 'n'.repeat(120), 'rename'));
  await mine.dispatch(duplicateCar(carId));
  await isSaved();
  expect((await listed('garage')).car!.map(({ body }) => body.car.name.length)).toEqual([120, 120]);
  expect((await listed('garage')).plan).toHaveLength(2);
});

test('a server that is away loses nothing, and is asked less and less often', async () => {
  line.away = true;
  const [id] = mine.dispatch(addParts([fan('Patient')]));
  await until(() => selectSaveStatus(mine.getState()) === 'offline');
  expect(partOf(mine.getState(), id!)).toEqual(fan('Patient'));
  line.away = false;
  await isSaved();
  expect((await kept('part', id!)).body).toEqual(fan('Patient'));
});

test('a disk that is full is told, and what was typed is saved once there is room', async () => {
  const pages = async (most: number) => server.db.client.execute(`PRAGMA max_page_count = ${most}`);
  await pages(1);
  const [id] = mine.dispatch(addParts(Array.from({ length: 40 }, (_, i) => ({ ...fan(`F${i}`), notes: 'n'.repeat(2_000) }))));
  await until(() => selectSaveStatus(mine.getState()) === 'failing');
  expect(mine.getState().documentStore.sync).toMatchObject({ message: expect.stringContaining('disk is full') as string });
  await pages(1_000_000);
  await isSaved();
  expect((await kept('part', id!)).version).toBe(1);
});

test('wishes are documents of their own: an edit of one does not write the car', async () => {
  const id = randomUUID();
  const wish = { name: 'Fast', wish: { aim: 'speed' as const }, scope };
  mine.dispatch(keepWishes(carId, [{ id, wish }], 'new wish'));
  await isSaved();
  mine.dispatch(keepWishes(carId, [{ id, wish: { ...wish, name: 'Faster' } }], 'rename'));
  await isSaved();
  expect(await kept('wish', id)).toMatchObject({ version: 2, parentId: carId, body: { name: 'Faster' } });
  expect((await kept('car', carId)).version).toBe(1);
  expect(wishesOfCar((await openPage()).getState(), carId)).toEqual([{ id, carId, ...wish, name: 'Faster' }]);
  expect(selectGarage(mine.getState())[0]!.id).toBe(carId);
});

describe('a car comes by name, and whole when it is looked at', () => {
  beforeEach(async () => {
    mine = await openPage({ isWhole: false });
    line.requests = [];
  });
  const state = () => mine.getState();
  const idsOf = (id = carId) => runsOfCar(state(), id).map((one) => one.id);
  const putRun = (id: string, of: string) => client.http.put(`/api/runs/${id}`).send({ base: 0, parentId: of, body: RUN });

  test('it is asked for once by all who look, is here from then on, and a car made here has none elsewhere', async () => {
    const run = randomUUID();
    await putRun(run, carId);
    expect([isCarHere(state(), carId), idsOf()]).toEqual([false, []]);
    await Promise.all([loadCar(mine, carId), loadCar(mine, carId)]);
    expect([isCarHere(state(), carId), idsOf()]).toEqual([true, [run]]);
    expect(line.requests.filter(({ path }) => path === `/api/whole-car/${carId}`)).toHaveLength(1);
    const added = mine.dispatch(addCar({ ...car, name: 'New' }, [{ plan }]));
    const own = planOf(state(), added)!.carId;
    expect(isCarHere(state(), own)).toBe(true);
    await isSaved();
  });

  test('what changed while the feed was lost is as the server has it, also of the logs that are here, and of no other', async () => {
    const [kept, lost, foreign] = [randomUUID(), randomUUID(), randomUUID()];
    const second = (await client.addCar()).id;
    for (const [run, of] of [
      [kept, carId],
      [lost, carId],
      [foreign, second],
    ] as const)
      await putRun(run, of);
    await loadCar(mine, carId);
    // It came by the feed: the log of its car is not here.
    mine.dispatch(heard({ written: [{ kind: 'run', doc: (await client.http.get(`/api/runs/${foreign}`)).body as Doc }], gone: [] }));
    await client.http.delete(`/api/runs/${lost}`).send({ base: 1 });
    await loadAgain(mine);
    expect(idsOf()).toEqual([kept]);
    expect(idsOf(second)).toEqual([foreign]);
  });

  test('deleted while it is fetched, and undone, it comes back with all it had', async () => {
    const run = randomUUID();
    await putRun(run, carId);
    const purchase = { base: 0, parentId: planId, body: NO_PURCHASE };
    await client.http.put(`/api/purchases/${planId}`).send(purchase);
    const loading = loadCar(mine, carId);
    mine.dispatch(deleteDocument('car', carId));
    await loading;
    await isSaved();
    expect((await client.http.get(`/api/plans/${planId}`)).status).toBe(404);
    mine.dispatch(undone({ at: 1 }));
    await isSaved();
    await until(async () => (await client.http.get(`/api/plans/${planId}`)).status === 200);
    expect(selectGarage(state())[0]!.plans.map(({ id }) => id)).toEqual([planId]);
    await loadCar(mine, carId);
    expect([planOf(state(), planId)?.plan, idsOf()]).toEqual([plan, [run]]);
    await isSaved();
    expect((await client.http.get(`/api/purchases/${planId}`)).status).toBe(200);
  });

  test('a device that may lose the server takes every car along, the newest first, however often the line breaks', async () => {
    const second = (await client.addCar()).id;
    const third = (await client.addCar()).id;
    await loadAgain(mine);
    await client.http.delete(`/api/cars/${second}`).send({ base: 1 });
    line.away = true;
    const taken = takeAlong(mine);
    await new Promise((resolve) => setTimeout(resolve));
    expect(isCarHere(state(), third)).toBe(false);
    line.away = false;
    line.requests = [];
    await taken;
    expect([carId, second, third].map((id) => isCarHere(state(), id))).toEqual([true, false, true]);
    expect(planOf(state(), planId)?.plan).toEqual(plan);
    expect(line.requests.map(({ path }) => path)).toEqual([third, second, carId].map((id) => `/api/whole-car/${id}`));
  });

  test('a copy of a car takes its runs along though nobody looked at them; without a server it says so and copies nothing', async () => {
    const run = randomUUID();
    await putRun(run, carId);
    line.away = true;
    await mine.dispatch(duplicateCar(carId));
    expect(selectGarage(state())).toHaveLength(1);
    expect(state().notices.at(-1)?.text).toContain('not all of the car is here');
    line.away = false;
    await mine.dispatch(duplicateCar(carId));
    const copy = selectGarage(state()).find(({ id }) => id !== carId)!;
    expect(runsOfCar(state(), copy.id)).toHaveLength(1);
    await isSaved();
  });
});
