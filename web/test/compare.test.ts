import { compareShares, powerBand, powerShares, resolvePlan, solveTopSpeed, type PlanFile } from '@puddler/core';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { broughtFirst, pinned, pinsReducer, putBack, repinned, unpinned, type PinnedSetup } from '../src/document-store/pins-slice';
import { differenceText, heatText } from '../src/stations/compare/compare-text';
import { bandRows } from '../src/stations/compare/band-rows';
import { overlay } from '../src/stations/compare/overlay';
import { partsOf } from '../src/stations/compare/PartsAndFindings';

const demo = (name: string) => JSON.parse(readFileSync(path.join(__dirname, '../../demo/plans', `${name}.json`), 'utf8')) as PlanFile;
const sixty = demo('12-ridgeback-sixty');
const stock = demo('10-ridgeback-as-bought');

describe('pins', () => {
  const pin = (id: string, file = sixty): PinnedSetup => ({ id, name: id, carId: 'car', file });
  const all = ['a', 'b', 'c', 'd'].reduce((pins, id) => pinsReducer(pins, pinned(pin(id))), [] as PinnedSetup[]);

  it('are four at most, each once', () => {
    expect(pinsReducer(all, pinned(pin('e'))).map((one) => one.id)).toEqual(['a', 'b', 'c', 'd']);
    expect(pinsReducer(all.slice(0, 2), pinned(pin('a')))).toHaveLength(2);
    expect(pinsReducer(all, unpinned({ id: 'b' })).map((one) => one.id)).toEqual(['a', 'c', 'd']);
    expect(pinsReducer(all, broughtFirst({ id: 'c' })).map((one) => one.id)).toEqual(['c', 'a', 'b', 'd']);
  });

  it('can be changed and put back as they were pinned', () => {
    const once = pinsReducer(all, repinned([{ id: 'a', file: stock }]));
    const twice = pinsReducer(once, repinned([{ id: 'a', file: { ...stock, name: 'again' } }]));
    expect(twice[0]).toMatchObject({ file: { name: 'again' }, before: sixty });
    const back = pinsReducer(twice, putBack({ id: 'a' }));
    expect(back[0]!.file).toEqual(sixty);
    expect(back[0]).not.toHaveProperty('before');
  });
});

describe('why setups differ', () => {
  const [a, b] = [powerShares(resolvePlan(sixty)), powerShares(resolvePlan(stock))];

  it('is said in one sentence, with figures of both', () => {
    const text = differenceText(a, b, compareShares(a, b), 'metric');
    expect(text).toMatch(/^28\.5 km\/h slower: volts, kv and gears would make it 43 % slower without load; /);
    expect(text).toContain('8.3 % of it is lost at its brushes against 0 %');
    // Turned round, what the faster one wins is told.
    expect(differenceText(b, a, compareShares(b, a), 'imperial')).toMatch(/^17\.7 mph faster: .* against 13 %/);
  });

  it('says when there is no difference, and when one does not move', () => {
    expect(differenceText(a, a, compareShares(a, a), 'metric')).toMatch(/^As fast: it takes 156 W from the cells against 156\.$/);
    const still = { ...a, topSpeedMs: 0 };
    expect(differenceText(a, still, compareShares(a, still), 'metric')).toBe('It does not move.');
  });

  it('tells heat by the runs', () => {
    expect(heatText(68, 56, a, b, 'metric')).toMatch(/^Its can gets 12 K cooler: at top speed \d+ W stay in the motor against \d+\.$/);
    expect(heatText(68, 78, a, b, 'imperial')).toContain('18 °F hotter');
    expect(heatText(60, 60.1, a, b, 'metric')).toContain('as hot');
  });
});

describe('bands of power below each other', () => {
  const bandOf = (file: PlanFile) => powerBand(resolvePlan(file), solveTopSpeed(resolvePlan(file)));
  const lengths = [100, 100, 100, 100, 100, 100];

  it('have one scale, links in line, and lose what the cells give', () => {
    const [first, , second] = bandRows([bandOf(sixty), undefined, bandOf(stock)], lengths);
    expect(first!.thickness / first!.givenW).toBeCloseTo(second!.thickness / second!.givenW, 9);
    expect(first!.givenW).toBeGreaterThan(3 * second!.givenW);
    expect(second!.top).toBe(first!.height);
    for (const { shapes, givenW } of [first!, second!]) {
      expect(shapes.map((shape) => shape.start)).toEqual([0, 100, 200, 300, 400, 500]);
      expect(shapes.reduce((sum, shape) => sum + shape.lossW, 0)).toBeCloseTo(givenW, 6);
    }
  });

  it('leave a setup out that cannot be computed, and bear one alone', () => {
    expect(bandRows([undefined], lengths)).toEqual([undefined]);
    expect(bandRows([bandOf(stock)], lengths)[0]).toMatchObject({ top: 0, thickness: 40 });
  });
});

describe('courses over each other', () => {
  const course = (letter: string, end: number, rate: number) => ({
    letter,
    tone: 'ink' as const,
    samples: Array.from({ length: 5 }, (_, i) => ({ timeS: (i * end) / 4, v: (rate * i * end) / 4 })),
  });
  const data = overlay(
    [course('A', 8, 1), course('B', 4, 2)],
    [{ label: 'speed', unit: 'm/s', weight: 1, digits: 1, fromZero: true, of: (one) => one.v }],
    (one) => one.timeS,
  );

  it('are read at the same moments, the shorter one held after its end', () => {
    expect(data.x[0]).toBe(0);
    expect(data.x[data.x.length - 1]).toBe(8);
    const [first, second] = data.panes;
    const at = data.x.findIndex((x) => x >= 3);
    expect(first!.y[at]).toBeCloseTo(data.x[at]!, 9);
    expect(second!.y[at]).toBeCloseTo(2 * data.x[at]!, 9);
    expect(second!.y[second!.y.length - 1]).toBeCloseTo(8, 9);
    expect(second).toMatchObject({ label: 'B speed', over: true, broken: true });
  });
});

test('parts are priced by the shelf: owned ones cost nothing, but for the second of two', () => {
  const shelf = [
    {
      id: '1',
      part: {
        kind: 'motor',
        name: 'osier 3652',
        status: 'owned',
        price: 40,
        spec: { kind: 'brushless', form: 'inrunner', kvRpmPerV: 3300, diameterMm: 36, lengthMm: 52 },
      },
    },
    { id: '2', part: { kind: 'esc', name: 'Tallow 60', status: 'considered', spec: { continuousA: 60 } } },
  ] as const;
  const parts = partsOf({ ...sixty, motorCount: 2 }, shelf);
  expect(parts.map(({ name, count, price, owned, known }) => [name, count, price, owned, known])).toEqual([
    ['Brackwater 3S', 1, undefined, false, false],
    ['Tallow 60', 2, undefined, false, true],
    ['Osier 3652', 2, 40, true, true],
  ]);
});
