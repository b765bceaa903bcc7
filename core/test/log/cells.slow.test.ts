import fc from 'fast-check';
import { cellNumber, Cells } from '../../src/log/cells';

const readOf = (cells: Cells, column: number): number => {
  const into = new Float64Array([7, 7, 7]);
  cells.readNumber(column, into, 1);
  // Its neighbours are left alone.
  expect([into[0], into[2]]).toEqual([7, 7]);
  return into[1]!;
};

const numberIn = (cell: string, decimal: '.' | ',' = '.') => {
  const cells = new Cells(decimal);
  cells.take(`x;${cell};y`, ';');
  return readOf(cells, 1);
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
  expect(readOf(cells, 2)).toBeNaN();
  cells.takeApart(['a;b', ' 3 ', '']);
  expect([cells.count, cells.textAt(0), readOf(cells, 1), cells.isBlank(2)]).toEqual([3, 'a;b', 3, true]);
});

test('a line is read where it stands in a text, as it is read alone (500 seeded, seed 8)', () => {
  const line = fc.array(
    fc.oneof(
      fc.integer().map(String),
      fc.string({ maxLength: 5 }).map((text) => text.replace(/[;\n]/g, '')),
    ),
    { minLength: 1, maxLength: 5 },
  );
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 6 }), (lines) => {
      const text = lines.map((cells) => cells.join(';')).join('\n');
      const [within, alone] = [new Cells('.'), new Cells('.')];
      let from = 0;
      for (const cells of lines) {
        const own = cells.join(';');
        within.take(text, ';', from, from + own.length);
        alone.take(own, ';');
        expect(within.count).toBe(alone.count);
        for (let column = 0; column <= alone.count; column++) {
          expect(within.textAt(column)).toBe(alone.textAt(column));
          expect(readOf(within, column)).toBe(readOf(alone, column));
        }
        from += own.length + 1;
      }
    }),
    { seed: 8, numRuns: 500 },
  );
});
