import { readKit } from '@puddler/core';

test('a line that is sold as one gives its parts, which share the kit’s name and price', () => {
  const kit = readKit('3652 3300kv motor + 60A ESC 2-3S', 89.95, 'considered')!;
  expect(kit.map(({ kind }) => kind)).toEqual(['motor', 'esc']);
  const parts = kit.flatMap((one) => one.parts);
  expect(parts).toEqual([
    expect.objectContaining({
      kind: 'motor',
      name: '3652 3300kv motor',
      status: 'considered',
      kit: '3652 3300kv motor + 60A ESC 2-3S',
      price: 44.97,
    }),
    expect.objectContaining({ kind: 'esc', name: '60A ESC 2-3S', status: 'considered', kit: '3652 3300kv motor + 60A ESC 2-3S', price: 44.98 }),
  ]);
});

test('each part says what it lacks; without a price none is made up; one label is no kit', () => {
  expect(readKit('2836 outrunner + 60A ESC')!.map(({ missing }) => missing)).toEqual([['kv', 'what its digits measure'], []]);
  expect(readKit('3652 3300kv motor + 60A ESC')!.flatMap(({ parts }) => parts.map((part) => part.price))).toEqual([undefined, undefined]);
  expect(readKit('3652 3300kv motor')).toBeUndefined();
  expect(readKit('60A ESC + 3S 7.2V 5000mAh 50C LiPo')!.flatMap(({ problems }) => problems)).toEqual([
    expect.stringContaining('7.2 V does not go with 3 cells'),
  ]);
});
