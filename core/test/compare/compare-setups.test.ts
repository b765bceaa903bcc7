import { compareShares, POWER_SINKS, powerShares, predictSteady, resolvePlan, withLinkOf, type PlanFile } from '@puddler/core';
import { CASES, plainPlan } from '../helpers';

const sharesOf = (plan: PlanFile) => powerShares(resolvePlan(plan));

describe('shares of the power at top speed', () => {
  it.each(CASES.map((one) => [one.name, one.plan] as const))('add up to what the cells give: %s', (_name, plan) => {
    const { share, cellsW, topSpeedMs, roadW } = sharesOf(plan);
    expect(POWER_SINKS.reduce((sum, sink) => sum + share[sink], 0)).toBeCloseTo(1, 3);
    expect(topSpeedMs).toBe(predictSteady(resolvePlan(plan)).topSpeedMs);
    expect(roadW).toBeCloseTo((share.rolling + share.air + share.slope) * cellsW, 6);
  });

  it('are nothing for a car that cannot move', () => {
    const { share, topSpeedMs } = sharesOf(
      plainPlan({
        car: { ...plainPlan().car, massKg: 40 },
        gearing: { pinion: 40, spur: 40 },
        site: { surface: 'tarmac', ambientC: 25, gradePct: 95 },
      }),
    );
    expect(topSpeedMs).toBe(0);
    expect(Object.values(share).every(Number.isFinite)).toBe(true);
  });

  it('know the speed without load: kv, volts, gears and tyre', () => {
    const plan = plainPlan();
    // 3,000 kv warmed to 45 °C on two full cells, geared 7.5 : 1, 70 mm tyres.
    const rpm = (3000 / (1 - 0.0011 * 20)) * 8.36;
    expect(sharesOf(plan).noLoadMs).toBeCloseTo((rpm / 60 / 7.5) * Math.PI * 0.07, 9);
  });
});

describe('the difference of two setups', () => {
  const first = plainPlan();

  it('is told as gearing times load: their product is the speeds', () => {
    const other = plainPlan({ gearing: { pinion: 26, spur: 60 }, motor: { ...first.motor, kvRpmPerV: 2700 } as PlanFile['motor'] });
    const [a, b] = [sharesOf(first), sharesOf(other)];
    const { noLoadTimes, underLoadTimes, speedMs } = compareShares(a, b);
    expect(noLoadTimes).toBeCloseTo((26 / 20) * (2700 / 3000), 9);
    expect(noLoadTimes * underLoadTimes).toBeCloseTo(b.topSpeedMs / a.topSpeedMs, 9);
    expect(speedMs).toBeCloseTo(b.topSpeedMs - a.topSpeedMs, 12);
  });

  it('names what the power is lost to: a thin winding, a weak pack', () => {
    const thin = plainPlan({ motor: { ...first.motor, resistanceOhm: 0.12 } });
    expect(compareShares(sharesOf(first), sharesOf(thin)).shares[0]).toMatchObject({ sink: 'winding' });
    const weak = plainPlan({ packs: [{ ...first.packs[0]!, cellResistanceOhm: 0.06 }] });
    const [top] = compareShares(sharesOf(first), sharesOf(weak)).shares;
    expect(top!.sink).toBe('pack');
    expect(top!.this).toBeGreaterThan(top!.first);
  });

  it('is none against itself', () => {
    expect(compareShares(sharesOf(first), sharesOf(first))).toEqual({ speedMs: 0, noLoadTimes: 1, underLoadTimes: 1, shares: [] });
  });
});

describe('swapping a link', () => {
  const one = plainPlan({
    motorCount: 2,
    packWiring: 'parallel',
    packs: [plainPlan().packs[0]!, plainPlan().packs[0]!],
    measured: ['motor.resistanceOhm', 'car.massKg'],
  });
  const other = plainPlan({
    esc: { name: 'Tallow 45', continuousA: 45 },
    gearing: { pinion: 14, spur: 70, moduleMm: 0.8 },
    measured: ['motor.kvRpmPerV'],
  });

  it('brings the part with its count and wiring, and what was measured of it', () => {
    const swapped = withLinkOf(one, other, 'motor');
    expect(swapped.motor).toBe(other.motor);
    expect(swapped).not.toHaveProperty('motorCount');
    expect(swapped.measured).toEqual(['car.massKg', 'motor.kvRpmPerV']);
    expect(withLinkOf(other, one, 'pack')).toMatchObject({ packs: one.packs, packWiring: 'parallel' });
    expect(withLinkOf(one, other, 'pack')).not.toHaveProperty('packWiring');
    expect(withLinkOf(one, other, 'esc').esc.name).toBe('Tallow 45');
    expect(withLinkOf(one, other, 'gears').gearing).toEqual({ pinion: 14, spur: 70, moduleMm: 0.8 });
  });

  it('there and back changes nothing', () => {
    for (const link of ['pack', 'esc', 'motor', 'gears'] as const)
      expect(withLinkOf(withLinkOf(one, other, link), one, link)).toEqual({ ...one, measured: expect.arrayContaining(one.measured!) as string[] });
  });
});
