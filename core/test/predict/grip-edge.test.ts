import { resolvePlan, simulateRun, type PlanFile } from '@puddler/core';

/** A light buggy on loose dirt, geared so short that the tyres are at their grip for the whole time that the trigger opens. */
const buggy = (pinion: number): PlanFile => ({
  format: 'puddler-plan',
  version: 1,
  name: 'On the edge',
  car: {
    name: 'Buggy',
    massKg: 1.7,
    drive: 'rwd',
    tyre: { diameterMm: 85, growthPctAt100KmH: 4 },
    internalRatio: 2.6,
    body: 'buggy',
    widthMm: 250,
    heightMm: 130,
    wheelbaseMm: 280,
    cgHeightMm: 45,
    frontWeightPct: 40,
  },
  motor: { name: 'Motor', kvRpmPerV: 3300, form: 'inrunner', diameterMm: 36, lengthMm: 52, kind: 'brushless' },
  esc: { name: 'ESC', minCells: 2, maxCells: 3, continuousA: 60 },
  packs: [{ name: 'Pack', capacityAh: 5, chemistry: 'lipo', cells: 2, cRating: 40 }],
  gearing: { pinion, spur: 87, moduleMm: 0.529167 },
  site: { surface: 'loose-dirt', ambientC: 20 },
  run: { profile: 'speed-pass', minutes: 0.9 },
});

function driven(pinion: number, stepS: number) {
  let steps = 0;
  const run = simulateRun(resolvePlan(buggy(pinion)), { stepS, onStep: () => void steps++ });
  return { run, steps };
}

describe.each([13, 14, 15])('tyres between gripping and spinning while the trigger opens, pinion %d', (pinion) => {
  const coarse = driven(pinion, 0.04);
  const fine = driven(pinion, 0.001);

  test('cost no more steps than any other moment', () => {
    expect(coarse.run.gripLimitedS).toBeGreaterThan(1);
    expect(coarse.steps).toBeLessThan((2 * 54) / 0.04);
  });

  test('come to the same with steps forty times shorter', () => {
    expect(coarse.run.distanceM / fine.run.distanceM).toBeCloseTo(1, 3);
    expect(coarse.run.gripLimitedS / fine.run.gripLimitedS).toBeCloseTo(1, 1);
    expect(coarse.run.maxCanC - fine.run.maxCanC).toBeCloseTo(0, 1);
    expect(coarse.run.usedAh / fine.run.usedAh).toBeCloseTo(1, 2);
  });
});
