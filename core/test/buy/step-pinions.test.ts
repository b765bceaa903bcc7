import { stepPinions, type Ladder, type ShelfPart } from '@puddler/core';
import { BOUGHT, CONVERTED_PLAN } from '../helpers';

const plan = { ...CONVERTED_PLAN, gearing: { pinion: 20, spur: 60, moduleMm: 0.6 } };
const geared = (...teeth: number[]) => teeth.map((pinion) => ({ gearing: { kind: 'gears' as const, pinion, spur: 60, owned: false } }));
const capped = (...shares: number[]) => shares.map((share) => ({ gearing: { kind: 'cap' as const, pinion: 20, spur: 60, share } }));
const way = (steps: object[]) => ({ steps }) as Pick<Ladder, 'steps'>;
const linesOf = (steps: object[], stock = BOUGHT, shelf: ShelfPart[] = []) => stepPinions(plan, stock, way(steps), shelf).lines;

test('the pinions of the steps are lines of their own, each once, the plan’s own not among them', () => {
  const lines = linesOf(geared(16, 14, 16, 20));
  expect(lines.map(({ id, what, group }) => [id, what, group])).toEqual([
    ['pinion-14', 'pinion with 14 teeth', 'gears'],
    ['pinion-16', 'pinion with 16 teeth', 'gears'],
  ]);
  expect(lines[0]!.part).toMatchObject({ kind: 'pinion', spec: { teeth: 14, moduleMm: 0.6 } });
});

test('steps by the throttle alone need no pinion, and say that caps do it', () => {
  expect(stepPinions(plan, BOUGHT, way([...capped(0.6, 0.8), ...geared(20)]), [])).toEqual({ lines: [], hasCaps: true });
  expect(stepPinions(plan, BOUGHT, way(geared(20)), [])).toEqual({ lines: [], hasCaps: false });
});

test('a pinion that is on the same motor already is not bought; one on the shelf is had', () => {
  const stock = { ...BOUGHT, motor: plan.motor, gearing: { pinion: 14, spur: 60 } };
  expect(linesOf(geared(14, 16, 20), stock).map((line) => line.id)).toEqual(['pinion-16']);
  // The same teeth on another motor’s shaft do not go on this one.
  expect(linesOf(geared(14, 20), { ...stock, motor: BOUGHT.motor }).map((line) => line.id)).toEqual(['pinion-14']);
  const owned: ShelfPart = { id: '1', part: { kind: 'pinion', name: 'steel 16', status: 'owned', spec: { teeth: 16, moduleMm: 0.6 } } };
  expect(linesOf(geared(16, 20), BOUGHT, [owned])[0]!.have).toEqual(['steel 16']);
});
