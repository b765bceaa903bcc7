import { threePicks, type Setup, type Ranking } from '@puddler/core';

type Answers = [aim: number, cool: number, minutes: number, thrift: number];
const setup = (key: string, [aim, cool, minutes, thrift]: Answers) => ({ key, boxes: { aim, cool, minutes, thrift } }) as Setup;
const warm =
  (shares: Record<string, number>) =>
  ({ key }: Setup) =>
    ({ warmest: { part: 'can', valueC: 60, share: shares[key]! } }) as Ranking;

test('safest, balanced and best stand once each, in that order', () => {
  const all = [setup('fast', [10, 0, 0, 0]), setup('cool', [0, 10, 3, 3]), setup('even', [6, 6, 5, 5]), setup('long', [1, 4, 10, 10])];
  const picks = threePicks(all, warm({ fast: 0.98, cool: 0.5, even: 0.7, long: 0.6 }));
  expect(picks.map(({ setup: one, as }) => [one.key, as])).toEqual([
    ['cool', ['safest']],
    ['even', ['balanced']],
    ['fast', ['best']],
  ]);
  expect(picks[1]!.keeps).toBe(0.5);
});

test('one that is chosen for several reasons stands once with all of them; of one setup there is one', () => {
  const only = threePicks([setup('one', [3, 3, 3, 3])], warm({ one: 0.4 }));
  expect(only.map(({ as }) => as)).toEqual([['safest', 'balanced', 'best']]);
  const two = threePicks([setup('a', [5, 5, 5, 5]), setup('b', [6, 0, 0, 0])], warm({ a: 0.4, b: 0.9 }));
  expect(two.map(({ setup: one, as }) => [one.key, as])).toEqual([
    ['a', ['safest', 'balanced']],
    ['b', ['best']],
  ]);
  expect(threePicks([], warm({}))).toEqual([]);
});

test('the same whatever order the front was found in', () => {
  const all = [setup('c', [1, 9, 4, 4]), setup('a', [5, 5, 5, 5]), setup('d', [9, 1, 4, 4]), setup('b', [5, 5, 5, 5])];
  const shares = warm({ a: 0.7, b: 0.7, c: 0.5, d: 0.9 });
  const keys = (setups: Setup[]) => threePicks(setups, shares).map(({ setup: one }) => one.key);
  expect(keys([...all].reverse())).toEqual(keys(all));
});
