import { checkBody, type Wish } from '@puddler/contract';

const search: Wish = {
  name: 'Sixty on gravel',
  wish: { aim: 'speed', topSpeed: { is: 'about', speedMs: 16.7 }, minutes: 10, canC: 70, climbPct: 20, pullN: 12, crawlMs: 0.4, newMoney: 120 },
  scope: { motor: 'shelf', esc: 'owned', pack: 'plan', gears: 'classes', packPairs: true, twoMotors: false, gearbox: false },
  surface: 'gravel',
  profile: 'bash',
};

const problemsOf = (body: unknown) => {
  const checked = checkBody('wish')(body, undefined);
  return checked.ok ? [] : checked.problems.map((one) => one.message);
};

test('a search with every target is good, and one with none', () => {
  expect(problemsOf(search)).toEqual([]);
  expect(problemsOf({ ...search, wish: { aim: 'pull' } })).toEqual([]);
});

test.each<[string, unknown, RegExp]>([
  ['a speed no car has', { ...search, wish: { aim: 'speed', topSpeed: { is: 'about', speedMs: 900 } } }, /speedMs is 900; allowed: 0\.1 to 150 m\/s/],
  [
    'a speed taken otherwise',
    { ...search, wish: { aim: 'speed', topSpeed: { is: 'at-most', speedMs: 9 } } },
    /topSpeed\.is is "at-most"; allowed: at-least, about/,
  ],
  ['no aim', { ...search, wish: {} }, /wish\.aim: this field must be there/],
  ['a target there is not', { ...search, wish: { aim: 'speed', beauty: 3 } }, /beauty/],
  ['parts from nowhere', { ...search, scope: { ...search.scope, motor: 'shop' } }, /scope\.motor is "shop"; allowed: plan, owned, shelf, classes/],
  ['a budget below nothing', { ...search, wish: { aim: 'speed', newMoney: -1 } }, /newMoney is -1/],
  ['a ground there is not', { ...search, surface: 'ice' }, /surface is "ice"/],
  ['no name', { ...search, name: '' }, /name is ""/],
])('%s is refused, naming the field', (_what, bad, message) => {
  const problems = problemsOf(bad);
  expect(problems).toHaveLength(1);
  expect(problems[0]).toMatch(message);
});
