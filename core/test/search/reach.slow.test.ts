import { isReachable, ladder, limitsWith, resolvePlan, sampleBands, simulateRun, type PlanFile } from '@puddler/core';
import { plainPlan } from '../helpers';

const LIMITS = limitsWith();
const geared = (pinion: number): PlanFile =>
  plainPlan({ gearing: { pinion, spur: 50 }, run: { profile: 'race', minutes: 8 }, site: { surface: 'packed-dirt', ambientC: 25 } });
const PINIONS = Array.from({ length: 14 }, (_, i) => 14 + 2 * i);

test('what Step up would not let be driven for the whole run is not reachable, and what it climbs to is', () => {
  const reachable = PINIONS.filter((pinion) => isReachable(geared(pinion), LIMITS));
  // From the shortest gears to some pinion, and no further.
  expect(reachable).toEqual(PINIONS.slice(0, reachable.length));
  expect(reachable.length).toBeGreaterThan(2);
  expect(reachable.length).toBeLessThan(PINIONS.length);
  // One on either side of the edge, at which a ladder asks more draws.
  for (const pinion of [reachable.at(-3)!, PINIONS[reachable.length + 2]!]) {
    const { because } = ladder(geared(pinion), { limits: LIMITS, pinions: [pinion - 3, pinion], spurs: [50] });
    expect([pinion, because?.gate === 'planned-run']).toEqual([pinion, !reachable.includes(pinion)]);
  }
});

test('a plan may be within its limits and still not reachable: three of four cars must be', () => {
  const edge = PINIONS.map(geared).find((plan) => !isReachable(plan, LIMITS))!;
  const { figures } = sampleBands(edge, resolvePlan(edge), 1, 96);
  expect(figures.maxCanC.p90).toBeGreaterThan(85);
  const between = PINIONS.map(geared).filter((plan) => simulateRun(resolvePlan(plan)).maxCanC < 85 && !isReachable(plan, LIMITS));
  expect(between.length).toBeGreaterThan(0);
});

test('a builder’s own limits count: with none for heat everything is reachable that its ESC bears', () => {
  const hot = geared(PINIONS.at(-1)!);
  expect(isReachable(hot, LIMITS)).toBe(false);
  const none = limitsWith({
    'motor-temperature': { stop: 900 },
    'winding-temperature': { stop: 900 },
    'esc-temperature': { stop: 900 },
    'pack-temperature': { stop: 900 },
  });
  const weak: PlanFile = { ...hot, esc: { ...hot.esc, continuousA: 5 } };
  expect([isReachable(hot, none), isReachable(weak, none)]).toEqual([true, false]);
});
