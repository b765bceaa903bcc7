import { decimalMarkOf, RANGES } from '@puddler/contract/shared';
import { formatNumber, parseFigure, sentenceIn, setDecimalMark, typedNumber, withMark } from '@puddler/figures';
import { readCsvText, matchHeads, readParts, writeCsv } from '@puddler/figures/parts-csv';

afterEach(() => setDecimalMark('.'));

test.each([
  ['en', '1.5'],
  ['en-GB', '1.5'],
  ['de-DE', '1,5'],
  ['fr', '1,5'],
  ['pt-BR', '1,5'],
  ['xx', '1.5'],
  ['de-CH', '1.5'],
])('a figure in %s is %s', (language, text) => {
  setDecimalMark(decimalMarkOf(language));
  expect(formatNumber(1.5, 1)).toBe(text);
});

describe('where decimals have a comma', () => {
  beforeEach(() => setDecimalMark(','));

  test.each([
    ['3,175', [3.175, 3175]],
    ['3.175', [3175, 3.175]],
    ['4 000', [4000]],
    ['1.234,5', [1234.5]],
    ['1,5', [1.5]],
    ['1.5', [1.5]],
    ['0,125', [0.125]],
  ])('“%s” is %j', (text, values) => expect(typedNumber(text)).toEqual(values));

  test('what is shown can be typed back, and keeps its thousands apart', () => {
    for (const value of [0.125, 3.175, 12.5, 999.999, 1234.567, 48000]) {
      const range = { min: 0, max: 1e6, unit: 'mm' };
      expect(parseFigure(formatNumber(value, 3), range, 'metric')).toEqual({ ok: true, value });
    }
    expect(formatNumber(1234.5, 1)).toBe('1\u2009234,5');
  });

  test('a point that may part thousands is asked about', () => {
    expect(parseFigure('4.000', { min: 0, max: 10_000, unit: 'mm' }, 'metric')).toEqual({
      ok: false,
      message: '“4.000” may be 4000 or 4: type 4000 or 4',
    });
    expect(parseFigure('3.175', { min: 0, max: 10, unit: 'mm' }, 'metric')).toEqual({ ok: true, value: 3.175 });
  });

  test('sentences of the computation say it too, in any units', () => {
    expect(sentenceIn('It peaks at 48.2 A of 60; the can comes to 82.5 °C.', 'metric')).toBe('It peaks at 48,2 A of 60; the can comes to 82,5 °C.');
    expect(sentenceIn('54.4 km/h and 48.2 A', 'imperial')).toBe('34 mph and 48,2 A');
    expect(withMark('Nothing here. 3 of 4.')).toBe('Nothing here. 3 of 4.');
  });

  test('files keep the point, going out and coming in', () => {
    const text = 'kind,name,teeth,bore [mm]\npinion,P,17,3.175';
    const opened = readCsvText(text);
    if (!opened.ok) throw new Error(opened.message);
    const { parts, problems } = readParts(opened.table, matchHeads(opened.table.heads));
    expect(problems).toEqual([]);
    expect(parts[0]!.spec).toEqual({ teeth: 17, boreMm: 3.175 });
    expect(writeCsv(parts)).toContain('3.175');
  });
});

test('a range of the contract reads alike under both', () => {
  const range = RANGES['motor.shaftMm'];
  for (const language of ['en', 'de']) {
    setDecimalMark(decimalMarkOf(language));
    for (const text of ['3.175', '3,175', '3.17', '3,17']) expect(parseFigure(text, range, 'metric')).toMatchObject({ ok: true });
  }
});
