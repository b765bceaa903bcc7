import { KIND_NAMES, LIST_NAMES, splitPlanFile, type DocList } from '@puddler/contract';
import { randomStream } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { clientOf, startServer } from '../../server/test/helpers';
import type { Running } from '../../server/src/serve';
import type * as Slice from '../src/document-store/document-store-slice';
import type * as Edits from '../src/document-store/edits';
import type * as Feed from '../src/document-store/change-feed';
import type * as Load from '../src/document-store/load';
import type * as Noted from '../src/document-store/noted-edits';
import type * as Selectors from '../src/document-store/selectors';
import type * as Store from '../src/document-store/store';
import type * as Sync from '../src/document-store/sync';

const { car, plan } = splitPlanFile(plainPlan());

let server: Running;
const sources = new Set<StreamSource>();

/** Server-sent events over the real server, as a browser reads them. */
class StreamSource {
  onmessage?: (event: { data: string; lastEventId: string }) => void;
  onerror?: () => void;
  private readonly listeners = new Map<string, (event: { data: string; lastEventId: string }) => void>();
  private readonly ended = new AbortController();

  constructor(path: string) {
    sources.add(this);
    void this.read(path).catch(() => undefined);
  }
  addEventListener(name: string, listener: (event: { data: string; lastEventId: string }) => void): void {
    this.listeners.set(name, listener);
  }
  close(): void {
    sources.delete(this);
    this.ended.abort();
  }
  private async read(path: string): Promise<void> {
    const { body } = await fetch(path, { signal: this.ended.signal });
    let text = '';
    for await (const piece of body!.pipeThrough(new TextDecoderStream())) {
      text += piece;
      const blocks = text.split('\n\n');
      text = blocks.pop()!;
      for (const block of blocks) {
        const field = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(block)?.[1] ?? '';
        const event = { data: field('data'), lastEventId: field('id') };
        const name = field('event');
        if (name === '') this.onmessage?.(event);
        else this.listeners.get(name)?.(event);
      }
    }
  }
}

/** A window with modules of its own, as each page has them: its name on the wire among them. */
async function openWindow() {
  let page!: typeof Slice & typeof Edits & typeof Feed & typeof Load & typeof Noted & typeof Selectors & typeof Store & typeof Sync;
  jest.isolateModules(() => {
    const folder = '../src/document-store/';
    page = Object.assign(
      {},
      ...['document-store-slice', 'edits', 'change-feed', 'load', 'noted-edits', 'selectors', 'store', 'sync'].map((name) =>
        jest.requireActual<object>(`${folder}${name}`),
      ),
    );
  });
  const store = page.createStore();
  const end = page.followChanges(store, () => undefined);
  await page.loadGarage(store);
  await page.takeAlong(store);
  page.startSync(store, 5);
  return { page, store, end };
}
type Window = Awaited<ReturnType<typeof openWindow>>;

const shown = ({ store }: Window) =>
  Object.fromEntries(
    Object.values(store.getState().documentStore.entries)
      .filter(({ content }) => content)
      .map(({ key, content }) => [key, content!.body]),
  );

async function onServer(): Promise<Record<string, unknown>> {
  const lists = await Promise.all(LIST_NAMES.map(async (list) => (await (await fetch(`/api/${list}`)).json()) as DocList));
  return Object.fromEntries(
    lists.flatMap(({ documents }) => KIND_NAMES.flatMap((kind) => (documents[kind] ?? []).map(({ id, body }) => [`${kind}:${id}`, body]))),
  );
}

beforeEach(async () => {
  server = await startServer();
  const realFetch = globalThis.fetch;
  jest.spyOn(globalThis, 'fetch').mockImplementation((input, init) => realFetch(new URL(input as string, server.address), init));
  const listens = { addEventListener: () => undefined, removeEventListener: () => undefined };
  Object.assign(globalThis, {
    window: listens,
    document: { ...listens, visibilityState: 'visible' },
    EventSource: StreamSource,
    location: { hostname: 'localhost' },
  });
});
afterEach(async () => {
  for (const source of sources) source.close();
  jest.restoreAllMocks();
  await server.stop();
});

/** One thing that a builder does: what there is to choose from is what this window shows. */
function act({ page, store }: Window, pick: (below: number) => number): void {
  const keys = Object.keys(store.getState().documentStore.entries).filter((key) => store.getState().documentStore.entries[key as never]!['content']);
  const idsOf = (kind: string) => keys.filter((key) => key.startsWith(`${kind}:`)).map((key) => key.slice(kind.length + 1));
  const one = (ids: string[]) => ids[pick(ids.length)] ?? '';
  const at = Date.now();
  const deeds = [
    () => store.dispatch(page.editPlan(one(idsOf('plan')), 'gearing.pinion', 12 + pick(12), 'pinion')),
    () => store.dispatch(page.editPlan(one(idsOf('plan')), 'gearing.spur', 50 + pick(30), 'spur')),
    () =>
      idsOf('plan').length > 0 &&
      store.dispatch(page.editPurchase(one(idsOf('plan')), (noted) => ({ ...noted, favours: pick(2) ? 'heat' : 'speed' }), 'order')),
    () => store.dispatch(page.deleteDocument('plan', one(idsOf('plan')))),
    () => store.dispatch(page.deleteDocument('car', one(idsOf('car')))),
    () => store.dispatch(page.undone({ at })),
    () => store.dispatch(page.undone({ at })),
    () => store.dispatch(page.redone({ at })),
    () => idsOf('car').length > 0 && store.dispatch(page.addPlan(one(idsOf('car')), { ...plan, name: `Plan ${pick(1000)}` })),
    () => store.dispatch(page.addCar({ ...car, name: `Car ${pick(1000)}` }, [{ plan }])),
  ];
  deeds[pick(deeds.length)]!();
}

/** Answers what only the builder can answer, either way; lets go what belongs to something that is deleted. */
function answer({ page, store }: Window, pick: (below: number) => number): void {
  const asked = page.selectConflict(store.getState());
  if (asked?.conflict?.deleted || asked?.content === null) store.dispatch(page.deletionSettled({ key: asked.key, keep: pick(2) === 0 }));
  else if (asked) store.dispatch(page.conflictSettled({ key: asked.key, theirs: [] }));
  const refused = page.selectRefused(store.getState());
  if (refused?.content) store.dispatch(page.deleteDocument(refused.content.kind, refused.id));
}

const until = async (holds: () => boolean | Promise<boolean>, what: () => unknown) => {
  const deadline = Date.now() + 20_000;
  while (!(await holds())) {
    if (Date.now() > deadline) throw new Error(`never held: ${JSON.stringify(await what()).slice(0, 3000)}`);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
};

test.each([1, 2, 3, 4, 5, 6, 7, 8])(
  'two windows that edit, delete, undo and redo at the same time end with the same garage (seed %i)',
  async (seed) => {
    const client = clientOf(server);
    const { id } = await client.addCar();
    for (let i = 0; i < 3; i++) await client.addPlan(id);
    const windows = [await openWindow(), await openWindow()];
    const random = randomStream(seed);
    const pick = (below: number) => Math.floor(random() * below);
    const settle = () => {
      for (const one of windows) answer(one, pick);
      return windows.every(({ page, store }) => page.selectSaveStatus(store.getState()) === 'saved');
    };
    for (let i = 0; i < 60; i++) {
      act(windows[pick(2)]!, pick);
      if (pick(3) === 0) await new Promise((resolve) => setTimeout(resolve, pick(40)));
      if (pick(6) === 0) await until(settle, () => windows.map(({ page, store }) => page.selectUnsettled(store.getState())));
    }
    await until(
      async () => {
        if (!settle()) return false;
        // As when a car is looked at again.
        for (const { page, store } of windows) await page.takeAlong(store);
        const held = JSON.stringify(await onServer(), sorted);
        return settle() && windows.every((one) => JSON.stringify(shown(one), sorted) === held);
      },
      async () => {
        const held = await onServer();
        const views = windows.map(shown);
        const differing = [...new Set([held, ...views].flatMap((view) => Object.keys(view)))].filter(
          (key) => new Set([held, ...views].map((view) => JSON.stringify(view[key], sorted))).size > 1,
        );
        return differing.map((key) => ({
          key,
          server: held[key],
          windows: windows.map(({ store }) => store.getState().documentStore.entries[key as never]),
        }));
      },
    );
    const held = await onServer();
    for (const one of windows) {
      expect(shown(one)).toEqual(held);
      one.end();
    }
  },
);

/** Keys in one order, whatever window they come from. */
const sorted = (_key: string, value: unknown) =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
