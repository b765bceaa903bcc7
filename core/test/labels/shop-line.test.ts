import fc from 'fast-check';
import { partFromLabel, readLabel, splitShopLine, type ShopLine } from '@puddler/core';
import { ESC_LABELS, MOTOR_LABELS, OTHER_LABELS, PACK_LABELS, TYPED_LABELS } from './label-table';

const LABELS = [...MOTOR_LABELS, ...ESC_LABELS, ...PACK_LABELS, ...OTHER_LABELS, ...TYPED_LABELS];

test.each<[string, ShopLine]>([
  ['3652 3300kv motor + 60A ESC, 2S 5000mAh, 18T 48p', { motor: '3652 3300kv motor', esc: '60A ESC', pack: '2S 5000mAh', gears: '18T 48p' }],
  ['Combo 3650 3900KV brushless motor 60A ESC', { motor: '3650 3900KV brushless motor', esc: '60A ESC' }],
  ['4068 2250kv sensorless with 150A ESC 6S', { motor: '4068 2250kv sensorless', esc: '150A ESC 6S' }],
  ['Set: 540 13.5T sensored motor and 45A ESC', { motor: '540 13.5T sensored motor', esc: '45A ESC' }],
  ['60A ESC 2S 5000mAh 50C', { esc: '60A ESC', pack: '2S 5000mAh 50C' }],
  ['3S 4000mAh 40C; pinion 17T module 0.8', { pack: '3S 4000mAh 40C', gears: 'pinion 17T module 0.8' }],
  ['3652 3300kv + 60A combo with 2S 5000mAh 17T 48p', { motor: '3652 3300kv', esc: '60A', pack: '2S 5000mAh', gears: '17T 48p' }],
  ['3650 3900KV / 60A ESC / 2S 5200 50C / 20T 48P', { motor: '3650 3900KV', esc: '60A ESC', pack: '2S 5200 50C', gears: '20T 48P' }],
  ['brushless 3650, 20T / 54T mod 1, 60A ESC', { motor: 'brushless 3650', gears: '20T / 54T mod 1', esc: '60A ESC' }],
  ['3670 2150kv, 150A ESC, program card, 4S 5000 60C', { motor: '3670 2150kv', esc: '150A ESC, program card', pack: '4S 5000 60C' }],
  [
    '2 x 2814 900kv outrunner, waterproof + 40A ESC, 2-3S, BEC 6V/3A',
    { motor: '2 x 2814 900kv outrunner, waterproof', esc: '40A ESC, 2-3S, BEC 6V/3A' },
  ],
])('“%s” is several parts', (line, parts) => {
  expect(splitShopLine(line)).toEqual(parts);
});

test.each([
  '3652, 4000KV, sensorless',
  '60A 2-3S BEC 6V/3A',
  '60A ESC, 2-3S, waterproof, for 1/10 cars',
  '2S 5,000 mAh, 50C',
  '27T 540',
  '23/68',
  '18T 48p, 3.17 mm bore',
  '',
  'nothing of the kind',
])('“%s” is one part, or none', (line) => {
  expect(splitShopLine(line)).toBeUndefined();
});

test('each part of a line is one that its reader makes a part of', () => {
  const line = splitShopLine('3652 3300kv motor + 60A ESC, 2S 5000mAh 50C, 18T 48p')!;
  for (const [kind, words] of Object.entries(line)) {
    const reading = readLabel(words, kind as keyof ShopLine);
    expect([kind, partFromLabel(words, reading).missing]).toEqual([kind, []]);
  }
});

test('labels of one part stay whole, and no text breaks it', () => {
  const split = LABELS.filter(([, label]) => splitShopLine(label) !== undefined).map(([, label]) => label);
  expect(split).toEqual([]);
  fc.assert(
    fc.property(fc.string({ maxLength: 600 }), (text) => void splitShopLine(text)),
    { seed: 4, numRuns: 500 },
  );
});
