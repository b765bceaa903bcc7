import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { hiddenSession, KINDS, otherSetup } from '../../core/test/learn/hidden-session';
import { learnVerb } from '../src/learn';
import { running } from './run-verb';

const folder = mkdtempSync(path.join(tmpdir(), 'puddler-learn-'));
const keep = (name: string, value: unknown) => {
  const file = path.join(folder, name);
  writeFileSync(file, JSON.stringify(value));
  return file;
};
const run = running(learnVerb);
const { file: session, typed: said } = hiddenSession(31, KINDS[0]);
const typed = { format: 'puddler-run', version: 1, ...said };

test('a session teaches figures, and predicts another plan with bands', () => {
  const { code, out, err } = run(keep('run.json', session), '--predict', keep('plan.json', otherSetup(session.plan)));
  expect([code, err]).toEqual([0, '']);
  const answer = JSON.parse(out) as {
    outcome: string;
    figures: { path: string; prior: { value: number; sdLog: number }; learned: { value: number; sdLog: number } }[];
    correlation: number[][];
    predictions: { steady: { topSpeedMs: number }; bands: { topSpeedMs: { p10: number; p90: number }; samples: number } }[];
  };
  expect(answer.outcome).toBe('converged');
  const kv = answer.figures.find((figure) => figure.path.startsWith('motor.kvRpmPerV'))!;
  expect(kv.prior).toEqual({ value: 3000, sdLog: 0.05 });
  expect(kv.learned.sdLog).toBeLessThan(0.02);
  expect(answer.correlation).toHaveLength(answer.figures.length);
  for (const [i, row] of answer.correlation.entries()) expect(row[i]).toBeCloseTo(1, 9);
  const [{ steady, bands }] = answer.predictions as [(typeof answer.predictions)[number]];
  expect(bands.topSpeedMs.p10).toBeLessThan(steady.topSpeedMs);
  expect(bands.topSpeedMs.p90).toBeGreaterThan(steady.topSpeedMs);
});

test('typed runs and sessions go together, in any number', () => {
  const { code, out } = run(keep('a.json', session), keep('b.json', typed));
  expect(code).toBe(0);
  expect(JSON.parse(out)).toMatchObject({ predictions: [] });
});

test.each<[string, unknown, RegExp]>([
  ['no format', { ...typed, format: undefined }, /format: this field must be there/],
  ['a plan that is none', { ...typed, plan: { ...typed.plan, site: { ...typed.plan.site, surface: 'ice' } } }, /plan\.site\.surface/],
  ['a speed no car has', { ...typed, passes: [{ speedMs: 900 }] }, /passes\[0\]\.speedMs is 900; allowed: 0\.1 to 150 m\/s/],
  ['a reading of the moon', { ...typed, readings: [{ of: 'moon', c: 4 }] }, /readings\[0\]\.of is "moon"/],
  ['series of unlike length', { ...typed, series: { timeS: [0, 1], packV: [8] } }, /series\.packV is 1; allowed: 2 samples/],
  [
    'time that runs back',
    { ...typed, series: { timeS: [0, 2, 1], packV: [8, 8, 8] } },
    /series\.timeS\[2\] is 1; allowed: no less than the one before/,
  ],
  ['a field there is not', { ...typed, mood: 'good' }, /mood/],
])('%s is refused with the reason, and nothing is printed', (_what, file, message) => {
  const { code, out, err } = run(keep('bad.json', file));
  expect([code, out]).toEqual([2, '']);
  expect(err).toMatch(message);
});

test('no run, and an option there is not, are told', () => {
  expect(run().err).toContain('usage');
  expect(run('--fast', 'a.json').err).toContain('--fast: no such option; allowed: --predict');
});
