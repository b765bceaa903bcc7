import { CELL_OCV, CHEMISTRIES, finalDriveRatio, OCV_CHARGE, openCircuitV, resolvePlan, rolloutM, type DriveKind } from '@puddler/core';
import { brakeLimitN, gripLimit } from '../../src/chain/road';
import { coldFactor } from '../../src/chain/pack';
import { plainPlan } from '../helpers';

describe('open-circuit voltage', () => {
  test.each(CHEMISTRIES)('%s rises with charge and is read between its points', (chemistry) => {
    const { pack } = resolvePlan(plainPlan({ packs: [{ name: 'Pack', chemistry, cells: 1, capacityAh: 3, cRating: 30 }] }));
    OCV_CHARGE.forEach((charge, i) => expect(openCircuitV(pack, charge)).toBeCloseTo(CELL_OCV[chemistry][i]!, 9));
    let last = 0;
    for (let charge = -0.1; charge <= 1.1; charge += 0.003) {
      const volts = openCircuitV(pack, charge);
      expect(volts).toBeGreaterThanOrEqual(last);
      last = volts;
    }
    const between = openCircuitV(pack, 0.925);
    expect(between).toBeCloseTo(0.75 * CELL_OCV[chemistry][10]! + 0.25 * CELL_OCV[chemistry][11]!, 9);
  });
});

test('a pack resists more in the cold and as printed at 25 °C', () => {
  expect(coldFactor(25)).toBeCloseTo(1, 12);
  expect(coldFactor(0)).toBeCloseTo(Math.exp(2000 * (1 / 273.15 - 1 / 298.15)), 9);
  expect(coldFactor(45)).toBeLessThan(1);
});

test('ratio and rollout', () => {
  const { car } = plainPlan();
  expect(finalDriveRatio(car, { pinion: 20, spur: 60 })).toBe(7.5);
  expect(finalDriveRatio(car, { pinion: 20, spur: 60, gearboxRatio: 2 })).toBe(15);
  expect(finalDriveRatio(car, {})).toBe(2.5);
  expect(rolloutM(0.07, 7)).toBeCloseTo(Math.PI / 100, 12);
});

describe('what the tyres pass', () => {
  const car = (drive: DriveKind, cgHeightMm = 40) => {
    const file = plainPlan();
    file.car.drive = drive;
    file.car.cgHeightMm = cgHeightMm;
    return resolvePlan(file).car;
  };
  const weight = 2 * 9.80665;
  const k = (0.8 * 40) / 260;

  test.each<[DriveKind, number]>([
    ['4wd-shaft', 0.8 * weight],
    ['tracked', 0.8 * weight],
    ['fwd', (0.8 * weight * 0.5) / (1 + k)],
    ['rwd', (0.8 * weight * 0.5) / (1 - k)],
    ['direct', (0.8 * weight * 0.5) / (1 - k)],
  ])('%s', (drive, forceN) => {
    expect(gripLimit(car(drive), 0.8)).toEqual({ forceN: expect.closeTo(forceN, 9), limit: 'grip' });
  });

  test('a tall car lifts its front before it slips', () => {
    const tall = gripLimit(car('rwd', 300), 1);
    expect(tall.limit).toBe('wheelie');
    expect(tall.forceN).toBeCloseTo((weight * 0.5 * 260) / 300, 9);
  });

  test('brakes work on driven axles', () => {
    expect(brakeLimitN(car('4wd-belt'), 0.8)).toBeCloseTo(0.8 * weight, 9);
    expect(brakeLimitN(car('fwd'), 0.8)).toBeCloseTo((0.8 * weight * 0.5) / (1 - k), 9);
    expect(brakeLimitN(car('rwd'), 0.8)).toBeCloseTo((0.8 * weight * 0.5) / (1 + k), 9);
    expect(brakeLimitN(car('fwd', 3000), 1)).toBeLessThanOrEqual(weight);
  });
});
