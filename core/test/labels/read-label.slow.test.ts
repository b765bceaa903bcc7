import fc from 'fast-check';
import { labelKind, LABEL_KINDS, partFromLabel, readLabel, type LabelKind, type LabelReading } from '@puddler/core';
import { ESC_LABELS, MOTOR_LABELS, OTHER_LABELS, PACK_LABELS, TYPED_LABELS, type LabelRow } from './label-table';

const ALL: LabelRow[] = [...MOTOR_LABELS, ...ESC_LABELS, ...PACK_LABELS, ...OTHER_LABELS, ...TYPED_LABELS];

test('the table is long enough to mean something', () => {
  expect(ALL.length).toBeGreaterThanOrEqual(180);
  expect(new Set(ALL.map(([, label]) => label)).size).toBe(ALL.length);
});

test.each(ALL.map((row) => [row[0], row[1], row] as const))('%s: %s', (_kind, _label, [kind, label, fields, note]) => {
  const reading = readLabel(label, kind);
  expect(Object.fromEntries(Object.entries(reading.fields).map(([field, { value }]) => [field, value]))).toEqual(fields);
  expect(reading.question !== undefined).toBe(note === 'asks');
  expect(reading.problems.length > 0).toBe(note === 'problem');
});

test.each<[string, string | undefined]>([
  ['3652 4000KV sensorless', 'motor'],
  ['27T 540', 'motor'],
  ['27 turn', 'motor'],
  ['2212 920kv', 'motor'],
  ['2S 5000 mAh 50C', 'pack'],
  ['7.2V 3000mAh', 'pack'],
  ['60A 2-3S BEC 6V/3A', 'esc'],
  ['Tallow 60 A ESC', 'esc'],
  ['23/68', 'gears'],
  ['17T M0.8', 'gears'],
  ['86T 48P spur', 'gears'],
  ['tyre 98 mm', 'tyre'],
  ['98 mm', 'tyre'],
  ['30 mm fan', 'fan'],
  ['60 A two-pin plug', 'plug'],
  ['hello there', undefined],
])('“%s” is told to be of a %s', (label, kind) => expect(labelKind(label)).toBe(kind));

test('what was estimated says by which rule, what was printed says label', () => {
  const { fields } = readLabel('27T', 'motor');
  expect(fields['turns']).toEqual({ value: 27, source: 'label' });
  expect(fields['sizeClass']).toMatchObject({ source: 'estimated', rule: expect.stringContaining('540') });
  expect(readLabel('7.2V 3000mAh', 'pack').fields['chemistry']).toMatchObject({ source: 'estimated' });
  expect(readLabel('160A SBEC 6/7.4V 6A', 'esc').fields['becV']).toMatchObject({
    value: 6,
    source: 'estimated',
    rule: expect.stringContaining('7.4'),
  });
});

test('what was not understood is said, word for word', () => {
  expect(readLabel('Osier 3652 4000kv glitter-finish', 'motor').unread).toEqual(['Osier', 'glitter-finish']);
  expect(readLabel('3652 4000kv 900W', 'motor').unused).toEqual(['900W']);
});

test('a code with two meanings is asked about with each reading worked out', () => {
  const { question, fields } = readLabel('2836 1120kv outrunner', 'motor');
  expect(fields['statorDiameterMm']).toBeUndefined();
  expect(question!.choices.map((choice) => Object.fromEntries(Object.entries(choice.fields).map(([name, { value }]) => [name, value])))).toEqual([
    { form: 'outrunner', statorDiameterMm: 22, statorHeightMm: 18 },
    { form: 'outrunner', statorDiameterMm: 28, statorHeightMm: 36 },
  ]);
  expect(question!.choices[0]!.why).toContain('22 × 18');
  expect(readLabel('4250 800KV', 'motor').question!.choices).toHaveLength(3);
});

test('2,000 random strings neither throw nor invent figures that are not finite (seed 31)', () => {
  const odd = fc.string({ unit: fc.constantFrom(...'0123456789.,/-x×SPCTVAkvmhØ"Ω \n'.split('')), maxLength: 60 });
  const any = fc.oneof(odd, fc.string({ maxLength: 200 }), fc.string({ unit: 'binary', maxLength: 80 }));
  for (const label of fc.sample(any, { seed: 31, numRuns: 2000 })) {
    for (const kind of LABEL_KINDS) {
      const reading = readLabel(label, kind);
      for (const { value } of Object.values(reading.fields)) if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
    }
    readLabel(label);
  }
});

test('a text of a megabyte is read no further than a label reaches', () => {
  expect(readLabel(`${'9'.repeat(500_000)} 3652 4000kv`, 'motor').fields['kvRpmPerV']).toBeUndefined();
});

test.each<[LabelKind, string, Partial<LabelReading>]>([
  ['motor', '2 x 2814 900kv', { count: 2 }],
  ['motor', 'two 3650 3300kv', { count: 2 }],
  ['pack', '2x 4S 6000 mAh 60C', { count: 2 }],
  ['pack', '2 x 7.2V 3000mAh NiMH', { count: 2 }],
  ['pack', '6 x 1.2V 3000mAh', { count: undefined }],
  ['esc', '2x 60A 3S', { count: 2 }],
  ['esc', '60A 2-3S, two of them', { count: 2, unread: [] }],
  ['esc', '60A twin-cooled 2-3S', { count: undefined }],
  ['motor', '3650 3300kv', { count: undefined }],
  ['gears', 'direct drive', { direct: true }],
  ['gears', '17/87', { direct: false }],
  ['pack', '3S 5000 50C $42', { price: 42 }],
  ['pack', '4s 5000 100c hardcase 54,90 €', { price: 54.9 }],
  ['motor', '27T brushed 540 $18', { price: 18 }],
  ['esc', '60A brushless 2-3S 29.99', { price: 29.99 }],
  ['pack', '3S 5000 50C', { price: undefined }],
])('%s: “%s” says how many, whether there are gears, and what it costs', (kind, label, said) => expect(readLabel(label, kind)).toMatchObject(said));

test.each([
  ['2x 3650 1800kv', '3650 1800kv'],
  ['two 3650 1800kv', '3650 1800kv'],
  ['a pair of 2216 880kv', '2216 880kv'],
  ['60A 2-3S, two of them', '60A 2-3S'],
  ['60A 2-3S (pair)', '60A 2-3S'],
  ['Twofold 3650 1800kv', 'Twofold 3650 1800kv'],
])('“%s” is the name of several; of one it is “%s”', (several, one) => {
  const reading = readLabel(several);
  expect(partFromLabel(several, reading).parts.map(({ name }) => name)).toEqual([one]);
});

test('a brushed motor without turns has usual ones, with their doubt', () => {
  const { fields } = readLabel('370 brushed', 'motor');
  expect(fields['turns']).toMatchObject({ value: 35, source: 'estimated', rule: expect.stringContaining('a third more or less') });
});

test('a price on a label is the part’s', () => {
  const label = '3S 5000 50C $42';
  expect(partFromLabel(label, readLabel(label, 'pack')).parts[0]).toMatchObject({ kind: 'pack', price: 42 });
});
