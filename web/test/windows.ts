import { KIND_NAMES, LIST_NAMES, splitPlanFile, type DocList } from '@puddler/contract';
import { plainPlan } from '../../core/test/helpers';
import { startServer } from '../../server/test/helpers';
import type { Running } from '../../server/src/serve';
import type * as Request from '../src/api/request';
import type * as Slice from '../src/document-store/document-store-slice';
import type * as Edits from '../src/document-store/edits';
import type * as Feed from '../src/document-store/change-feed';
import type * as Load from '../src/document-store/load';
import type * as Noted from '../src/document-store/noted-edits';
import type * as Selectors from '../src/document-store/selectors';
import type * as Store from '../src/document-store/store';
import type * as Sync from '../src/document-store/sync';
import type * as Unsaved from '../src/document-store/unsaved';

const { car, plan } = splitPlanFile(plainPlan());

export type Pick = (below: number) => number;
type Page = typeof Request &
  typeof Slice &
  typeof Edits &
  typeof Feed &
  typeof Load &
  typeof Noted &
  typeof Selectors &
  typeof Store &
  typeof Sync &
  typeof Unsaved;
const MODULES = [
  'api/request',
  ...['document-store-slice', 'edits', 'change-feed', 'load', 'noted-edits', 'selectors', 'store', 'sync', 'unsaved'].map(
    (name) => `document-store/${name}`,
  ),
];

/** How a device reaches the server: at all; not at all; or so that what it sends arrives, and no answer comes back. */
export type Reach = 'in reach' | 'away' | 'deaf';

/** What a device has of its own beside its page: what the page keeps in the browser outlives it. */
export class Device {
  reach: Reach = 'in reach';
  /** The browser's IndexedDB, by the name of the database. */
  readonly kept = new Map<string, Map<string, unknown>>();
  /** Answers that the service worker kept, where there is one. */
  readonly answers?: Map<string, string>;

  constructor({ keepsAnswers = false } = {}) {
    if (keepsAnswers) this.answers = new Map();
  }
}

/** A page from when it is opened until it is closed: then nothing that it asked for comes to it, and nothing that it does has an effect. */
interface Visit {
  device: Device;
  isClosed: boolean;
}
const visits = new Map<string, Visit>();
const NEVER = new Promise<never>(() => undefined);
const realFetch = globalThis.fetch;

const sources = new Set<StreamSource>();

/** Server-sent events over the real server, as a browser reads them. */
class StreamSource {
  onmessage?: (event: { data: string; lastEventId: string }) => void;
  onerror?: () => void;
  private readonly listeners = new Map<string, (event: { data: string; lastEventId: string }) => void>();
  private readonly ended = new AbortController();
  readonly visit: Visit | undefined;

  constructor(path: string) {
    this.visit = visits.get(new URL(path, 'http://puddler').searchParams.get('page') ?? '');
    sources.add(this);
    void this.read(path)
      .catch(() => undefined)
      .then(() => !this.ended.signal.aborted && this.onerror?.());
  }
  addEventListener(name: string, listener: (event: { data: string; lastEventId: string }) => void): void {
    this.listeners.set(name, listener);
  }
  close(): void {
    sources.delete(this);
    this.ended.abort();
  }
  /** The connection ends, and nobody closed it. */
  breakOff(): void {
    this.close();
    this.onerror?.();
  }
  private async read(path: string): Promise<void> {
    if (this.visit && this.visit.device.reach !== 'in reach') throw new TypeError('Failed to fetch');
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

/** What a page of a device asks of the server, where that is in reach. */
async function fetchOf(real: typeof fetch, address: string, input: string, init?: RequestInit): Promise<Response> {
  const visit = visits.get(new Headers(init?.headers).get('x-page') ?? '');
  if (!visit) return real(new URL(input, address), init);
  const { device } = visit;
  const isRead = (init?.method ?? 'GET') === 'GET';
  const isCutOff = () => device.reach === 'away' || (device.reach === 'deaf' && isRead);
  let answer: Response | undefined;
  if (!visit.isClosed && !isCutOff()) answer = await real(new URL(input, address), init);
  if (visit.isClosed) return NEVER;
  if (!answer || device.reach !== 'in reach') {
    const kept = isRead && init?.cache !== 'no-cache' ? device.answers?.get(input) : undefined;
    if (kept !== undefined) return new Response(kept, { headers: { 'x-kept': 'yes' } });
    throw new TypeError('Failed to fetch');
  }
  if (isRead && answer.ok) device.answers?.set(input, await answer.clone().text());
  return answer;
}

/** Begins a server and what pages have around them; returns the server. `stopServer` ends both. */
export async function serverForWindows(): Promise<Running> {
  const server = await startServer();
  globalThis.fetch = (input, init) => fetchOf(realFetch, server.address, input as string, init);
  const document = Object.assign(new EventTarget(), { visibilityState: 'visible' });
  Object.assign(globalThis, {
    window: new EventTarget(),
    document,
    localStorage: { getItem: () => null },
    EventSource: StreamSource,
    location: { hostname: 'localhost' },
  });
  return server;
}

export async function stopServer(server: Running): Promise<void> {
  for (const source of sources) source.close();
  visits.clear();
  // A page that was closed with edits tries again for ever: this is the last time.
  globalThis.fetch = () => NEVER;
  await server.stop();
}

/** All windows are hidden behind another program, or looked at. */
export function setVisible(isVisible: boolean): void {
  Object.assign(document, { visibilityState: isVisible ? 'visible' : 'hidden' });
  document.dispatchEvent(new Event('visibilitychange'));
}

/** A device loses the server, or is in its reach again. */
export function setReach(device: Device, reach: Reach): void {
  device.reach = reach;
  if (reach !== 'in reach') for (const source of [...sources]) if (source.visit?.device === device) source.breakOff();
}

/** A window with modules of its own, as each page has them: its name on the wire among them. */
export async function openWindow(device = new Device()) {
  let page!: Page;
  const visit: Visit = { device, isClosed: false };
  jest.isolateModules(() => {
    jest.doMock('idb-keyval', () => keptBy(visit));
    page = Object.assign({}, ...MODULES.map((name) => jest.requireActual<object>(`../src/${name}`)));
  });
  visits.set(page.PAGE, visit);
  const store = page.createStore();
  page.keepUnsaved(store, await page.recallUnsaved(store));
  let sendNow: () => void = () => undefined;
  const end = page.followChanges(store, () => sendNow());
  const ready = page.loadGarage(store).then(() => {
    sendNow = page.startSync(store, 5);
    return page.takeAlong(store);
  });
  if (device.reach === 'in reach') await ready;
  const close = () => {
    visit.isClosed = true;
    end();
  };
  return { page, store, device, ready, close };
}
export type Window = Awaited<ReturnType<typeof openWindow>>;

/** The browser's IndexedDB of a device, as a page has it. */
function keptBy(visit: Visit) {
  const { kept } = visit.device;
  const mapOf = (name: unknown) => kept.get(name as string) ?? kept.set(name as string, new Map()).get(name as string)!;
  return {
    createStore: (name: string) => name,
    entries: (name: unknown) => Promise.resolve([...mapOf(name)]),
    setMany: (all: [string, unknown][], name: unknown) => {
      if (visit.isClosed) return NEVER;
      // Of this realm, as a browser's are of the page's.
      for (const [key, value] of all) mapOf(name).set(key, JSON.parse(JSON.stringify(value)));
      return Promise.resolve();
    },
    delMany: (keys: string[], name: unknown) => {
      if (visit.isClosed) return NEVER;
      for (const key of keys) mapOf(name).delete(key);
      return Promise.resolve();
    },
    keys: (name: unknown) => Promise.resolve([...mapOf(name).keys()]),
  };
}

/** The documents that a window shows, by key. */
export const shown = ({ store }: Window) =>
  Object.fromEntries(
    Object.values(store.getState().documentStore.entries)
      .filter(({ content }) => content)
      .map(({ key, content }) => [key, content!.body]),
  );

/** The documents that the server has, by key. */
export async function onServer(): Promise<Record<string, unknown>> {
  const lists = await Promise.all(LIST_NAMES.map(async (list) => (await (await fetch(`/api/${list}`)).json()) as DocList));
  return Object.fromEntries(
    lists.flatMap(({ documents }) => KIND_NAMES.flatMap((kind) => (documents[kind] ?? []).map(({ id, body }) => [`${kind}:${id}`, body]))),
  );
}

/** One thing that a builder does: what there is to choose from is what this window shows. */
export function act({ page, store }: Window, pick: Pick): void {
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

/** Answers what only the builder can answer, either way, and with `theirs` of the figures named; lets go what belongs to something that is deleted. */
export function answer({ page, store }: Window, pick: Pick, theirs: string[] = []): void {
  const asked = page.selectConflict(store.getState());
  if (asked?.conflict?.deleted || asked?.content === null) store.dispatch(page.deletionSettled({ key: asked.key, keep: pick(2) === 0 }));
  else if (asked) store.dispatch(page.conflictSettled({ key: asked.key, theirs }));
  const refused = page.selectRefused(store.getState());
  if (refused?.content) store.dispatch(page.deleteDocument(refused.content.kind, refused.id));
}

/** Waits until all windows are settled and show what the server has, as when their cars are looked at again. */
export async function untilAlike(windows: readonly Window[], settle: () => boolean): Promise<void> {
  await until(
    async () => {
      if (!settle()) return false;
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
}

export const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

export async function until(holds: () => boolean | Promise<boolean>, what: () => unknown): Promise<void> {
  const deadline = Date.now() + 20_000;
  while (!(await holds())) {
    if (Date.now() > deadline) throw new Error(`never held: ${JSON.stringify(await what()).slice(0, 3000)}`);
    await pause(10);
  }
}

/** Keys in one order, whatever window they come from. */
const sorted = (_key: string, value: unknown) =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
