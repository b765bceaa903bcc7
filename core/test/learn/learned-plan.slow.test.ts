import {
  learn,
  learnedFigures,
  limitsWith,
  notMet,
  predictSteady,
  resolvePlan,
  sampleBands,
  P90,
  speedSpread,
  uncertainFigures,
  withLearned,
  withoutLearned,
  type Learned,
  type PlanFile,
} from '@puddler/core';
import { MonteCarloSamples } from '../../src/predict/monte-carlo-samples';
import { SearchSpace } from '../../src/search/space';
import { hiddenSession, KINDS } from './hidden-session';

const { run } = hiddenSession(61, KINDS[0]);
const learned: Learned = learn([run]);
const taught = withLearned(run.plan, learned);
const drawsOf = (plan: PlanFile, seed: number) => new MonteCarloSamples(plan, resolvePlan(plan), seed);
const spreadOf = (values: number[]) => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return { mean, sigma: Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length) };
};

test('a plan that carries what was learned resolves to it, and says where its figures come from', () => {
  const [before, after] = [resolvePlan(run.plan), resolvePlan(taught)];
  const kv = learned.figures.find((figure) => figure.path === 'motor.kvRpmPerV')!;
  expect(after.motor.kvRpmPerV).toBeCloseTo(kv.learned, 2);
  expect(after.provenance['motor.kvRpmPerV']).toMatchObject({ source: 'learned', was: 'label', rule: 'from one run' });
  expect(after.provenance['esc.continuousA']).toEqual(before.provenance['esc.continuousA']);
  expect(resolvePlan(withoutLearned(taught))).toEqual(before);
});

test('draws stand about what was learned, as wide as it was learned, and go together as it says', () => {
  const draws = drawsOf(taught, 3);
  const all = Array.from({ length: 400 }, () => draws.next().deviations);
  const of = (path: string) => {
    const at = draws.figures.findIndex((figure) => figure.path === path);
    return all.map((one) => one[at]! * draws.figures[at]!.sigma);
  };
  const { mean, sigma } = spreadOf(of('motor.kvRpmPerV'));
  const kv = learned.figures.find((figure) => figure.path === 'motor.kvRpmPerV')!;
  expect(Math.abs(mean)).toBeLessThan(0.25 * kv.learnedSigma);
  expect(sigma / kv.learnedSigma).toBeGreaterThan(0.85);
  expect(sigma / kv.learnedSigma).toBeLessThan(1.15);
  const [drag, rolling] = [of('car.dragAreaM2'), of('site.rollingResistance')];
  expect(drag.reduce((sum, value, i) => sum + value * rolling[i]!, 0)).toBeLessThan(0);
});

test('the same seed draws the same, another seed another', () => {
  const first = (seed: number) => drawsOf(taught, seed).next().deviations;
  expect(first(1)).toEqual(first(1));
  expect(first(1)).not.toEqual(first(2));
});

test('a plan with another motor takes the car’s figures and leaves its own motor as it was', () => {
  const other = { ...run.plan, motor: { ...run.plan.motor, name: 'Another motor' } };
  const [before, after] = [resolvePlan(other), resolvePlan(withLearned(other, learned))];
  expect(after.motor.kvRpmPerV).toBe(before.motor.kvRpmPerV);
  expect(after.car.dragAreaM2).not.toBe(before.car.dragAreaM2);
});

test('parts that no run had are named, with how unsure they stay; parts that were there are not', () => {
  const figures = learnedFigures(learned);
  expect(notMet(taught, figures)).toEqual([]);
  const other = {
    ...taught,
    motor: { ...run.plan.motor, name: 'Another motor' },
    packs: run.plan.packs.map((pack) => ({ ...pack, name: 'Another pack' })),
  };
  expect(notMet(other, figures).map(({ part, figure, sigma }) => [part, figure, sigma])).toEqual([
    ['motor', 'kv', 0.05],
    ['pack', expect.any(String), expect.any(Number)],
  ]);
});

test('bands get narrower by what was learned, quick spread and drawn bands alike', () => {
  const widthOf = (plan: PlanFile) => {
    const { p10, p90 } = sampleBands(plan, resolvePlan(plan), 1, 80).figures.topSpeedMs;
    const quick = speedSpread(plan, resolvePlan(plan))!;
    return { drawn: Math.log(p90 / p10), quick: 2 * P90 * quick.sigma };
  };
  const [before, after] = [widthOf(run.plan), widthOf(taught)];
  expect(after.drawn).toBeLessThan(0.6 * before.drawn);
  expect(after.quick / after.drawn).toBeGreaterThan(0.7);
  expect(after.quick / after.drawn).toBeLessThan(1.5);
  expect(uncertainFigures(taught, resolvePlan(taught)).some((figure) => figure.source === 'learned')).toBe(true);
});

test('a search takes what was learned into every setup, as predicting each by itself does', () => {
  const space = new SearchSpace({
    base: taught,
    shelf: [],
    scope: { motor: 'plan', esc: 'plan', pack: 'plan', gears: 'plan', packPairs: false, twoMotors: false, gearbox: false },
    query: { aim: 'speed' },
    limits: limitsWith(),
  });
  const choice = { motor: 0, pack: 0, esc: 0 };
  const plan = space.planOf({ ...choice, pinion: 0, spur: 0, gearbox: 0 });
  const resolved = resolvePlan(plan);
  expect(predictSteady(space.resolvedOf(choice, resolved.ratio)).topSpeedMs).toBeCloseTo(predictSteady(resolved).topSpeedMs, 9);
});
