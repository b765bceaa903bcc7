import { RANGES } from '@puddler/contract';
import { parseFigure, shownRange } from '../src/units/parse';
import { formatIn, formatNumber, fromShown, toShown, unitOf } from '../src/units/units';

const AIR = RANGES['site.ambientC'];
const TYRE = RANGES['car.tyre.diameterMm'];
const MASS = RANGES['car.massKg'];
const WHEEL = RANGES['car.wheelMassG'];
const AH = RANGES['packs.capacityAh'];
const OHM = RANGES['motor.resistanceOhm'];
const TEETH = RANGES['gearing.pinion'];

describe('figures as people type them', () => {
  test.each([
    ['18', AIR, 'metric', 18],
    ['64', AIR, 'imperial', 17.7777778],
    ['64 F', AIR, 'metric', 17.7777778],
    ['64°F', AIR, 'metric', 17.7777778],
    ['-4 c', AIR, 'imperial', -4],
    ['−4', AIR, 'metric', -4],
    ['98', TYRE, 'metric', 98],
    ['3.86 in', TYRE, 'metric', 98.044],
    ['3.86"', TYRE, 'metric', 98.044],
    ['9,8 cm', TYRE, 'imperial', 98],
    ['1750 g', MASS, 'metric', 1.75],
    ['4 lb', MASS, 'metric', 1.81436952],
    ['3 oz', WHEEL, 'metric', 85.0485694],
    ['5000 mAh', AH, 'metric', 5],
    ['5', AH, 'metric', 5],
    ['12.5', OHM, 'metric', 0.0125],
    ['12.5 mohm', OHM, 'metric', 0.0125],
    ['0.0125 ohm', OHM, 'metric', 0.0125],
    [' 17 ', TEETH, 'imperial', 17],
    ['.5 kg', MASS, 'metric', 0.5],
  ] as const)('“%s”', (text, range, system, value) => {
    const parsed = parseFigure(text, range, system);
    expect(parsed).toEqual({ ok: true, value: expect.closeTo(value, 5) });
  });

  test.each([
    ['seventeen', TEETH, 'not a number'],
    ['', TEETH, 'not a number'],
    ['17 mm', TEETH, 'not a unit'],
    ['17.5', TEETH, 'whole number'],
    ['3', TEETH, '4 to 200'],
    ['99 km', TYRE, 'not a unit'],
    ['6800', TYRE, '10 to 600 mm'],
    ['1 2', TYRE, 'not a unit'],
    ['1e5', TYRE, 'not a unit'],
  ] as const)('“%s” is refused with what is allowed', (text, range, words) => {
    const parsed = parseFigure(text, range, 'metric');
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(parsed.message).toContain(words);
  });

  test('a range is said in the units shown', () => {
    expect(shownRange(AIR, 'imperial')).toBe('−40 to 140 °F');
    expect(shownRange(TEETH, 'metric')).toContain('4 to 200');
  });
});

test('shown and back again is the same', () => {
  for (const name of ['m/s', '°C', 'mm', 'kg', 'g', 'Ω'] as const) {
    for (const system of ['metric', 'imperial'] as const) {
      const unit = unitOf(name, system);
      expect(fromShown(toShown(12.34, unit), unit)).toBeCloseTo(12.34, 9);
    }
  }
});

test('numbers have a true minus and thin spaces', () => {
  expect(formatNumber(-1234567.891, 1)).toBe('−1\u2009234\u2009567.9');
  expect(formatNumber(3, 1, true)).toBe('3.0');
  expect(formatIn(20, unitOf('°C', 'imperial'))).toBe('68');
});
