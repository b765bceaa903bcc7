import { DEFAULT_LIMITS, LINK_NAMES, linkUse, powerBand, predictSteady, resolvePlan, simulateRun } from '@puddler/core';
import { CASES, caseNamed, plainPlan } from '../../core/test/helpers';
import {} from '../src/active/field-specs';
import { crossing, detail, headline, short, wordsForUse } from '../src/active/link-text';

const said = (name: string, system: 'metric' | 'imperial') => {
  const file = caseNamed(name);
  const resolved = resolvePlan(file);
  const steady = predictSteady(resolved);
  const band = powerBand(resolved);
  return Object.fromEntries(
    LINK_NAMES.map((link) => [
      link,
      { head: headline(link, file, system), cross: crossing(link, band, system), detail: detail(link, file, steady, system) },
    ]),
  );
};

test('three figures are kept whatever the size', () => {
  expect([1234.5, 123.45, 12.345, 1.2345, 0.012].map(short)).toEqual(['1\u2009235', '123', '12.3', '1.23', '0.01']);
});

test('a rally car in a builder’s words', () => {
  const words = said('ridgeback-2s', 'metric');
  expect(words['pack']).toMatchObject({ head: 'Brackwater 2S', detail: 'LiPo 5 Ah · 50C' });
  expect(words['pack']!.cross[1]).toBe('11.2 A');
  expect(words['motor']).toMatchObject({ head: 'Osier 3652', detail: '36 × 52 · 4-pole' });
  expect(words['motor']!.cross[0]).toBe('27\u2009220 rpm');
  expect(words['gears']).toMatchObject({ head: '21 / 58' });
  expect(words['gears']!.detail).toContain('7.18 : 1');
  expect(words['road']).toMatchObject({ head: 'Packed dirt', cross: ['48.6 km/h'] });
});

test('the same in miles and inches', () => {
  const words = said('ridgeback-2s', 'imperial');
  expect(words['tyres']!.head).toBe('2.68 in');
  expect(words['road']!.cross).toEqual(['30.2 mph']);
});

test('direct drive, twins and trailers are said', () => {
  expect(said('direct-cart', 'metric')['gears']!.head).toBe('Direct drive');
  expect(said('plough-twin', 'metric')['motor']).toMatchObject({ head: '2 × Stock pair', detail: '370 brushed · 30 turns' });
  expect(said('plough-twin', 'metric')['pack']!.detail).toContain('2 in parallel');
  expect(said('drover-low', 'metric')['road']!.detail).toContain('7.5 kg behind');
});

test.each(CASES)('$name: no words with NaN or undefined in them', ({ plan }) => {
  const resolved = resolvePlan(plan);
  const uses = linkUse(plan, resolved, simulateRun(resolved), DEFAULT_LIMITS);
  const words = [...uses.map((use) => wordsForUse(use, 'imperial')), ...LINK_NAMES.flatMap((link) => crossing(link, powerBand(resolved), 'metric'))];
  for (const text of words) expect(text).not.toMatch(/NaN|undefined|Infinity/);
});

test('a start at the limit of grip is said as such', () => {
  const resolved = resolvePlan(plainPlan());
  const grip = linkUse(plainPlan(), resolved, simulateRun(resolved), DEFAULT_LIMITS).find((use) => use.link === 'tyres')!;
  expect(wordsForUse({ ...grip, share: 1 }, 'metric')).toBe('starts at the limit of grip');
  expect(wordsForUse({ ...grip, share: 0.42 }, 'metric')).toBe('start uses 42 % of grip');
});
