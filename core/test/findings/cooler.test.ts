import { coolerBy, type GearRun } from '@puddler/core';

const at = (pinion: number, maxCanC: number, more: Partial<GearRun> = {}) => ({
  pinion,
  run: { maxCanC, ironW: 5, copperW: 2, gripShare: 0.1, ...more } as GearRun,
});

test('pinions that cool the can little by little are named by the ends of it, with the reason', () => {
  const found = coolerBy([at(14, 60), at(15, 59.6), at(16, 59.1), at(17, 58.5), at(18, 58.9)])!;
  expect([found.smaller.pinion, found.bigger.pinion, found.why]).toEqual([14, 17, 'iron']);
  expect(coolerBy([at(14, 60), at(15, 55, { gripShare: 0.8 })])).toMatchObject({ why: 'tyres' });
  expect(coolerBy([at(14, 60, { copperW: 9 }), at(15, 55)])).toMatchObject({ why: 'pace' });
});

test('where each bigger one is warmer, or hardly cooler, there is nothing to say', () => {
  expect(coolerBy([at(14, 60), at(15, 62), at(16, 61.5)])).toBeUndefined();
  expect(coolerBy([at(14, 60)])).toBeUndefined();
  expect(coolerBy([])).toBeUndefined();
});
