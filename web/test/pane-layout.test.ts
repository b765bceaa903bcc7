import fc from 'fast-check';
import { layPanes, tableRows, type Pane } from '../src/charts/pane-layout';
import { spreadLabels } from '../src/charts/spread-labels';

const pane = (y: number[], change: Partial<Pane> = {}): Pane => ({
  label: 'speed',
  unit: 'km/h',
  tone: 'ink',
  weight: 1,
  digits: 1,
  fromZero: true,
  y,
  ...change,
});
const BOX = { left: 40, right: 440, top: 20, bottom: 320 };

test('panes share the axis and the height by weight', () => {
  const { panes, scaleX } = layPanes(
    { x: [0, 1, 2], panes: [pane([0, 5, 9], { weight: 3 }), pane([12, 11, 11.5], { weight: 1, fromZero: false })] },
    BOX,
  );
  expect(scaleX(0)).toBe(40);
  expect(scaleX(2)).toBe(440);
  expect(panes[0]!.height).toBeCloseTo(3 * panes[1]!.height, 6);
  expect(panes[1]!.top + panes[1]!.height).toBeCloseTo(320, 6);
  expect(panes[0]!.scale.domain()[0]).toBe(0);
  expect(panes[1]!.scale.domain()[0]).toBeGreaterThanOrEqual(10);
});

test('lines stay inside their pane', () => {
  const { panes } = layPanes({ x: [0, 1, 2, 3], panes: [pane([3, 100, 50, 2]), pane([-5, 5, 0, 1])] }, BOX);
  for (const laid of panes) {
    const ys = [...laid.path.matchAll(/,(-?[\d.]+)/g)].map((match) => Number(match[1]));
    for (const y of ys) {
      expect(y).toBeGreaterThanOrEqual(laid.top - 0.01);
      expect(y).toBeLessThanOrEqual(laid.top + laid.height + 0.01);
    }
  }
});

test('flat, single and empty data do not break it', () => {
  for (const y of [[0, 0, 0], [7], []]) {
    const { panes } = layPanes({ x: y.map((_, i) => i), panes: [pane(y), pane(y, { fromZero: false })] }, BOX);
    for (const laid of panes) expect(laid.path).not.toContain('NaN');
  }
});

test('table rows are even in x with both ends', () => {
  const x = Array.from({ length: 100 }, (_, i) => (i / 99) ** 2);
  const rows = tableRows(x, 5);
  expect(rows[0]).toBe(0);
  expect(rows.at(-1)).toBe(99);
  expect(rows.map((row) => Math.round(4 * x[row]!))).toEqual([0, 1, 2, 3, 4]);
  expect(tableRows([], 5)).toEqual([]);
});

test('a pane has two ticks at least, however flat', () => {
  const flat = pane([-0.7, 0, 1.3], { fromZero: false });
  for (const low of [{ ...BOX, bottom: BOX.top + 60 }, BOX])
    expect(layPanes({ x: [0, 1, 2], panes: [flat] }, low).panes[0]!.ticks.length).toBeGreaterThan(1);
});

describe('lines that share a pane', () => {
  const over = (y: number[], label: string) => pane(y, { label, over: true });
  const three = { x: [0, 1], panes: [pane([0, 50], { label: 'A can' }), over([0, 51], 'B can'), over([120, 90], 'C can')] };

  it('end before a gutter, with their labels beside their ends and clear of each other', () => {
    const { panes, right, scaleX } = layPanes(three, BOX);
    expect(right).toBeLessThan(BOX.right - 30);
    expect(scaleX(1)).toBe(right);
    const [a, b, c] = panes;
    expect(a!.labelY - b!.labelY).toBeGreaterThanOrEqual(13);
    expect(b!.labelY).toBeGreaterThan(c!.labelY + 13);
    expect(Math.abs(c!.labelY - c!.scale(90) - 13 / 3)).toBeLessThan(1e-9);
  });

  it('keep the whole width where there is none to spare, or for a line alone', () => {
    expect(layPanes(three, { ...BOX, right: BOX.left + 150 }).right).toBe(BOX.left + 150);
    expect(layPanes({ x: [0, 1], panes: [pane([0, 1])] }, BOX).right).toBe(BOX.right);
  });
});

test('labels are moved apart by no more than is needed (seed 17)', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 200 }), { maxLength: 8 }), (wanted) => {
      const spread = spreadLabels(wanted, 13, 0, 200);
      const order = wanted.map((_, i) => i).sort((a, b) => wanted[a]! - wanted[b]! || a - b);
      const sorted = order.map((i) => spread[i]!);
      for (const [i, one] of sorted.entries()) {
        expect(one).toBeGreaterThanOrEqual(-1e-9);
        expect(one).toBeLessThanOrEqual(200 + 1e-9);
        if (i > 0) expect(one - sorted[i - 1]!).toBeGreaterThanOrEqual(13 - 1e-9);
      }
      const free = order.every((i, place) => place === 0 || wanted[i]! - wanted[order[place - 1]!]! >= 13);
      if (free) expect(spread).toEqual(wanted);
    }),
    { seed: 17, numRuns: 200 },
  );
  // Two that meet give way alike.
  expect(spreadLabels([100, 100], 10, 0, 200)).toEqual([95, 105]);
});
