import { Front, type Setup, type SetupFigures } from '@puddler/core';
import fc from 'fast-check';
import { boxesOf, precedes } from '../../src/search/front';

const figures = fc.record({
  topSpeedMs: fc.double({ min: 5, max: 9, noNaN: true }),
  pullN: fc.double({ min: 5, max: 30, noNaN: true }),
  maxCanC: fc.double({ min: 40, max: 60, noNaN: true }),
  minutes: fc.double({ min: 5, max: 40, noNaN: true }),
  newMoney: fc.integer({ min: 0, max: 6 }),
});

const setups = fc.array(fc.tuple(figures, fc.integer({ min: 0, max: 5 })), { minLength: 1, maxLength: 60 }).map((all) =>
  all.map(([one, ownedParts], i): Setup => ({
    key: `s${i}`,
    choice: { motor: i, pack: 0, esc: 0, pinion: 0, spur: 0, gearbox: 0 },
    figures: one as SetupFigures,
    ownedParts,
    boxes: boxesOf('speed', one),
  })),
);

const keysOf = (front: Front) => front.members.map((one) => one.key).sort();
const of = (all: readonly Setup[]) => {
  const front = new Front();
  for (const one of all) front.add(one);
  return front;
};

describe('a front (seed 61)', () => {
  const options = { seed: 61, numRuns: 120, endOnFailure: true };

  it('is the same in whatever order, and gathered from whatever shares', () => {
    fc.assert(
      fc.property(setups, fc.integer({ min: 2, max: 4 }), (all, shares) => {
        const whole = keysOf(of(all));
        expect(keysOf(of([...all].reverse()))).toEqual(whole);
        const parts = Array.from({ length: shares }, (_, share) => of(all.filter((_one, i) => i % shares === share)));
        expect(keysOf(of(parts.flatMap((part) => [...part.members])))).toEqual(whole);
        // Added once more, nothing changes.
        expect(keysOf(of([...all, ...all]))).toEqual(whole);
      }),
      options,
    );
  });

  it('leaves out only what another is at least as good as in every step', () => {
    fc.assert(
      fc.property(setups, (all) => {
        const front = of(all);
        const kept = new Set(keysOf(front));
        for (const one of all.filter((each) => !kept.has(each.key))) {
          const better = front.members.some(
            ({ boxes, key, ...rest }) =>
              boxes.aim >= one.boxes.aim &&
              boxes.cool >= one.boxes.cool &&
              boxes.minutes >= one.boxes.minutes &&
              boxes.thrift >= one.boxes.thrift &&
              key !== one.key &&
              rest.figures !== one.figures,
          );
          expect(better).toBe(true);
        }
      }),
      options,
    );
  });

  it('never says that a setup is surely beaten which then joins it', () => {
    fc.assert(
      fc.property(setups, setups, (before, after) => {
        const front = of(before);
        for (const one of after.map((each) => ({ ...each, key: `later ${each.key}` }))) {
          const surely = front.surelyBeats({ ...one, ...one.figures });
          const joined = front.add(one);
          if (surely) expect(joined).toBe(false);
        }
      }),
      options,
    );
  });

  it('orders setups of the same steps strictly', () => {
    fc.assert(
      fc.property(setups, (all) => {
        for (const a of all) for (const b of all) if (a !== b) expect(precedes(a, b)).toBe(!precedes(b, a));
      }),
      { ...options, numRuns: 30 },
    );
  });
});

test('steps are a quarter of a m/s, two kelvin, a minute and a coin; about a speed any is as good', () => {
  const one = { topSpeedMs: 10.3, pullN: 12.7, maxCanC: 63, minutes: 9.9, newMoney: 4.2 };
  expect(boxesOf('speed', one)).toEqual({ aim: 41, cool: -32, minutes: 9, thrift: -5 });
  expect([19.9, 20, 20.9, 21.1, 22.1, 40.1].map((minutes) => boxesOf('speed', { ...one, minutes }).minutes)).toEqual([19, 20, 20, 21, 22, 34]);
  expect(boxesOf('pull', one).aim).toBe(12);
  expect(boxesOf(undefined, one).aim).toBe(0);
  expect(of([]).sorted()).toEqual([]);
});
