import fc from 'fast-check';
import { cellNumber, Cells } from '../../src/log/cells';

const numberIn = (cell: string, decimal: '.' | ',' = '.') => {
  const cells = new Cells(decimal);
  cells.take(`x;${cell};y`, ';');
  return cells.numberAt(1);
};

test('figures are read just as Number reads them (2,000 seeded, seed 6)', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.double({ noNaN: true, min: -1e9, max: 1e9 }).map(String),
        fc.integer().map(String),
        fc.double({ noNaN: true, min: -1e4, max: 1e4 }).map((value) => value.toFixed(3)),
      ),
      (cell) => {
        expect(numberIn(cell)).toBe(Number(cell));
        if (!cell.includes('e')) expect(numberIn(cell.replace('.', ','), ',')).toBe(Number(cell));
      },
    ),
    { seed: 6, numRuns: 2000 },
  );
});

test('whatever else stands in a cell is what Number makes of it, and nothing is no number (2,000 seeded, seed 7)', () => {
  fc.assert(
    fc.property(
      fc.string({ maxLength: 8 }).filter((text) => !text.includes(';')),
      (cell) => {
        expect(numberIn(cell)).toBe(cellNumber(cell.trim(), '.'));
      },
    ),
    { seed: 7, numRuns: 2000 },
  );
  expect(numberIn('')).toBeNaN();
  expect(numberIn('   ')).toBeNaN();
  expect(numberIn('-')).toBeNaN();
  expect(numberIn('+7')).toBe(7);
  expect(numberIn('123456789012345678901')).toBe(Number('123456789012345678901'));
});

test('cells beyond the last are empty; cells that came apart may hold the separator', () => {
  const cells = new Cells('.');
  cells.take('1;2', ';');
  expect([cells.count, cells.textAt(1), cells.textAt(2), cells.isBlank(5)]).toEqual([2, '2', '', true]);
  expect(cells.numberAt(2)).toBeNaN();
  cells.takeApart(['a;b', ' 3 ', '']);
  expect([cells.count, cells.textAt(0), cells.numberAt(1), cells.isBlank(2)]).toEqual([3, 'a;b', 3, true]);
});
