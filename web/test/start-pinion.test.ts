import { DEFAULT_LIMITS, gearRun, limitsWith, type PlanFile } from '@puddler/core';
import { caseNamed } from '../../core/test/helpers';
import { gearsAround } from '../src/stations/plan/gear-choice';
import { gearsKey, type RunsByGears } from '../src/jobs/plan-jobs';
import { startPinion } from '../src/stations/plan/start-pinion';

const runsOf = (file: PlanFile): RunsByGears =>
  new Map(gearsAround(file).pinions.map((pinion) => [gearsKey(pinion, file.gearing.spur!), gearRun(file, pinion, file.gearing.spur)]));

const plan = (): PlanFile => caseNamed('ridgeback-2s');

test('the planned pinion is the one to start with while it stays cool', () => {
  expect(startPinion(plan(), runsOf(plan()), DEFAULT_LIMITS)).toMatchObject({ pinion: 21, asPlanned: true, tooHot: false });
});

test('else the largest smaller one that does: a tooth more is over the caution', () => {
  const limits = limitsWith({ 'motor-temperature': { caution: 57.5 } });
  const runs = runsOf(plan());
  const start = startPinion(plan(), runs, limits)!;
  expect(start).toMatchObject({ asPlanned: false, tooHot: false });
  expect(start.pinion).toBeLessThan(21);
  expect(start.canC).toBeLessThan(57.5);
  expect(runs.get(gearsKey(start.pinion + 1, 58))!.maxCanC).toBeGreaterThanOrEqual(57.5);
});

test('one that does not go in is none, and where all run hot the coolest is named with that', () => {
  const slot = plan();
  slot.gearing.moduleMm = 0.8;
  slot.car.bay = { meshMaxMm: 30.9 };
  // (19 + 58) × 0.4 = 30.8 mm is the last that meshes.
  expect(startPinion(slot, runsOf(slot), DEFAULT_LIMITS)).toMatchObject({ pinion: 19, asPlanned: false });
  const cold = limitsWith({ 'motor-temperature': { caution: 20 } });
  const least = Math.min(...[...runsOf(plan())].filter(([key]) => parseInt(key, 10) <= 21).map(([, run]) => run.maxCanC));
  expect(startPinion(plan(), runsOf(plan()), cold)).toMatchObject({ canC: least, tooHot: true });
});

test('nothing is named before the runs are in, or without gears', () => {
  expect(startPinion(plan(), undefined, DEFAULT_LIMITS)).toBeUndefined();
  expect(startPinion(plan(), new Map(), DEFAULT_LIMITS)).toBeUndefined();
  expect(startPinion({ ...plan(), gearing: {} }, new Map(), DEFAULT_LIMITS)).toBeUndefined();
});
