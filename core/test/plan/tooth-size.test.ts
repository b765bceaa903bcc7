import { readLabel, toothSize } from '@puddler/core';

test.each([
  [0.5, 'module 0.5'],
  [0.8, 'module 0.8'],
  [1, 'module 1'],
  [25.4 / 48, '48 pitch (module 0.53)'],
  [25.4 / 32, '32 pitch (module 0.79)'],
  [25.4 / 64, '64 pitch (module 0.4)'],
])('teeth of %d mm are printed as %s', (moduleMm, text) => expect(toothSize(moduleMm)).toBe(text));

test('what is typed as a pitch is said as that', () => {
  expect(toothSize(readLabel('18T 48p', 'gears').fields['moduleMm']!.value as number)).toBe('48 pitch (module 0.53)');
});
