/** @jest-environment jsdom */
import './jsdom-gaps';
import { act, renderHook, waitFor } from '@testing-library/react';
import { current, latest } from '../src/jobs/asked';
import { AnswerCache } from '../src/jobs/answer-cache';
import type { KeptAnswers } from '../src/jobs/kept-answers';
import { Job, useJob } from '../src/jobs/use-job';
import type { AskOptions, WorkerClient } from '../src/jobs/worker-client';

type Tasks = { square: (question: { x: number }) => number };
interface Question {
  question: { x: number };
  options: AskOptions<never>;
  answer: (value: number) => void;
  fail: (cause: Error) => void;
}

/** Does something, and lets what comes of it be drawn. */
const settle = (change: () => void) =>
  act(() => {
    change();
    return Promise.resolve();
  });

/** Stands for a client: a test answers what was asked of it. */
function standIn() {
  const asked: Question[] = [];
  const ask = (_task: string, question: { x: number }, options: AskOptions<never>) =>
    new Promise<number>((answer, fail) => asked.push({ question, options, answer, fail }));
  return { asked, client: { ask } as unknown as WorkerClient<Tasks> };
}

test('the last answer stays while the next is computed; a newer question cancels the older one', async () => {
  const { asked, client } = standIn();
  const job = new Job(client, 'square');
  const [two, three, four] = [{ x: 2 }, { x: 3 }, { x: 4 }];
  const { result, rerender } = renderHook(({ q }) => useJob(job, q), { initialProps: { q: two } });
  expect(result.current).toMatchObject({ state: 'waiting', last: undefined });
  await settle(() => asked[0]!.answer(4));
  expect(result.current).toEqual({ state: 'ready', value: 4 });
  rerender({ q: three });
  expect(result.current).toMatchObject({ state: 'waiting', last: 4, sofar: undefined });
  expect([latest(result.current), current(result.current)]).toEqual([4, undefined]);
  rerender({ q: four });
  expect(asked[1]!.options.signal!.aborted).toBe(true);
  await settle(() => asked[1]!.answer(9));
  expect(result.current).toMatchObject({ state: 'waiting', last: 4 });
  await settle(() => asked[2]!.answer(16));
  expect(result.current).toEqual({ state: 'ready', value: 16 });
});

test('two viewers of one kind do not cancel each other', async () => {
  const { asked, client } = standIn();
  const job = new Job(client, 'square');
  const [a, b] = [{ x: 2 }, { x: 3 }];
  const one = renderHook(() => useJob(job, a));
  const other = renderHook(() => useJob(job, b));
  expect(asked.map((question) => question.options.signal!.aborted)).toEqual([false, false]);
  await settle(() => asked.forEach((question) => question.answer(question.question.x ** 2)));
  expect([one.result.current, other.result.current]).toMatchObject([{ value: 4 }, { value: 9 }]);
});

test('two viewers of one question share its answer; it is given up when the last of them leaves', async () => {
  const { asked, client } = standIn();
  const job = new Job(client, 'square', { keeps: 4 });
  const question = { x: 6 };
  const one = renderHook(() => useJob(job, question));
  const other = renderHook(() => useJob(job, question));
  expect(asked).toHaveLength(1);
  one.unmount();
  expect(asked[0]!.options.signal!.aborted).toBe(false);
  await settle(() => asked[0]!.answer(36));
  expect(other.result.current).toEqual({ state: 'ready', value: 36 });
  const next = { x: 7 };
  const [a, b] = [renderHook(() => useJob(job, next)), renderHook(() => useJob(job, next))];
  a.unmount();
  b.unmount();
  expect(asked).toHaveLength(2);
  expect(asked[1]!.options.signal!.aborted).toBe(true);
  // A later viewer of it starts another question.
  const again = renderHook(() => useJob(job, next));
  expect(asked).toHaveLength(3);
  await settle(() => asked[2]!.answer(49));
  expect(again.result.current).toEqual({ state: 'ready', value: 49 });
});

test('a failure says why, keeps the last answer, and trying again asks again', async () => {
  const { asked, client } = standIn();
  const job = new Job(client, 'square');
  const question = { x: 5 };
  const { result } = renderHook(() => useJob(job, question));
  await settle(() => asked[0]!.fail(new Error('the worker died')));
  expect(result.current).toMatchObject({ state: 'failed', reason: 'the worker died' });
  act(() => (result.current as { retry: () => void }).retry());
  expect(result.current.state).toBe('waiting');
  expect(asked).toHaveLength(2);
  await settle(() => asked[1]!.answer(25));
  expect(result.current).toEqual({ state: 'ready', value: 25 });
});

test('what failed is not asked again by another viewer; when one tries again, all have the answer', async () => {
  const { asked, client } = standIn();
  const job = new Job(client, 'square', { keeps: 4 });
  const question = { x: 8 };
  const one = renderHook(() => useJob(job, question));
  await settle(() => asked[0]!.fail(new Error('the worker died')));
  const other = renderHook(() => useJob(job, question));
  expect(asked).toHaveLength(1);
  expect(other.result.current).toMatchObject({ state: 'failed', reason: 'the worker died' });
  act(() => (other.result.current as { retry: () => void }).retry());
  expect(asked).toHaveLength(2);
  expect([one.result.current.state, other.result.current.state]).toEqual(['waiting', 'waiting']);
  await settle(() => asked[1]!.answer(64));
  expect([one.result.current, other.result.current]).toMatchObject([{ value: 64 }, { value: 64 }]);
});

test('a remembered answer is there at once and asks nothing; a question that does not stand still is not asked', async () => {
  const { asked, client } = standIn();
  const job = new Job(client, 'square', { keeps: 1, settleMs: 20, keyOf: ({ x }) => [x] });
  const { result, rerender, unmount } = renderHook(({ x }) => useJob(job, useQuestion(x)), { initialProps: { x: 1 } });
  rerender({ x: 2 });
  rerender({ x: 3 });
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(asked[0]!.question).toEqual({ x: 3 });
  await settle(() => asked[0]!.answer(9));
  unmount();
  const again = renderHook(() => useJob(job, useQuestion(3)));
  expect(again.result.current).toEqual({ state: 'ready', value: 9 });
  expect(asked).toHaveLength(1);
  expect(result.current).toEqual({ state: 'ready', value: 9 });
});

const questions = new Map<number, { x: number }>();
function useQuestion(x: number): { x: number } {
  if (!questions.has(x)) questions.set(x, { x });
  return questions.get(x)!;
}

test('an answer of an earlier visit is taken; one that is not there is asked, and kept', async () => {
  const { asked, client } = standIn();
  const store = new Map([['{"x":9}', 81]]);
  const kept = {
    get: (question: object) => Promise.resolve(store.get(JSON.stringify(question))),
    set: (question: object, value: number) => Promise.resolve(store.set(JSON.stringify(question), value)),
  } as unknown as KeptAnswers<{ x: number }, number>;
  const job = new Job(client, 'square', { kept });
  const { result, rerender } = renderHook(({ q }) => useJob(job, q), { initialProps: { q: { x: 9 } } });
  await waitFor(() => expect(result.current).toEqual({ state: 'ready', value: 81 }));
  expect(asked).toHaveLength(0);
  rerender({ q: { x: 10 } });
  await waitFor(() => expect(asked).toHaveLength(1));
  await settle(() => asked[0]!.answer(100));
  expect(result.current).toEqual({ state: 'ready', value: 100 });
  expect(store.get('{"x":10}')).toBe(100);
});

test('an answer that another viewer gets between this one’s drawing and its asking is shown', () => {
  const { asked, client } = standIn();
  const job = new Job(client, 'square', { keeps: 1 });
  const question = { x: 6 };
  jest.spyOn(job, 'known').mockReturnValue(36).mockReturnValueOnce(undefined);
  const { result } = renderHook(() => useJob(job, question));
  expect(result.current).toEqual({ state: 'ready', value: 36 });
  expect(asked).toHaveLength(0);
});

test('a cache holds no more than its bound and lets the oldest go', () => {
  const cache = new AnswerCache<string>(3);
  const [plan, other] = [{}, {}];
  cache.set([plan, 1], 'a');
  cache.set([plan, 2], 'b');
  cache.set([other, 1], 'c');
  cache.set([other, 1], 'd');
  expect([cache.get([plan, 1]), cache.get([plan, 2]), cache.get([other, 1]), cache.get([{}, 1])]).toEqual(['a', 'b', 'd', undefined]);
  cache.set([{}, 1], 'e');
  expect([cache.get([plan, 1]), cache.get([plan, 2]), cache.get([other, 1])]).toEqual([undefined, 'b', 'd']);
});
