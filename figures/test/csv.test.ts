import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Part } from '@puddler/core';
import { decode, matchHead, matchHeads, readCsvText, readHead, readParts, writeCsv } from '@puddler/figures/parts-csv';

const shelf = JSON.parse(readFileSync(path.join(__dirname, '../../demo/shelf.json'), 'utf8')) as Part[];

function read(text: string) {
  const opened = readCsvText(text);
  if (!opened.ok) return { message: opened.message, parts: [], problems: [] };
  return { message: undefined, ...readParts(opened.table, matchHeads(opened.table.heads)) };
}
const said = (text: string) => read(text).problems.map((one) => `${one.line} ${one.column}: ${one.message}`);

test('the whole shelf goes out and comes back the same', () => {
  const { parts, problems } = read(writeCsv(shelf));
  expect(problems).toEqual([]);
  expect(parts).toEqual(shelf);
});

test('a LiPo without a C rating comes in with a usual one that is marked, and goes out without', () => {
  const { parts, problems } = read('kind,name,chemistry,cells,capacity [mAh],C\npack,P,LiPo,2,5000,\npack,Q,LiPo,2,5000,50');
  expect(problems).toEqual([]);
  expect(parts.map(({ spec }) => spec)).toEqual([
    { chemistry: 'lipo', cells: 2, capacityAh: 5, cRating: 40, typical: ['cRating'] },
    { chemistry: 'lipo', cells: 2, capacityAh: 5, cRating: 50 },
  ]);
  const text = writeCsv(parts);
  expect(text).not.toContain('40');
  expect(read(text).parts).toEqual(parts);
});

test.each<[string, string | undefined, string | undefined]>([
  ['kv [rpm/V]', 'spec.kvRpmPerV', 'kv'],
  ['Kv', 'spec.kvRpmPerV', 'kv'],
  ['dia (in)', 'spec.diameterMm', 'in'],
  ['length mm', 'spec.lengthMm', 'mm'],
  ['capacity [mAh]', 'spec.capacityAh', 'mAh'],
  ['resistance (mΩ)', 'spec.resistanceOhm', 'mΩ'],
  ['C', 'spec.cRating', 'C'],
  ['Type', 'kind', undefined],
  ['max cells', 'spec.maxCells', 'cells'],
  ['weight_g', 'spec.massG', 'g'],
  ['colour', undefined, undefined],
])('the head “%s” means %s in %s', (head, path, unit) => {
  const match = matchHead(head);
  expect(match?.path).toBe(path);
  expect(match?.unit?.symbol).toBe(unit);
});

test('units of the head and of a cell are understood', () => {
  const { parts, problems } = read('kind;name;kv;dia (in);length mm;price\nmotor;A;3300;1.42;52;46,50\nmotor;B;3300;36 mm;2.05 in;\n');
  expect(problems).toEqual([]);
  expect(parts.map((part) => part.spec)).toEqual([
    { kind: 'brushless', form: 'inrunner', kvRpmPerV: 3300, diameterMm: 36.068, lengthMm: 52 },
    { kind: 'brushless', form: 'inrunner', kvRpmPerV: 3300, diameterMm: 36, lengthMm: 52.07 },
  ]);
  expect(parts[0]!.price).toBe(46.5);
});

test('a text that a spreadsheet would compute is disarmed on the way out and whole on the way in', () => {
  const part: Part = { kind: 'fan', name: '=1+1', status: 'owned', spec: {} };
  const text = writeCsv([part]);
  expect(text).toContain("'=1+1");
  expect(read(text).parts).toEqual([part]);
});

describe('broken files: each gets its report', () => {
  const head = 'kind,name,kv,diameter,length,price';
  test.each<[string, string, string[]]>([
    ['text in a number', `${head}\nmotor,A,fast,36,52,1`, ['2 kv: “fast” is not a number; understood: a number in kv, 5 to 100\u2009000 kv']],
    ['negative', `${head}\nmotor,A,3300,36,52,-4`, ['2 price: -4 is out of range; allowed: 0 to 100\u2009000']],
    ['out of range', `${head}\nmotor,A,3300,3600,52,4`, ['2 diameter: 3600 mm is out of range; allowed: 5 to 200 mm']],
    ['a tyre has a range of its own', `${head}\ntyre,A,,550,,4\ntyre,B,,3600,,4`, ['3 diameter: 3600 mm is out of range; allowed: 10 to 600 mm']],
    [
      'an unknown kind',
      `${head}\nsail,A,3300,36,52,4`,
      ['2 kind: “sail” is no kind of part; allowed: motor, esc, pack, pinion, spur, tyre, fan, plug'],
    ],
    ['a missing figure', `${head}\nmotor,A,,36,52,4`, ['2 kv: this field must be there']],
    ['a figure of another kind', `${head}\nfan,A,3300,,,4`, ['2 kv: “3300”: a part of kind fan has no kv']],
    ['duplicates', `${head}\nmotor,A,3300,36,52,4\n\nmotor,a,3300,36,52,9`, ['4 name: the same part stands on line 2']],
    ['a line too long', `${head}\nmotor,A,3300,36,52,4,extra`, ['2 price: the line has 7 columns, the first line 6']],
    ['no name', `${head}\nmotor,,3300,36,52,4`, ['2 name: “”; allowed: a text of 1 to 120 characters']],
    ['no kind column', 'name,kv\nA,3300', ['1 kind: no column says what kind of part a row is; choose one for “kind”']],
  ])('%s', (_what, text, problems) => expect(said(text)).toEqual(problems));

  test.each<[string, string, RegExp]>([
    ['empty', '', /empty/],
    ['only blanks', ' \n \n', /empty/],
    ['one column: another separator', 'kind/name/kv\nmotor/A/3300', /Only one column/],
    ['only heads', 'kind,name', /only one line/],
    ['a quote that does not close', 'kind,name\nmotor,"A\nmotor,B', /Line 2: a quotation mark/],
  ])('%s', (_what, text, words) => expect(read(text).message).toMatch(words));

  test.each<[string, Buffer, RegExp]>([
    ['nothing', Buffer.alloc(0), /empty/],
    ['binary', Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 0xff, 0xfe, 0x80]), /not text/],
    ['NUL in text', Buffer.from('kind,name\n\u0000'), /binary/],
    ['Latin-1', Buffer.from([0x6b, 0xe4, 0x2c]), /UTF-8/],
  ])('bytes: %s', (_what, bytes, words) => {
    const decoded = decode(bytes);
    expect(decoded.ok ? '' : decoded.message).toMatch(words);
  });

  test('marks of UTF-8 and UTF-16 are no problem', () => {
    for (const bytes of [Buffer.from('\uFEFFkind,name\nfan,F'), Buffer.from('\uFEFFkind,name\nfan,F', 'utf16le')]) {
      const decoded = decode(bytes);
      expect(decoded.ok && read(decoded.text).parts).toEqual([{ kind: 'fan', name: 'F', status: 'owned', spec: {} }]);
    }
  });
});

test('a head’s unit stands in brackets or behind it', () => {
  expect(readHead('shaft [mm]')).toEqual({ name: 'shaft', unit: 'mm' });
  expect(readHead('shaft_mm')).toEqual({ name: 'shaft', unit: 'mm' });
  expect(readHead('name')).toEqual({ name: 'name', unit: undefined });
});

test('lines are counted through quoted line breaks', () => {
  expect(said('kind,name,notes\nfan,A,"two\nlines"\nsail,B,')).toEqual([
    '4 kind: “sail” is no kind of part; allowed: motor, esc, pack, pinion, spur, tyre, fan, plug',
  ]);
});
