import type { LoggedRun } from '@puddler/core';
import { evidenceOf } from '../../src/learn/evidence';
import { CALM } from '../../src/learn/conditions';
import { Parameters } from '../../src/learn/parameters';
import { keyOf } from '../../src/resolve/learned-figures';
import { uncertainFigures } from '../../src/resolve/uncertain-figures';
import { plainPlan } from '../helpers';
import { hiddenSession, KINDS } from './hidden-session';
import { resolvePlan } from '../../src/resolve/resolve-plan';

const plan = plainPlan();
const typed = (more: Partial<LoggedRun>): LoggedRun => ({ at: '2027-01-09T10:00:00Z', plan, ...more });
const kinds = (run: LoggedRun) => evidenceOf(run, 0).features.map((one) => one.kind);

test('what was typed is what is said, and nothing else', () => {
  expect(kinds(typed({}))).toEqual([]);
  expect(kinds(typed({ passes: [{ speedMs: 14 }] }))).toEqual(['top speed']);
  expect(kinds(typed({ current: { settledA: 20 }, usedAh: 1.2 }))).toEqual(['settled current', 'charge used']);
  expect(
    kinds(
      typed({
        readings: [
          { of: 'can', c: 50 },
          { of: 'ambient', c: 20 },
          { of: 'esc', c: 45 },
          { of: 'pack', c: 30 },
        ],
      }),
    ),
  ).toEqual(['can', 'ESC', 'pack']);
});

test('a pass each way is surer than one way, for the wind; a hot reading is less sure than a cool one', () => {
  const sigma = (run: LoggedRun) => evidenceOf(run, 0).features[0]!.sigma;
  const both = typed({
    passes: [
      { speedMs: 14, direction: 'out' },
      { speedMs: 13, direction: 'back' },
    ],
  });
  expect(sigma(both)).toBeLessThan(
    sigma(
      typed({
        passes: [
          { speedMs: 14, direction: 'out' },
          { speedMs: 13, direction: 'out' },
        ],
      }),
    ),
  );
  expect(sigma(typed({ readings: [{ of: 'can', c: 90 }] }))).toBeGreaterThan(sigma(typed({ readings: [{ of: 'can', c: 30 }] })));
});

test('many features of one kind weigh as three', () => {
  const { features } = evidenceOf(hiddenSession(51, KINDS[0]).run, 0);
  const kinds = [...new Set(features.map((one) => one.kind))];
  const many = kinds.map((kind) => features.filter((one) => one.kind === kind)).filter((ofKind) => ofKind.length > 3);
  expect(many.length).toBeGreaterThan(0);
  many.forEach((ofKind) => expect(ofKind.reduce((sum, one) => sum + one.weight, 0)).toBeCloseTo(3, 9));
});

test('a reading that is limited to the features of another takes just those', () => {
  const { run } = hiddenSession(51, KINDS[0]);
  const labels = evidenceOf(run, 0).features.map((one) => one.label);
  const some = labels.filter((_, i) => i % 3 === 0 && !labels[i]!.includes('after the run'));
  const limited = evidenceOf(run, 0, some).features.map((one) => one.label);
  expect(limited.filter((label) => !label.includes('after the run'))).toEqual(some);
});

test('the model says of the truth nearly what was measured of it', () => {
  const { hidden, run } = hiddenSession(52, KINDS[1]);
  const evidence = evidenceOf(run, 0);
  const day = { ...CALM, windMs: hidden.weather.windMs, grade: hidden.weather.grade };
  const residuals = evidence.model(hidden.truth, day).map((value, i) => (evidence.features[i]!.value - value) / evidence.features[i]!.sigma);
  const within = residuals.filter((residual) => Math.abs(residual) < 3).length;
  expect(within / residuals.length).toBeGreaterThan(0.9);
});

test('figures of parts and grounds have names of their own, so that other cars’ parts are not taught', () => {
  expect(keyOf('motor.kvRpmPerV', plan)).toBe('motor.kvRpmPerV@Osier 3652');
  expect(keyOf('site.grip', plan)).toBe('site.grip@tarmac');
  expect(keyOf('packs[0].cellResistanceOhm', plan)).toBe('packs[0].cellResistanceOhm@Brackwater 2S');
  expect(keyOf('esc.resistanceOhm', plan)).toBe('esc.resistanceOhm@Tallow 80');
  expect(keyOf('car.massKg', plan)).toBe('car.massKg');
  expect(keyOf('car.dragAreaM2', plan)).toBe('car.dragAreaM2@saloon');
  expect(keyOf('car.tyre.diameterMm', plan)).toBe('car.tyre.diameterMm@70');
});

test('two runs with another motor share the car’s figures and not the motor’s; the prior is what each spread says', () => {
  const other = { ...plan, motor: { ...plan.motor, name: 'Other' } };
  const parameters = new Parameters();
  const [a, b] = [parameters.add(plan, resolvePlan(plan)), parameters.add(other, resolvePlan(other))];
  const at = (placed: typeof a, path: string) => placed.find((one) => one.figure.path === path)!.at;
  expect(at(a, 'car.dragAreaM2')).toBe(at(b, 'car.dragAreaM2'));
  expect(at(a, 'motor.kvRpmPerV')).not.toBe(at(b, 'motor.kvRpmPerV'));
  const precision = parameters.priorPrecision();
  const tyre = at(a, 'car.tyre.diameterMm');
  const { sigma } = uncertainFigures(plan, resolvePlan(plan)).find((one) => one.path === 'car.tyre.diameterMm')!;
  expect(precision[tyre]![tyre]).toBeCloseTo(1 / sigma ** 2, 6);
  // Grip and rolling resistance are guessed together.
  expect(precision[at(a, 'site.grip')]![at(a, 'site.rollingResistance')]).toBeGreaterThan(0);
});
