import { REACHED } from '@puddler/core';
import { practicePlans } from './practice-plans';
import { workDay } from './scripted-builder';

// Two hundred such days are worked by `npm run bench:days`, by a builder who learns from each step; here one of each kind by one who does not.

test('a builder who follows the ladder reaches a target that the car stands, and nothing is lost (day 6)', () => {
  const { reckoning, climbed, verdicts } = workDay(practicePlans(6), 5006, { learns: false });
  expect([climbed, reckoning.reached, reckoning.lost, reckoning.targetIsSafe]).toEqual([true, true, undefined, true]);
  expect(reckoning.fastestMs).toBeGreaterThanOrEqual(REACHED * reckoning.targetMs * 0.9);
  expect(verdicts.every((one) => one.verdict === 'go')).toBe(true);
  expect(reckoning.runs).toBe(verdicts.length);
});

test('… and leaves one alone that it does not stand, before anything is past its end (day 3)', () => {
  const { reckoning, refused } = workDay(practicePlans(3), 5003, { learns: false });
  expect([refused, reckoning.lost, reckoning.targetIsSafe]).toEqual([true, undefined, false]);
  expect(reckoning.windingC).toBeLessThan(150);
});

test('the same day is the same twice; straight for the target is one drive', () => {
  const [one, other] = [workDay(practicePlans(8), 5008, { straight: true }), workDay(practicePlans(8), 5008, { straight: true })];
  expect(other.reckoning).toEqual(one.reckoning);
  expect(one.day.drives).toHaveLength(1);
  expect(one.day.drives[0]!.plan.gearing).toEqual(practicePlans(8).gearing);
});

test('plans of practice days differ, and go from easy to what burns', () => {
  const all = Array.from({ length: 40 }, (_, i) => practicePlans(i));
  expect(new Set(all.map((plan) => JSON.stringify([plan.car.name, plan.gearing, plan.site.ambientC, plan.run]))).size).toBeGreaterThan(35);
  expect(all.every((plan) => plan.run!.minutes >= 2 && plan.run!.minutes <= 6)).toBe(true);
});
