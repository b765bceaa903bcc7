import { REMEDIES, WHICH_WAY, whichWay, type WhichWay, type WhichWayQuestion } from '@puddler/core';

const QUESTIONS = Object.keys(WHICH_WAY) as WhichWayQuestion[];

function* everyAnswer(at = 0, sofar: Partial<WhichWay> = {}): Generator<WhichWay> {
  const question = QUESTIONS[at];
  if (!question) return void (yield sofar as WhichWay);
  for (const answer of WHICH_WAY[question]) yield* everyAnswer(at + 1, { ...sofar, [question]: answer });
}
const ALL = [...everyAnswer()];
const plain: WhichWay = {
  trigger: 'forward',
  brake: 'works',
  speed: 'same',
  steering: 'right',
  drive: 'sensorless',
  motors: 'one',
  reverseSwitch: 'yes',
};
const first = (change: Partial<WhichWay>) => whichWay({ ...plain, ...change })[0]!.id;

test('every combination of answers leads somewhere, and says what next', () => {
  expect(ALL).toHaveLength(8 * 4 * 3 * 2 * 3 * 2 * 2);
  for (const seen of ALL) {
    const remedies = whichWay(seen);
    expect(remedies.length).toBeGreaterThan(0);
    for (const { cause, todo, not, next } of remedies) for (const text of [cause, todo, not, next]) expect(text).toMatch(/^[A-Z].*\.$/s);
  }
});

test('every row is reached by some answers', () => {
  const reached = new Set(ALL.flatMap((seen) => whichWay(seen).map((one) => one.id)));
  expect([...reached].sort()).toEqual(REMEDIES.map((one) => one.id).sort());
});

test('wires are never swapped where there is a sensor, whatever was answered', () => {
  for (const seen of ALL.filter((one) => one.drive !== 'sensorless'))
    for (const { id, todo } of whichWay(seen)) if (id !== 'fight') expect(todo).not.toMatch(/[Ss]wap any two/);
});

test.each<[Partial<WhichWay>, string]>([
  [{}, 'right'],
  [{ trigger: 'brake-first' }, 'channel-reversed'],
  [{ trigger: 'brake-first', reverseSwitch: 'no' }, 'channel-no-switch'],
  [{ trigger: 'backward' }, 'backward-sensorless'],
  [{ trigger: 'backward', drive: 'sensored' }, 'backward-set'],
  [{ trigger: 'backward', drive: 'one-piece' }, 'backward-set'],
  [{ speed: 'forward-slower' }, 'reverse-side'],
  [{ speed: 'forward-slower', drive: 'sensored' }, 'reverse-side-set'],
  [{ brake: 'one-way' }, 'brake-one-way'],
  [{ brake: 'none' }, 'no-brake'],
  [{ steering: 'reversed' }, 'steering'],
  [{ trigger: 'fight', motors: 'two' }, 'fight'],
  [{ trigger: 'fight' }, 'binding'],
  [{ trigger: 'stutters' }, 'stutters-sensorless'],
  [{ trigger: 'stutters', drive: 'sensored' }, 'stutters-sensored'],
  [{ trigger: 'stutters', drive: 'one-piece' }, 'stutters-one-piece'],
  [{ trigger: 'refuses' }, 'calibration'],
  [{ trigger: 'dies' }, 'overloaded'],
  [{ trigger: 'one-hotter', motors: 'two' }, 'one-hotter'],
  [{ trigger: 'one-hotter' }, 'rubbing'],
  [{ brake: 'untried' }, 'try-the-rest'],
])('%j: %s comes first', (change, id) => {
  expect(first(change)).toBe(id);
});
