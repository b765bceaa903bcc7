import { RANGES } from '@puddler/contract';
import {
  atAGlance,
  currencies,
  formatIn,
  formatNumber,
  fromShown,
  isCurrency,
  moneyText,
  parseFigure,
  priceIn,
  sentenceIn,
  setCurrency,
  shownRange,
  toShown,
  unitOf,
  USUAL_CURRENCY,
} from '@puddler/figures';

const AIR = RANGES['site.ambientC'];
const TYRE = RANGES['car.tyre.diameterMm'];
const MASS = RANGES['car.massKg'];
const WHEEL = RANGES['car.wheelMassG'];
const AH = RANGES['packs.capacityAh'];
const OHM = RANGES['motor.resistanceOhm'];
const TEETH = RANGES['gearing.pinion'];
const KV = RANGES['motor.kvRpmPerV'];
const MINUTES = RANGES['run.minutes'];

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
    ['4 000', KV, 'metric', 4000],
    ['4\u2009000', KV, 'metric', 4000],
    ['4\u00a0000 kv', KV, 'metric', 4000],
    ['4,000', KV, 'metric', 4000],
    ['4.000', KV, 'metric', 4000],
    ["4'000", KV, 'metric', 4000],
    ['4 0500', KV, 'metric', 40_500],
    ['12,345.5', KV, 'metric', 12_345.5],
    ['12.345,5', KV, 'metric', 12_345.5],
    ['1,750 kg', MASS, 'metric', 1.75],
    ['1.750', MASS, 'metric', 1.75],
    ['0,125', MASS, 'metric', 0.125],
    ['17 T', TEETH, 'metric', 17],
    ['17t', TEETH, 'metric', 17],
    ['3S', RANGES['packs.cells'], 'metric', 3],
    ['3 cells', RANGES['packs.cells'], 'metric', 3],
    ['48 pitch', RANGES['gearing.moduleMm'], 'metric', 0.529166667],
    ['32dp', RANGES['gearing.moduleMm'], 'metric', 0.79375],
    ['6:30', MINUTES, 'metric', 6.5],
    ['90 s', MINUTES, 'metric', 1.5],
    ['0.5 h', MINUTES, 'metric', 30],
    ['10 min.', MINUTES, 'metric', 10],
    ['80 %', RANGES.startCharge, 'metric', 0.8],
    ['2.6 : 1', RANGES['car.internalRatio'], 'metric', 2.6],
    ['27 T', RANGES['motor.turns'], 'metric', 27],
    ['58.4 €', RANGES['part.price'], 'metric', 58.4],
    ['€58,40', RANGES['part.price'], 'metric', 58.4],
    ['EUR 1 200', RANGES['wish.newMoney'], 'metric', 1200],
  ] as const)('“%s”', (text, range, system, value) => {
    const parsed = parseFigure(text, range, system);
    expect(parsed).toEqual({ ok: true, value: expect.closeTo(value, 5) });
  });

  test.each([
    ['seventeen', TEETH, 'not a number'],
    ['', TEETH, 'nothing was typed'],
    ['17 mm', TEETH, 'not a unit'],
    ['17.5', TEETH, 'whole number'],
    ['3', TEETH, '4 to 200'],
    ['99 km', TYRE, 'not a unit'],
    ['6800', TYRE, '10 to 600 mm'],
    ['1 2', TYRE, 'not a number'],
    ['1e5', TYRE, 'not a unit'],
    ['1,200', WHEEL, 'may be 1200 or 1.2: type 1200 or 1.2'],
    ['17,5,5', TEETH, 'not a number'],
    ['6:75', MINUTES, 'not a unit'],
    ['three', MINUTES, 'understood: a number in min, s or h'],
  ] as const)('“%s” is refused with what is allowed', (text, range, words) => {
    const parsed = parseFigure(text, range, 'metric');
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(parsed.message).toContain(words);
  });

  test.each(Object.entries(RANGES))('what %s shows can be typed back, in both systems', (_path, range) => {
    for (const system of ['metric', 'imperial'] as const) {
      const unit = unitOf(range.unit, system);
      for (const share of [0.02, 0.31, 0.9]) {
        const value = range.min + share * (range.max - range.min);
        const shown = formatIn(range.min < 0 ? value : Math.max(range.min, value), {
          ...unit,
          digits: 'integer' in range ? 0 : Math.max(unit.digits, 3),
        });
        for (const text of [shown, `${shown} ${unit.symbol}`]) {
          const parsed = parseFigure(text, 'integer' in range ? { ...range, integer: undefined! } : range, system);
          if (!parsed.ok) throw new Error(`${text}: ${parsed.message}`);
          expect(toShown(parsed.value, unit)).toBeCloseTo(Number(shown.replace(/\u2009/g, '').replace('−', '-')), 2);
        }
      }
    }
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

test('a sentence is said in the units of its reader', () => {
  const said = 'The can comes to 82 °C; from 40 to 50 °C it is warm. The tread runs at 90 km/h, 0.8 mm module.';
  expect(sentenceIn(said, 'metric')).toBe(said);
  expect(sentenceIn(said, 'imperial')).toBe('The can comes to 180 °F; from 104 to 122 °F it is warm. The tread runs at 56 mph, 0.8 mm module.');
});

test('at a glance a figure is whole, and has tenths below ten', () => {
  const [speed, current] = [atAGlance(unitOf('m/s', 'metric')), atAGlance(unitOf('A', 'metric'))];
  expect([1.05, 2.7, 2.77, 16.4].map((speedMs) => formatIn(speedMs, speed))).toEqual(['3.8', '9.7', '10', '59']);
  expect([1.19, 1.78, 9.96, 117.6].map((a) => formatIn(a, current))).toEqual(['1.2', '1.8', '10', '118']);
  expect(formatIn(1.05, atAGlance(unitOf('m/s', 'imperial')))).toBe('2.3');
});

test('numbers have a true minus and thin spaces', () => {
  expect(formatNumber(-1234567.891, 1)).toBe('−1\u2009234\u2009567.9');
  expect(formatNumber(3, 1, true)).toBe('3.0');
  expect(formatIn(20, unitOf('°C', 'imperial'))).toBe('68');
});

describe('money', () => {
  afterEach(() => setCurrency(USUAL_CURRENCY));

  test('stands before the sign of the builder’s currency, and is typed back', () => {
    expect(moneyText(1234.5)).toBe('1\u2009234.50\u00a0€');
    setCurrency('GBP');
    expect(moneyText(12, 0)).toBe('12\u00a0£');
    expect(parseFigure(moneyText(1234.5), RANGES['part.price'], 'metric')).toEqual({ ok: true, value: 1234.5 });
  });

  test('is never converted: another currency is named, and the builder’s own read as typed', () => {
    const price = RANGES['part.price'];
    expect(parseFigure('12,50 €', price, 'metric')).toEqual({ ok: true, value: 12.5 });
    expect(parseFigure('EUR 12.50', price, 'metric')).toEqual({ ok: true, value: 12.5 });
    expect(parseFigure('$12', price, 'metric')).toEqual({
      ok: false,
      message: '“$12”: prices are in €, and none is converted: $ is another currency',
    });
    expect(parseFigure('12 gbp', price, 'metric')).toMatchObject({ ok: false });
    expect(priceIn('3652 4000KV, 24,90 €')).toEqual({ price: 24.9, rest: '3652 4000KV,  ', foreign: undefined });
    expect(priceIn('3652 4000KV $24.90')).toMatchObject({ price: undefined, foreign: '$' });
    expect(priceIn('3652 4000KV USD 24.90').foreign).toBe('USD');
    expect(priceIn('TOP 540 23T').foreign).toBeUndefined();
    setCurrency('SEK');
    expect(parseFigure(moneyText(249), price, 'metric')).toEqual({ ok: true, value: 249 });
    expect(priceIn('23T pinion 249 kr').price).toBe(249);
  });

  test('is of a currency that there is', () => {
    expect(isCurrency('CHF')).toBe(true);
    expect(isCurrency('euros')).toBe(false);
    expect(currencies().find(({ code }) => code === 'JPY')!.name).toBe('JPY, Japanese Yen');
  });
});
