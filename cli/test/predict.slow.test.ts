import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { main } from '../src/predict';
import { CASES } from '../../core/test/helpers';

const folder = mkdtempSync(path.join(tmpdir(), 'puddler-cli-'));

function file(name: string, text: string): string {
  const at = path.join(folder, name);
  writeFileSync(at, text);
  return at;
}

function run(...files: string[]) {
  let out = '';
  let err = '';
  // Bands of full size are the same work many times over.
  const code = main(
    files.some((one) => one.startsWith('--')) || files.length === 0 ? files : ['--samples', '4', ...files],
    (text) => (out += text),
    (text) => (err += text),
  );
  return { code, out, err };
}

const good = file('good.json', JSON.stringify(CASES[0]!.plan));

test('one file prints an object', () => {
  const { code, out, err } = run(good);
  expect(code).toBe(0);
  expect(err).toBe('');
  const printed = JSON.parse(out) as { steady: { topSpeedMs: number }; run: { stop: string } };
  expect(printed.steady.topSpeedMs).toBeCloseTo(CASES[0]!.expected.steady.topSpeedMs!, 2);
  expect(printed.run.stop).toBe('time');
});

test('several files print an array in their order', () => {
  const other = file('other.json', JSON.stringify(CASES[1]!.plan));
  const printed = JSON.parse(run(other, good).out) as { steady: { finalDriveRatio: number } }[];
  const ratios = printed.map((one) => one.steady.finalDriveRatio);
  expect(ratios[0]).toBeCloseTo(CASES[1]!.expected.steady.finalDriveRatio!, 4);
  expect(ratios[1]).toBeCloseTo(CASES[0]!.expected.steady.finalDriveRatio!, 4);
});

test('a byte order mark is no mistake', () => {
  expect(run(file('bom.json', `\uFEFF${JSON.stringify(CASES[0]!.plan)}`)).code).toBe(0);
});

describe('refusals go to stderr with exit code 2 and print nothing', () => {
  test.each([
    ['a missing file', () => path.join(folder, 'nowhere.json'), 'there is no such file'],
    ['a folder', () => folder, 'cannot be read'],
    ['no JSON', () => file('text.json', '{ "name": '), 'is not JSON'],
    ['a bad plan', () => file('bad.json', JSON.stringify({ ...CASES[0]!.plan, startCharge: 7 })), 'startCharge is 7; allowed: 0 to 1'],
  ])('%s', (_, make, words) => {
    const at = make();
    const { code, out, err } = run(at);
    expect(code).toBe(2);
    expect(out).toBe('');
    expect(err).toContain(at);
    expect(err).toContain(words);
  });

  test('one bad file among good ones', () => {
    const bad = file('bad2.json', '[]');
    const { code, out } = run(good, bad);
    expect(code).toBe(2);
    expect(out).toBe('');
  });

  test('no file at all says how to call it', () => {
    const { code, err } = run();
    expect(code).toBe(2);
    expect(err).toContain('usage');
  });
});

test('the demo club’s plans are all predicted', () => {
  const demo = path.join(__dirname, '../../demo/plans');
  const names = ['10-ridgeback-as-bought', '12-ridgeback-sixty', '40-plough-snow'];
  for (const name of names) expect(JSON.parse(readFileSync(path.join(demo, `${name}.json`), 'utf8'))).toHaveProperty('format', 'puddler-plan');
  expect(run(...names.map((name) => path.join(demo, `${name}.json`))).code).toBe(0);
});

describe('bands and findings', () => {
  const fast = ['--samples', '16'];

  test('a seed repeats the bands, another changes them, and both lie around the prediction', () => {
    type Printed = {
      steady: { topSpeedMs: number };
      bands: { topSpeedMs: { p10: number; p50: number; p90: number }; samples: number; seed: number };
      findings: { id: string }[];
    };
    const read = (...args: string[]) => JSON.parse(run(...fast, ...args, good).out) as Printed;
    const [a, b, c] = [read('--seed', '7'), read('--seed=7'), read('--seed', '8')];
    expect(a).toEqual(b);
    expect(c.bands.topSpeedMs).not.toEqual(a.bands.topSpeedMs);
    expect(a.bands).toMatchObject({ samples: 16, seed: 7 });
    expect(a.bands.topSpeedMs.p10).toBeLessThan(a.steady.topSpeedMs * 1.02);
    expect(a.bands.topSpeedMs.p90).toBeGreaterThan(a.steady.topSpeedMs * 0.98);
    expect(Array.isArray(a.findings)).toBe(true);
  });

  test('without samples there are no bands', () => {
    expect(JSON.parse(run('--samples', '0', good).out)).not.toHaveProperty('bands');
  });

  test('a plan that overheats says so, and a limit of its own moves that', () => {
    const hot = JSON.parse(JSON.stringify(CASES.find((one) => one.name === 'ridgeback-2s')!.plan)) as (typeof CASES)[number]['plan'];
    hot.gearing.pinion = 50;
    const ids = (plan: unknown) =>
      (JSON.parse(run('--samples', '0', file('hot.json', JSON.stringify(plan))).out) as { findings: { id: string; level: string }[] }).findings;
    expect(ids(hot)).toContainEqual(expect.objectContaining({ id: 'motor-temperature', level: 'stop' }));
    expect(ids({ ...hot, limits: { 'motor-temperature': { caution: 400, stop: 500 } } }).map((one) => one.id)).not.toContain('motor-temperature');
  });

  test.each([
    [['--seed='], /--seed is ; allowed/],
    [['--seed', 'x'], /--seed is x; allowed: a whole number/],
    [['--samples', '-1'], /--samples is -1/],
    [['--colour', 'red'], /--colour: no such option/],
  ])('%j is refused', (args, words) => {
    const { code, err, out } = run(...args, good);
    expect(code).toBe(2);
    expect(err).toMatch(words);
    expect(out).toBe('');
  });
});
