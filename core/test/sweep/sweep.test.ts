import {
  predict,
  resolvePlan,
  simulateRunFast,
  sweepEdits,
  sweepPoint,
  sweepValues,
  sweptValue,
  SWEPT,
  withEdits,
  type PlanFile,
} from '@puddler/core';
import { plainPlan } from '../helpers';

const brushed = plainPlan({ motor: { name: 'Stock', kind: 'brushed', sizeClass: '540', turns: 27 } });

describe('values of a sweep', () => {
  it.each([
    ['kv', 2000, 3000, 5, [2000, 2250, 2500, 2750, 3000]],
    ['cells', 2, 6, 41, [2, 3, 4, 5, 6]],
    ['pinion', 10, 30, 6, [10, 14, 18, 22, 26, 30]],
    ['pinion', 17.4, 15.2, 41, [16, 17]],
    ['slope', 10, -10, 3, [-10, 0, 10]],
  ] as const)('%s from %d to %d, at most %d', (swept, from, to, count, values) => {
    expect(sweepValues(swept, from, to, count)).toEqual(values);
  });
});

describe('what is swept', () => {
  it('is what the plan has', () => {
    const has = (plan: PlanFile) => SWEPT.filter((swept) => sweptValue(plan, swept) !== undefined);
    expect(has(plainPlan())).toEqual(['kv', 'cells', 'pinion', 'spur', 'mass', 'tyre', 'ambient', 'slope']);
    expect(has(brushed)).toContain('turns');
    expect(has(brushed)).not.toContain('kv');
    expect(has(plainPlan({ gearing: {} }))).not.toContain('pinion');
  });

  it('sets cells of every pack, and another winding in the same can for another kv', () => {
    const two = plainPlan({ packs: [plainPlan().packs[0]!, plainPlan().packs[0]!] });
    expect(withEdits(two, sweepEdits(two, 'cells', 3)).packs.map((pack) => pack.cells)).toEqual([3, 3]);
    const given = plainPlan({ motor: { ...plainPlan().motor, resistanceOhm: 0.02, noLoadCurrentA: 2, noLoadVoltageV: 7.4 } });
    const changed = withEdits(given, sweepEdits(given, 'kv', 1500));
    expect(changed.motor).toMatchObject({ kvRpmPerV: 1500, resistanceOhm: 0.08, noLoadCurrentA: 1 });
    // Half the kv in the same can: the motor constant stays.
    expect(resolvePlan(changed).motor.motorConstant).toBeCloseTo(resolvePlan(given).motor.motorConstant, 9);
  });
});

describe('a point', () => {
  it('is what Plan says of the plan so changed', () => {
    const plan = plainPlan();
    const edits = [...sweepEdits(plan, 'pinion', 24), ...sweepEdits(plan, 'ambient', 35)];
    const point = sweepPoint(plan, edits)!;
    const { steady, run } = predict(withEdits(plan, edits));
    expect(point.topSpeedMs).toBe(steady.topSpeedMs);
    expect(point.motorEfficiency).toBe(steady.motorEfficiency);
    expect(Math.abs(point.maxCanC - run.maxCanC)).toBeLessThan(1);
    expect(point.peakPackCurrentA / run.peakPackCurrentA).toBeCloseTo(1, 1);
    expect(point.packCurrent).toBeCloseTo(point.peakPackCurrentA / 250, 9);
  });

  it('knows how much of each rating is used', () => {
    const plan = plainPlan({ esc: { name: 'Tallow', continuousA: 60, burstA: 100 }, motor: { ...plainPlan().motor, maxRpm: 50_000 } });
    const point = sweepPoint(plan, [])!;
    const run = simulateRunFast(resolvePlan(plan));
    expect(point.escBurst).toBeCloseTo(run.peakMotorCurrentA / 100, 9);
    expect(point.motorRpm).toBeGreaterThan(0.3);
    // Without a label what usually holds for its size does.
    expect(sweepPoint(plainPlan(), [])!.motorRpm).toBeGreaterThan(0.2);
  });

  it('is undefined where the plan cannot be computed', () => {
    expect(sweepPoint(plainPlan(), [{ path: 'packs', value: [] }])).toBeUndefined();
  });
});
