import { learn, resolvePlan, solveTopSpeed, topSpeedBand, withLearned, predictSteady, type LoggedRun, type PlanFile } from '@puddler/core';
import { evidenceOf } from '../../src/learn/evidence';
import { resolvedAsDriven } from '../../src/learn/logged-run';
import { bandOf } from '../../src/math/band';
import { BLOCK } from '../../src/math/stratified-normals';
import { MonteCarloSamples } from '../../src/predict/monte-carlo-samples';
import { plainPlan } from '../helpers';
import { ODD_KINDS, oddSession } from './odd-cars';
import { hiddenSession } from './hidden-session';

// What real logs taught: each a car or a note that broke an assumption.

const both = (speedMs: number, apart = 0): NonNullable<LoggedRun['passes']> => [
  { speedMs: speedMs * (1 + apart / 2), direction: 'out' },
  { speedMs: speedMs * (1 - apart / 2), direction: 'back' },
];
const typed = (change: Partial<LoggedRun>, plan: PlanFile = plainPlan()): LoggedRun => ({
  at: '2027-01-09T10:00:00Z',
  name: 'typed',
  plan,
  minutes: 5,
  ...change,
});
const speedOf = (plan: PlanFile) => predictSteady(resolvePlan(plan)).topSpeedMs;
const sigmaOf = (run: LoggedRun, kind: string) => evidenceOf(run, 0).features.find((one) => one.kind === kind)!.sigma;
const taughtBand = (plan: PlanFile, runs: LoggedRun[]) => {
  const file = withLearned(plan, learn(runs));
  // As many draws as leave no chance in it: what is asked of the band is less than 144 of them are sure of.
  const draws = new MonteCarloSamples(file, resolvePlan(file));
  const { p10, p90 } = bandOf(Array.from({ length: 100 * BLOCK }, () => solveTopSpeed(draws.next().resolved).topSpeedMs));
  const topSpeedMs = speedOf(file);
  return { topSpeedMs, half: (p90 - p10) / 2 / topSpeedMs };
};

test('charge typed without a log says little of the car, more on a course that was measured, and most with a log', () => {
  const course = { legs: [{ fullM: 20, cornerS: 1, cornerMs: 4 }] };
  const plan = plainPlan();
  expect(sigmaOf(typed({ usedAh: 0.8 }), 'charge used')).toBeCloseTo(0.4, 2);
  expect(sigmaOf(typed({ usedAh: 0.8 }, { ...plan, run: { profile: 'race', minutes: 5, course } }), 'charge used')).toBeCloseTo(0.15, 2);
  expect(sigmaOf({ ...hiddenSession(700).run, usedAh: 0.8 }, 'charge used')).toBeCloseTo(Math.hypot(0.03, 0.01), 6);
});

test('a race that draws nearly twice the usual does not double the current', () => {
  const plan = plainPlan();
  const amps = (file: PlanFile) => predictSteady(resolvePlan(file)).packCurrentA;
  const usual = evidenceOf(typed({ usedAh: 1 }), 0);
  const modelAh = Math.exp(usual.model(usual.resolved, { restV: 0, windMs: 0, grade: 0 })[0]!);
  const learned = learn([typed({ usedAh: 1.8 * modelAh, passes: both(speedOf(plan)) })]);
  expect(amps(withLearned(plan, learned)) / amps(plan)).toBeLessThan(1.35);
});

test('a slow car’s speed is measured roughly: 0.15 m/s is a tenth of a crawl', () => {
  expect(sigmaOf(typed({ passes: both(1.5) }), 'top speed')).toBeGreaterThan(0.06);
  expect(sigmaOf(typed({ passes: both(15) }), 'top speed')).toBeLessThan(0.025);
});

test('passes that differ by more than 12 % tell no more than what lies between them', () => {
  expect(sigmaOf(typed({ passes: both(15, 0.1) }), 'top speed')).toBeLessThan(0.025);
  expect(sigmaOf(typed({ passes: both(15, 0.3) }), 'top speed')).toBeGreaterThan(0.14);
});

test('passes one way only leave the wind and the slope open', () => {
  const plan = plainPlan();
  const speedMs = 0.9 * speedOf(plan);
  const oneWay = taughtBand(plan, [typed({ passes: [{ speedMs, direction: 'out' }] })]);
  const bothWays = taughtBand(plan, [typed({ passes: both(speedMs) })]);
  expect(oneWay.half).toBeGreaterThan(1.3 * bothWays.half);
  expect(Math.abs(oneWay.topSpeedMs - speedMs)).toBeGreaterThan(Math.abs(bothWays.topSpeedMs - speedMs));
});

test('two typed passes that move an answer are there to be taken, though no single figure grew a fifth surer', () => {
  const plan = plainPlan();
  const learned = learn([typed({ passes: both(0.85 * speedOf(plan)), readings: [{ of: 'can', c: 60, afterStopS: 30 }], usedAh: 0.7 })]);
  expect(learned.isWorthTaking).toBe(true);
  expect(speedOf(withLearned(plan, learned))).toBeLessThan(0.93 * speedOf(plan));
});

test('a run that says nothing is not', () => {
  expect(learn([typed({})]).isWorthTaking).toBe(false);
});

test('runs that contradict each other widen the band instead of making it sure', () => {
  const { run } = hiddenSession(701);
  const { plan } = run;
  // The same log with its current column twice what it was, and rpm a tenth high: they cannot all be so.
  const bent: LoggedRun = {
    ...run,
    name: 'bent',
    trace: {
      ...run.trace!,
      fields: {
        ...run.trace!.fields,
        ...(run.trace!.fields.motorRpm ? { motorRpm: run.trace!.fields.motorRpm.map((rpm) => 1.12 * rpm) } : {}),
        ...(run.trace!.fields.speedMs ? { speedMs: run.trace!.fields.speedMs.map((speed) => 0.96 * speed) } : {}),
      },
    },
  };
  const [one, contradicted] = [taughtBand(plan, [run]), taughtBand(plan, [run, bent])];
  expect(contradicted.half).toBeGreaterThan(2 * one.half);
});

test('a plan’s band is wider than ±0.5 % after passes that lie 4 % off its log', () => {
  const { run } = hiddenSession(702);
  const { plan } = run;
  const speedMs = 0.96 * speedOf(withLearned(plan, learn([run])));
  const passes = [1, 2, 3].map((n): LoggedRun => typed({ name: `passes ${n}`, passes: both(speedMs) }, plan));
  expect(taughtBand(plan, [run, ...passes]).half).toBeGreaterThan(0.007);
});

test('a session of passes keeps the tyres of its plan, and goes round no course', () => {
  const course = { legs: [{ fullM: 20, cornerS: 1, cornerMs: 4 }] };
  const plan = plainPlan({ site: { surface: 'packed-dirt', ambientC: 20 }, run: { profile: 'race', minutes: 5, course } });
  const passes = resolvedAsDriven(typed({ drivenAs: 'speed-pass', minutes: 2 }, plan));
  expect(passes.site.grip).toBeCloseTo(0.8 * 1.25, 9);
  expect(passes.run).toEqual({ profile: 'speed-pass', minutes: 2 });
  expect(resolvedAsDriven(typed({ minutes: 3 }, plan)).run).toEqual({ profile: 'race', minutes: 3, course });
});

/** How far what was learned lies from the truth of another setup, in its own deviations, and as a share. */
function offOf(name: string, seed: number): { sigmas: number; share: number; learned: ReturnType<typeof learn> } {
  const { runs, plan, trueMs } = oddSession(
    seed,
    ODD_KINDS.find((kind) => kind.name === name)!,
  );
  const learned = learn(runs);
  const taught = withLearned(plan, learned);
  const { p10, p90 } = topSpeedBand(taught, resolvePlan(taught));
  const share = Math.abs(Math.log(trueMs / speedOf(taught)));
  return { sigmas: (share * 2.563) / Math.log(p90 / p10), share, learned };
}
const SEEDS = [7001, 7003, 7006];

test('a GPS that is a second late says what it would have said in time', () => {
  for (const seed of SEEDS) expect(offOf('GPS a second late', seed).share).toBeLessThan(0.015);
});

test.each([
  'no rpm in the log',
  'no speed in the log',
  'tyres that grow',
  'tired pack',
  'ground that grips little',
  'ammeter an amp high',
  'two motors',
])('%s: learned all the same, and never confidently wrong', (name) => {
  for (const seed of SEEDS) {
    const { sigmas, share } = offOf(name, seed);
    expect(share).toBeLessThan(0.03);
    expect(sigmas).toBeLessThan(4);
  }
});

test('two days of one car, with another wind and another grade, contradict nothing', () => {
  const days = (seed: number) =>
    oddSession(seed, { name: 'days', odd: { weather: { windMs: 3, grade: 0.01 } }, also: { weather: { windMs: 1, grade: -0.01 } } });
  for (const seed of SEEDS) expect(learn(days(seed).runs).contradicting).toEqual([]);
});

test('two runs that contradict each other are named, and make nothing surer than they agree', () => {
  for (const seed of SEEDS) {
    const { sigmas, learned } = offOf('two runs that contradict each other', seed);
    expect(sigmas).toBeLessThan(4);
    expect(new Set(learned.contradicting)).toEqual(new Set([0, 1]));
    const kv = learned.figures.find(({ path }) => path === 'motor.kvRpmPerV');
    if (kv) expect(kv.learnedSigma).toBeGreaterThan(0.01);
  }
});
