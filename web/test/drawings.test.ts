import { bayDrawing, limitsWith, resolvePlan, wiringOf, type PlanFile, type WiringOptions } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { layoutBay } from '../src/drawings/bay-layout';
import { coursePath } from '../src/drawings/course-path';
import { layoutWiring, type Box } from '../src/drawings/wiring-layout';

const one = plainPlan();
const pack = one.packs[0]!;
const two = (packWiring: 'series' | 'parallel'): PlanFile => ({ ...one, packs: [pack, { ...pack, name: 'Second' }], packWiring });

const KINDS: [string, PlanFile, WiringOptions][] = [
  ['one pack', one, {}],
  ['series', two('series'), {}],
  ['parallel, capacitor, fans', { ...two('parallel'), esc: { ...one.esc, capacitorV: 35 }, cooling: { motorFans: 2 } }, {}],
  ['twins', { ...one, motorCount: 2 }, {}],
  ['all in one', one, { choices: { allInOne: true } }],
  ['receiver in the old ESC', one, { receiverGoes: true }],
];
const apart = (a: Box, b: Box) => a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y;

describe.each(KINDS)('the wiring of %s, laid out', (_name, plan, options) => {
  const wiring = wiringOf(plan, options);
  const { boxes, lines, width, height } = layoutWiring(wiring);

  test('has every device and every wire, on the sheet, and no box on another', () => {
    expect(boxes.map((box) => box.device.id).sort()).toEqual(wiring.devices.map((device) => device.id).sort());
    expect(lines).toHaveLength(wiring.leads.flatMap((lead) => lead.wires).length);
    for (const [i, box] of boxes.entries()) {
      expect(box.x + box.width).toBeLessThanOrEqual(width);
      expect(box.y + box.height).toBeLessThanOrEqual(height);
      for (const other of boxes.slice(i + 1)) expect(apart(box, other)).toBe(true);
    }
  });

  test('draws each wire from its port to its port, inside the sheet', () => {
    for (const { d, wire } of lines) {
      const [, fromX, fromY] = /^M([\d.-]+) ([\d.]+)/.exec(d)!;
      const ports = boxes.flatMap((box) => box.ports.map((port) => ({ ...port, at: `${box.device.id}.${port.name}` })));
      const start = ports.filter((port) => port.x === Number(fromX) && port.y === Number(fromY)).map((port) => port.at);
      expect(start.some((at) => at === wire.from || at === wire.to)).toBe(true);
      const turns = [...d.matchAll(/H([\d.-]+)/g)].map((match) => Number(match[1]));
      expect(Math.min(...turns)).toBeGreaterThan(0);
      expect(Math.max(...turns)).toBeLessThan(width);
      const end = ports.filter((port) => port.x === turns.at(-1)).map((port) => port.at);
      expect(end.some((at) => at === wire.from || at === wire.to)).toBe(true);
    }
  });
});

test('packs in series are joined on the side away from the ESC, so that no joint can be taken for another', () => {
  const { boxes } = layoutWiring(wiringOf(two('series')));
  const sides = (id: string) => boxes.find((box) => box.device.id === id)!.ports.map((port) => `${port.side} ${port.label}`);
  expect(sides('pack-1')).toEqual(['left −', 'right +']);
  expect(sides('pack-2')).toEqual(['left +', 'right −']);
});

test('a bay is laid out to one scale, with room for figures that are typed on it', () => {
  const plan = plainPlan({
    gearing: { pinion: 20, spur: 60, moduleMm: 0.8 },
    car: { ...one.car, bay: { motorDiameterMm: 38, motorLengthMm: 56, escLengthMm: 50, escWidthMm: 42, nearestPartMm: 30 } },
  });
  const bay = bayDrawing(plan, resolvePlan(plan), limitsWith());
  const plain = layoutBay(bay, false);
  expect(plain.trays.map(({ tray }) => tray.id)).toEqual(['esc']);
  expect(plain.x(10) - plain.x(0)).toBeCloseTo(plain.y(10) - plain.y(0), 9);
  const typed = layoutBay(bay, true);
  expect(typed.trays.map(({ tray }) => tray.id)).toEqual(['esc', 'pack']);
  for (const place of Object.values(typed.places)) {
    expect(place.x).toBeGreaterThanOrEqual(0);
    expect(place.y).toBeGreaterThanOrEqual(0);
    expect(place.y).toBeLessThan(typed.height);
  }
});

describe('a course from above', () => {
  const legs = [
    { fullM: 30, radiusM: 4, cornerS: 1.5 },
    { fullM: 10, cornerMs: 3, cornerS: 1 },
    { fullM: 20, radiusM: 2, cornerS: 1 },
  ];
  const { points, corners } = coursePath(legs, 6);

  it('ends where it began, its corners on the line and in their order', () => {
    const [first, last] = [points[0]!, points[points.length - 1]!];
    expect(Math.hypot(first[0] - last[0], first[1] - last[1])).toBeLessThan(1e-9);
    expect(corners).toHaveLength(3);
    const places = corners.map((corner) => points.indexOf(corner));
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places[0]).toBeGreaterThan(0);
  });

  it('is all of finite size, were it one leg without a corner', () => {
    const straight = coursePath([{ fullM: 10, radiusM: 3, cornerS: 0 }], 6);
    expect(straight.points.flat().every(Number.isFinite)).toBe(true);
  });
});
