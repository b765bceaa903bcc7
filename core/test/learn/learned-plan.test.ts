import { learn, predictLearned, predictSteady, resolveLearned, resolvePlan, type Learned } from '@puddler/core';
import { LearnedDraws } from '../../src/learn/learned-plan';
import { hiddenSession, KINDS } from './hidden-session';

const { run } = hiddenSession(61, KINDS[0]);
const learned: Learned = learn([run]);
const spreadOf = (values: number[]) => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return { mean, sigma: Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length) };
};

test('draws stand about what was learned, as wide as it was learned', () => {
  const draws = new LearnedDraws(run.plan, resolvePlan(run.plan), learned, 3);
  const at = draws.figures.findIndex((figure) => figure.path === 'motor.kvRpmPerV');
  const drawn = Array.from({ length: 400 }, () => draws.next().deviations[at]! * draws.figures[at]!.sigma);
  const kv = learned.figures.find((figure) => figure.path === 'motor.kvRpmPerV')!;
  const { mean, sigma } = spreadOf(drawn);
  expect(Math.abs(mean - Math.log(kv.learned / kv.value))).toBeLessThan(0.25 * kv.learnedSigma);
  expect(sigma / kv.learnedSigma).toBeGreaterThan(0.85);
  expect(sigma / kv.learnedSigma).toBeLessThan(1.15);
});

test('the same seed draws the same, another seed another', () => {
  const first = (seed: number) => new LearnedDraws(run.plan, resolvePlan(run.plan), learned, seed).next().deviations;
  expect(first(1)).toEqual(first(1));
  expect(first(1)).not.toEqual(first(2));
});

test('a plan with another motor takes the car’s figures and leaves its own motor as it was', () => {
  const other = { ...run.plan, motor: { ...run.plan.motor, name: 'Another motor' } };
  expect(resolveLearned(other, learned).motor.kvRpmPerV).toBe(resolvePlan(other).motor.kvRpmPerV);
  expect(resolveLearned(other, learned).car.dragAreaM2).not.toBe(resolvePlan(other).car.dragAreaM2);
  expect(resolveLearned(run.plan, learned).motor.kvRpmPerV).not.toBe(resolvePlan(run.plan).motor.kvRpmPerV);
});

test('a prediction with what was learned lies in its own band', () => {
  const { steady, bands } = predictLearned(run.plan, learned, { samples: 60 });
  expect(steady.topSpeedMs).toBeGreaterThan(bands.figures.topSpeedMs.p10 * 0.995);
  expect(steady.topSpeedMs).toBeLessThan(bands.figures.topSpeedMs.p90 * 1.005);
  expect(steady.topSpeedMs).toBe(predictSteady(resolveLearned(run.plan, learned)).topSpeedMs);
});
