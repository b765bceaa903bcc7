import { checkBody, leafName, merge, KINDS, NO_FITTING, NO_PURCHASE, type Fitting, type KindName, type Purchase } from '@puddler/contract';

const purchase: Purchase = {
  lines: [{ id: 'esc', state: 'ordered', price: 41.5, shop: 'hut', bundle: 'b', buyOn: '2027-02-28' }],
  own: [{ id: 'own', what: 'clips', count: 8, group: 'tools' }],
  bundles: [{ id: 'b', name: 'set', price: 9 }],
  sales: [{ id: 'motor', price: 6 }],
  budget: { amount: 25, every: 'week', from: '2027-01-08', start: 10, wish: 200, skipped: [{ day: '2027-01-22' }] },
  favours: 'heat',
};
const hash = 'ab'.repeat(32);
const fitting: Fitting = {
  choices: { allInOne: false, mirrored: true, pinionOf: 'plastic', plateMm: 2 },
  steps: [{ id: 'mesh', done: { at: '2027-01-09T10:00:00.000Z', of: '17/58' }, note: 'N', reading: 0.1 }],
  photos: [{ hash, type: 'image/jpeg', bytes: 400, step: 'mesh' }],
  settings: [{ id: 'punch', before: '1', after: '2', on: '2027-01-09' }],
};
const messages = (kind: KindName, body: unknown) => {
  const checked = checkBody(kind)(body, undefined);
  return checked.ok ? [] : checked.problems.map((one) => one.message);
};

test('a purchase and a fitting with everything are good, and empty ones', () => {
  for (const [kind, body] of [
    ['purchase', purchase],
    ['purchase', NO_PURCHASE],
    ['fitting', fitting],
    ['fitting', NO_FITTING],
  ] as const)
    expect(messages(kind, body)).toEqual([]);
});

test.each<[string, KindName, unknown, RegExp]>([
  [
    'a state there is not',
    'purchase',
    { ...purchase, lines: [{ id: 'esc', state: 'stolen' }] },
    /lines\[0\]\.state is "stolen"; allowed: have, ordered/,
  ],
  ['a price below nothing', 'purchase', { ...purchase, lines: [{ id: 'esc', price: -1 }] }, /lines\[0\]\.price is -1; allowed: 0 to 100000/],
  [
    'a day that is none',
    'purchase',
    { ...purchase, lines: [{ id: 'esc', buyOn: '2027-02-30' }] },
    /buyOn is "2027-02-30"; allowed: a day as 2026-05-31/,
  ],
  ['a line twice', 'purchase', { ...purchase, lines: [{ id: 'esc' }, { id: 'esc' }] }, /a list that holds each only once/],
  ['a group there is not', 'purchase', { ...purchase, own: [{ id: 'o', what: 'O', count: 1, group: 'garden' }] }, /own\[0\]\.group is "garden"/],
  ['a sale of what is no link', 'purchase', { ...purchase, sales: [{ id: 'body', price: 3 }] }, /sales\[0\]\.id is "body"; allowed: pack/],
  [
    'an envelope each day',
    'purchase',
    { ...purchase, budget: { amount: 1, every: 'day', from: '2027-01-08' } },
    /budget\.every is "day"; allowed: week, month/,
  ],
  ['an order there is not', 'purchase', { ...purchase, favours: 'beauty' }, /favours is "beauty"/],
  ['a tick without a time', 'fitting', { ...fitting, steps: [{ id: 'mesh', done: { of: '' } }] }, /done\.at: this field must be there/],
  ['a reading that is no number', 'fitting', { ...fitting, steps: [{ id: 'mesh', reading: 'tight' }] }, /reading is "tight"/],
  [
    'a photo without its step',
    'fitting',
    { ...fitting, photos: [{ hash, type: 'image/jpeg', bytes: 4 }] },
    /photos\[0\]\.step: this field must be there/,
  ],
  ['a material there is not', 'fitting', { ...fitting, choices: { pinionOf: 'wood' } }, /pinionOf is "wood"; allowed: plastic, metal/],
])('%s is refused, naming the field', (_what, kind, body, message) => {
  expect(messages(kind, body)).toEqual([expect.stringMatching(message)]);
});

test('a tick on the phone and a price on the laptop never meet; two ticks of two steps are both kept', () => {
  const mine = { ...fitting, steps: [...fitting.steps, { id: 'pinion', done: { at: 'm', of: '' } }] };
  const theirs = {
    ...fitting,
    steps: [
      { ...fitting.steps[0]!, note: 'other' },
      { id: 'seals', note: 'S' },
    ],
  };
  const { body, clashes } = merge(fitting, mine, theirs, KINDS.fitting);
  expect(clashes).toEqual([]);
  expect((body as Fitting).steps.map((step) => [step.id, step.note])).toEqual([
    ['mesh', 'other'],
    ['pinion', undefined],
    ['seals', 'S'],
  ]);
  expect(KINDS.fitting.fileHashes!(fitting)).toEqual([hash]);
});

test('a clash of prices is told by the line that it belongs to, in words', () => {
  const priced = (price: number) => ({ ...purchase, lines: [{ ...purchase.lines[0]!, price }] });
  const { clashes } = merge(purchase, priced(40), priced(39), KINDS.purchase);
  expect(clashes).toEqual([{ path: 'lines[esc].price', mine: 40, theirs: 39 }]);
  expect(leafName('lines[esc].price')).toBe('price');
});
