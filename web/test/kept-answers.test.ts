import { createStore, delMany, entries, get, set, type UseStore } from 'idb-keyval';
import { KeptAnswers, programOf } from '../src/jobs/kept-answers';

// Node has no IndexedDB; a browser's own is used in e2e/keeping.spec.ts.
jest.mock('idb-keyval');
const kept = new Map<string, { at: number; value: { can: number[] }; digest: string }>();

beforeEach(() => {
  kept.clear();
  jest.mocked(createStore).mockReturnValue(kept as unknown as UseStore);
  jest.mocked(get).mockImplementation((key) => Promise.resolve(structuredClone(kept.get(key as string)) as never));
  jest.mocked(set).mockImplementation((key, value) => Promise.resolve(void kept.set(key as string, structuredClone(value) as never)));
  jest.mocked(entries).mockImplementation(() => Promise.resolve([...kept] as never));
  jest.mocked(delMany).mockImplementation((keys) => Promise.resolve(keys.forEach((key) => kept.delete(key as string))));
});

const VALUE = { can: [61.5, NaN, 74] };

test('what was computed on one visit is there on the next, by all that was asked', async () => {
  await new KeptAnswers('bands', 'page-1.js').set({ pinion: 18 }, VALUE);
  const next = new KeptAnswers('bands', 'page-1.js');
  expect(await next.get({ pinion: 18 })).toEqual(VALUE);
  expect(await next.get({ pinion: 19 })).toBeUndefined();
  expect(await new KeptAnswers('bands', 'page-2.js').get({ pinion: 18 })).toBeUndefined();
});

test.each<[string, (one: { value: { can: number[] }; digest: string }) => void]>([
  ['one figure differs', (one) => (one.value.can[0] = 61.6)],
  ['a figure is missing', (one) => one.value.can.pop()],
  ['the digest differs', (one) => (one.digest = one.digest.replace(/^./, (first) => (first === '0' ? '1' : '0')))],
  ['nothing is left', (one) => Object.assign(one, { value: undefined })],
])('it is worked out again where %s', async (_what, damage) => {
  const answers = new KeptAnswers<object, typeof VALUE>('bands', 'page-1.js');
  await answers.set({ pinion: 18 }, VALUE);
  for (const one of kept.values()) damage(one);
  expect(await answers.get({ pinion: 18 })).toBeUndefined();
});

test('the newest stay, and none of another program', async () => {
  await new KeptAnswers('searches', 'page-1.js', 2).set({ pinion: 1 }, VALUE);
  const answers = new KeptAnswers('searches', 'page-2.js', 2);
  for (const pinion of [10, 11, 12]) {
    await answers.set({ pinion }, VALUE);
    for (const one of kept.values()) one.at -= 1000;
  }
  await answers.tidy();
  expect([...kept.keys()]).toEqual(['page-2.js {"pinion":11}', 'page-2.js {"pinion":12}']);
});

test('a browser that refuses its store, or a page that is not built, keeps nothing and fails nothing', async () => {
  jest.mocked(set).mockRejectedValue(new Error('QuotaExceededError'));
  jest.mocked(get).mockRejectedValue(new Error('InvalidStateError'));
  const answers = new KeptAnswers('bands', 'page-1.js');
  await answers.set({ pinion: 18 }, VALUE);
  expect(await answers.get({ pinion: 18 })).toBeUndefined();
  expect(programOf('http://127.0.0.1:5173/src/jobs/plan-jobs.ts')).toBeUndefined();
  expect(programOf('http://127.0.0.1:8417/assets/index-abc.js')).toBe('index-abc.js');
});
