import { BURNT_C, DEFAULT_LIMITS, gearCell, gearRun, resolvePlan, simulateRun } from '@puddler/core';
import { unitOf } from '@puddler/figures';
import { plainPlan } from '../../core/test/helpers';
import { heatDrawn, heatFigure, heatRange, heatWords, motorHeatC, motorHeatWords, withinMinutes } from '../src/active/heat-text';
import { gearVerdict } from '../src/stations/plan/gear-verdict';

const [warm, us] = [unitOf('°C', 'metric'), unitOf('°C', 'imperial')];

test('a temperature is a figure as long as parts bear it, and then a word, in any unit', () => {
  expect([heatFigure(BURNT_C, warm), heatWords(84.4, warm), heatWords(84.4, us)]).toEqual(['200', '84 °C', '184 °F']);
  expect([heatFigure(BURNT_C + 0.1, warm), heatWords(301, warm), heatWords(301, us)]).toEqual(['burns', 'burns', 'burns']);
});

test('a range that ends beyond says so, and one that begins there has no figures', () => {
  expect(heatRange({ p10: 54, p50: 60, p90: 64 }, warm)).toBe('54–64');
  expect(heatRange({ p10: -14, p50: -10, p90: -4 }, warm)).toBe('-14 to -4'.replace(/-/g, '−'));
  expect(heatRange({ p10: 139, p50: 200, p90: 372 }, warm)).toBe('139 or burns');
  expect(heatRange({ p10: 239, p50: 260, p90: 372 }, warm)).toBe('burns');
});

test('a drawing ends where parts burn', () => {
  expect([heatDrawn(150, warm), heatDrawn(372, warm)]).toEqual([150, BURNT_C]);
});

test('a run says within which minute each part burns, the winding before its can, and nothing of parts that do not', () => {
  const hot = plainPlan({ gearing: { pinion: 46, spur: 50 }, run: { profile: 'race', minutes: 20 }, site: { surface: 'tarmac', ambientC: 35 } });
  const run = simulateRun(resolvePlan(hot));
  const { burntS, maxEscC, maxWindingC } = run;
  expect(motorHeatWords(run, warm)).toMatch(/^motor burns within \d+ min$/);
  expect(motorHeatWords({ maxCanC: 84.4, burntS: { escC: 60 } }, warm)).toBe('can 84 °C');
  expect(maxWindingC).toBeGreaterThan(BURNT_C);
  expect(burntS.windingC).toBeGreaterThan(0);
  expect(burntS.canC ?? Infinity).toBeGreaterThan(burntS.windingC!);
  expect(maxEscC > BURNT_C).toBe(burntS.escC !== undefined);
  expect(withinMinutes(61)).toBe('within 2 min');
  expect(simulateRun(resolvePlan(plainPlan())).burntS).toEqual({});
});

test('gears whose winding burns under a can that only warms are marked, and their can has no figure', () => {
  // A short sprint: the winding is far ahead of its can.
  const plan = plainPlan({ gearing: { pinion: 80, spur: 50 }, run: { profile: 'race', minutes: 0.25 }, site: { surface: 'tarmac', ambientC: 35 } });
  const run = gearRun(plan);
  expect(run.maxCanC).toBeLessThan(DEFAULT_LIMITS['motor-temperature'].stop);
  expect([motorHeatC(run), heatFigure(motorHeatC(run), warm)]).toEqual([Infinity, 'burns']);
  expect(gearVerdict({ ...gearCell(plan, 80, 50, DEFAULT_LIMITS), fits: [] }, run, DEFAULT_LIMITS)).toEqual({
    level: 'stop',
    why: 'motor winding over its stop limit',
  });
  const mild = gearRun(plainPlan());
  expect(motorHeatC(mild)).toBe(mild.maxCanC);
  expect(gearVerdict({ ...gearCell(plainPlan(), 20, 50, DEFAULT_LIMITS), fits: [] }, mild, DEFAULT_LIMITS)).toBeUndefined();
});
