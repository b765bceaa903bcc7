import { splitPlanFile, type PartDoc, type PartWrite } from '@puddler/contract';
import type { Part } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { createStore, type AppStore } from '../src/app/store';
import { conflictSettled, garageLoaded, partKey, planKey, shelfLoaded, undone } from '../src/data/desk-slice';
import { addParts, changeParts, editPlan } from '../src/data/edits';
import { partOf, selectConflict, selectRefused, selectSaveStatus, selectShelf } from '../src/data/selectors';
import { startSync } from '../src/data/sync';

const times = { createdAt: '2026-11-24T08:00:00.000Z', updatedAt: '2026-11-24T08:00:00.000Z' };
const { car, plan } = splitPlanFile(plainPlan());
const fan = (name: string): Part => ({ kind: 'fan', name, status: 'owned', spec: {} });

/** As the server answers, on a shelf in memory. */
class FakeServer {
  parts = new Map<string, { version: number; part: Part }>();
  requests: { method: string; path: string; body: { writes?: PartWrite[]; base?: number } }[] = [];
  away = false;
  refuses: string | undefined;

  answer = async (input: Request): Promise<Response> => {
    if (this.away) throw new TypeError('fetch failed');
    const path = new URL(input.url).pathname;
    const body = (await input.json()) as (typeof this.requests)[number]['body'];
    this.requests.push({ method: input.method, path, body });
    const reply = (status: number, value: unknown) =>
      new Response(JSON.stringify(value), { status, headers: { 'content-type': 'application/json' } });
    if (path.startsWith('/api/plans/')) return reply(200, { id: 'p1', carId: 'c1', plan, ...times, version: body.base! + 1 });
    const bad = body.writes!.findIndex(({ part }) => part !== null && part.name === this.refuses);
    if (bad >= 0)
      return reply(422, {
        error: {
          code: 'bad-document',
          message: 'The document has problems.',
          mend: '',
          problems: [{ path: `writes[${bad}].part.name`, allowed: 'another', message: 'no' }],
        },
      });
    return reply(200, { results: body.writes!.map((write) => this.one(write)) });
  };

  private one({ id, base, part }: PartWrite) {
    const kept = this.parts.get(id);
    if (kept && kept.version !== base) return { id, state: 'stale', current: { id, version: kept.version, part: kept.part, ...times } };
    if (part === null) {
      this.parts.delete(id);
      return { id, state: 'deleted' };
    }
    this.parts.set(id, { version: (kept?.version ?? 0) + 1, part });
    return { id, state: 'written', version: (kept?.version ?? 0) + 1 };
  }
}

let server: FakeServer;
let store: AppStore;

const settle = async (holds: () => boolean) => {
  for (let i = 0; i < 300 && !holds(); i++) await new Promise((resolve) => setTimeout(resolve, 20));
  expect(holds()).toBe(true);
};
const saved = () => settle(() => selectSaveStatus(store.getState()) === 'saved');

beforeEach(() => {
  server = new FakeServer();
  // The page's own addresses have no host; a request outside a browser needs one.
  const RealRequest = globalThis.Request;
  jest.spyOn(globalThis, 'Request').mockImplementation((input, init) => new RealRequest(new URL(input as string, 'http://127.0.0.1'), init));
  jest.spyOn(globalThis, 'fetch').mockImplementation((input) => server.answer(input as Request));
  Object.assign(globalThis, { window: { addEventListener: () => undefined } });
  store = createStore();
  store.dispatch(
    garageLoaded({ cars: [{ id: 'c1', version: 1, car, bench: {}, ...times }], plans: [{ id: 'p1', carId: 'c1', version: 1, plan, ...times }] }),
  );
  startSync(store);
});
afterEach(() => jest.restoreAllMocks());

test('many parts go in one request, and a plan by itself', async () => {
  store.dispatch(addParts(Array.from({ length: 250 }, (_, i) => fan(`F${i}`))));
  store.dispatch(editPlan('p1', 'gearing.pinion', 19, 'pinion'));
  await saved();
  expect(server.parts.size).toBe(250);
  expect(server.requests.filter(({ path }) => path === '/api/shelf')).toHaveLength(1);
  expect(server.requests.filter(({ path }) => path === '/api/plans/p1')).toHaveLength(1);
  expect(store.getState().desk.held[planKey('p1')]!.remote).toMatchObject({ version: 2 });
});

test('more than a request holds goes in several', async () => {
  store.dispatch(addParts(Array.from({ length: 2500 }, (_, i) => fan(`F${i}`))));
  await saved();
  expect(server.parts.size).toBe(2500);
  expect(server.requests.map(({ body }) => body.writes!.length)).toEqual([1000, 1000, 500]);
});

test('undone before it was sent leaves nothing to send; after, it is deleted', async () => {
  store.dispatch(addParts([fan('A')]));
  store.dispatch(undone({ at: 1 }));
  await saved();
  expect(server.requests).toEqual([]);
  store.dispatch(addParts([fan('B')]));
  await saved();
  store.dispatch(undone({ at: 2 }));
  await saved();
  expect(server.parts.size).toBe(0);
});

test('a part that was changed elsewhere asks; mine goes on top of the newer one', async () => {
  const doc: PartDoc = { id: 's1', version: 1, part: fan('Old'), ...times };
  server.parts.set('s1', { version: 4, part: fan('Theirs') });
  store.dispatch(shelfLoaded({ parts: [doc], last: true }));
  store.dispatch(changeParts(['s1'], (part) => ({ ...part, name: 'Mine' }), 'rename'));
  await settle(() => selectConflict(store.getState()) !== undefined);
  expect(selectConflict(store.getState())!.conflict).toMatchObject({ version: 4, content: { part: { name: 'Theirs' } } });
  store.dispatch(conflictSettled({ key: partKey('s1'), keep: 'mine' }));
  await saved();
  expect(server.parts.get('s1')).toEqual({ version: 5, part: fan('Mine') });
});

test('an answer that was lost on the way is no conflict', async () => {
  server.parts.set('s1', { version: 2, part: fan('Mine') });
  store.dispatch(shelfLoaded({ parts: [{ id: 's1', version: 1, part: fan('Old'), ...times }], last: true }));
  store.dispatch(changeParts(['s1'], (part) => ({ ...part, name: 'Mine' }), 'rename'));
  await saved();
  expect(selectConflict(store.getState())).toBeUndefined();
});

test('one refused part does not hold up the others', async () => {
  server.refuses = 'Bad';
  store.dispatch(addParts([fan('Good'), fan('Bad'), fan('Better')]));
  await settle(() => server.parts.size === 2);
  expect(selectRefused(store.getState())).toMatchObject({ content: { part: { name: 'Bad' } } });
  const bad = selectShelf(store.getState()).find(({ part }) => part.name === 'Bad')!;
  store.dispatch(changeParts([bad.id], (part) => ({ ...part, name: 'Mended' }), 'rename'));
  await saved();
  expect([...server.parts.values()].map(({ part }) => part.name).sort()).toEqual(['Better', 'Good', 'Mended']);
});

test('a server that is away loses nothing', async () => {
  server.away = true;
  const [id] = store.dispatch(addParts([fan('Patient')]));
  await settle(() => selectSaveStatus(store.getState()) === 'offline');
  expect(partOf(store.getState(), id!)).toEqual(fan('Patient'));
  server.away = false;
  await saved();
  expect(server.parts.get(id!)!.part).toEqual(fan('Patient'));
});
