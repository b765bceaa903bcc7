import { createHash } from 'node:crypto';
import { clientOf, jpeg, startServer } from '../../server/test/helpers';
import type { Running } from '../../server/src/serve';
import { fileAddress, keepFile, recallFiles } from '../src/document-store/keep-files';
import { addParts } from '../src/document-store/part-edits';
import { selectSaveStatus, selectWaiting } from '../src/document-store/selectors';
import { createStore, type AppStore } from '../src/document-store/store';
import { startSync } from '../src/document-store/sync';
import type { WaitingBytes } from '../src/workers/waiting-bytes';

/** The browser's own store, which outlives a page; Node has none. */
const mockKept = new Map<string, WaitingBytes>();
let mockIsFull = false;
jest.mock('../src/workers/waiting-bytes', () => ({
  putWaiting: async (hash: string, one: WaitingBytes) => {
    if (mockIsFull) throw new Error('QuotaExceededError');
    mockKept.set(hash, one);
    return Promise.resolve();
  },
  dropWaiting: async (hash: string) => Promise.resolve(void mockKept.delete(hash)),
  allWaiting: async () => Promise.resolve([...mockKept].sort(([, a], [, b]) => a.at - b.at)),
}));

/** What the browser says of its store, where it says anything. */
const browserStorage = (storage: object | undefined) =>
  Object.defineProperty(globalThis, 'navigator', { value: storage ? { storage } : {}, configurable: true });

const sha256 = (bytes: Buffer | string) => createHash('sha256').update(bytes).digest('hex');
const picture = (fill: number) => new Blob([jpeg(fill)], { type: 'image/jpeg' });

let server: Running;
let isAway: boolean;
let posts: string[];
let store: AppStore;
beforeEach(async () => {
  server = await startServer();
  isAway = false;
  posts = [];
  mockIsFull = false;
  mockKept.clear();
  const realFetch = globalThis.fetch;
  jest.spyOn(globalThis, 'fetch').mockImplementation(async (input, init) => {
    if (isAway) throw new TypeError('fetch failed');
    if (init?.method === 'POST') posts.push(input as string);
    return realFetch(new URL(input as string, server.address), init);
  });
  Object.assign(globalThis, { window: { addEventListener: () => undefined } });
  browserStorage(undefined);
  store = createStore();
});
afterEach(async () => {
  jest.restoreAllMocks();
  await server.stop();
});

const until = async (holds: () => boolean) => {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 10));
};

test('with the server in reach a file goes there, and nothing waits', async () => {
  const ref = await keepFile(store, 'photo', picture(1));
  expect(ref).toMatchObject({ hash: sha256(jpeg(1)), type: 'image/jpeg' });
  expect(mockKept.size).toBe(0);
  expect(fileAddress(ref)).toBe(`/api/files/${ref.hash}`);
});

test('what the server refuses does not wait', async () => {
  await expect(keepFile(store, 'photo', new Blob(['no picture']))).rejects.toMatchObject({ status: 415, error: { code: 'photo-type' } });
  expect(mockKept.size).toBe(0);
});

test('with the server away it waits under the name that the server will give it, and is sent before the documents, the oldest first', async () => {
  isAway = true;
  startSync(store, 5);
  const [photo, log] = [await keepFile(store, 'photo', picture(2)), await keepFile(store, 'log', new Blob(['time,speed\n1,2\n']))];
  expect([photo.hash, log.hash]).toEqual([sha256(jpeg(2)), sha256('time,speed\n1,2\n')]);
  expect(fileAddress(photo)).toMatch(/^blob:/);
  store.dispatch(addParts([{ kind: 'fan', name: 'F', status: 'owned', spec: {} }]));
  await until(() => selectSaveStatus(store.getState()) === 'offline');
  expect(selectWaiting(store.getState())).toBe(3);
  isAway = false;
  await until(() => selectSaveStatus(store.getState()) === 'saved');
  expect(posts).toEqual(['/api/files', '/api/files/logs', '/api/parts']);
  expect(mockKept.size).toBe(0);
  for (const { hash } of [photo, log]) expect((await clientOf(server).http.get(`/api/files/${hash}`)).status).toBe(200);
});

test('what waited when the page was closed is sent by the next one', async () => {
  mockKept.set(sha256(jpeg(3)), { as: 'photo', bytes: picture(3), at: 1 });
  await recallFiles(store);
  expect(selectSaveStatus(store.getState())).toBe('saving');
  startSync(store, 5);
  await until(() => selectSaveStatus(store.getState()) === 'saved');
  expect((await clientOf(server).http.get(`/api/files/${sha256(jpeg(3))}`)).status).toBe(200);
});

test('one that is refused when it is sent is said, and holds up nothing', async () => {
  mockKept.set('a'.repeat(64), { as: 'photo', bytes: new Blob(['rotten']), at: 1 });
  await recallFiles(store);
  startSync(store, 5);
  await until(() => selectSaveStatus(store.getState()) === 'saved');
  expect(store.getState().notices.map(({ text }) => text)).toEqual([expect.stringMatching(/^A photo that waited was not taken\. This is no photo/)]);
});

test('a browser without room says so instead of losing it', async () => {
  isAway = true;
  browserStorage({ estimate: () => Promise.resolve({ usage: 95, quota: 100 }) });
  await expect(keepFile(store, 'photo', picture(4))).rejects.toThrow('this browser has no room for it until what waits is sent.');
  browserStorage(undefined);
  mockIsFull = true;
  await expect(keepFile(store, 'photo', picture(5))).rejects.toThrow('this browser has no room for it until what waits is sent.');
  expect(selectWaiting(store.getState())).toBe(0);
});
