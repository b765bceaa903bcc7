import { wiringFaults, wiringOf, type PlanFile, type Wiring, type WiringOptions } from '@puddler/core';
import { plainPlan } from '../helpers';

const one = plainPlan();
const pack = one.packs[0]!;
const twin: PlanFile = { ...one, motorCount: 2 };
const sensored = (file: PlanFile): PlanFile => ({
  ...file,
  motor: { ...file.motor, sensored: true } as PlanFile['motor'],
  esc: { ...file.esc, sensored: true },
});
const two = (file: PlanFile, packWiring: 'series' | 'parallel'): PlanFile => ({ ...file, packs: [pack, { ...pack, name: 'Second' }], packWiring });

const KINDS: [string, PlanFile, WiringOptions?][] = [
  ['one pack', one],
  ['two packs in series', two(one, 'series')],
  ['two packs in parallel', two(one, 'parallel')],
  ['twin motors', twin],
  ['motor and ESC in one', one, { choices: { allInOne: true } }],
  ['receiver in the old ESC', one, { receiverGoes: true }],
  ['twin motors with sensors', sensored(twin)],
  ['twin motors on packs in series', two(twin, 'series')],
  ['twin motors on packs in parallel', two(twin, 'parallel')],
  ['a parallel lead with one pack', { ...twin, packWiring: 'parallel' }],
  ['a brushed motor', { ...one, motor: { name: 'Stock', kind: 'brushed', sizeClass: '540', turns: 27 } }],
  ['capacitor and two fans', { ...one, esc: { ...one.esc, capacitorV: 35 }, cooling: { motorFans: 2 } }],
];
const lead = ({ leads }: Wiring, id: string) => leads.find((item) => item.id === id)!;

test.each(KINDS.map(([name, file, options = {}]) => [name, file, options] as const))(
  '%s: no supply meets another, polarity holds, every port is used as it may be',
  (_name, file, options) => {
    expect(wiringFaults(wiringOf(file, options))).toEqual([]);
  },
);

test('on twins one supply wire is out, and one motor has two wires swapped unless a sensor counts on them', () => {
  const wiring = wiringOf(twin);
  expect(lead(wiring, 'throttle-1').wires.some((wire) => wire.removed)).toBe(false);
  expect(
    lead(wiring, 'throttle-2')
      .wires.filter((wire) => wire.removed)
      .map((wire) => wire.role),
  ).toEqual(['supply+']);
  expect(lead(wiring, 'motor-1').wires.some((wire) => wire.swapped)).toBe(false);
  expect(lead(wiring, 'motor-2').wires.map((wire) => [wire.from, wire.to])).toEqual([
    ['esc-2.A', 'motor-2.B'],
    ['esc-2.B', 'motor-2.A'],
    ['esc-2.C', 'motor-2.C'],
  ]);
  const withSensor = wiringOf(sensored(twin));
  expect(lead(withSensor, 'motor-2').wires.some((wire) => wire.swapped)).toBe(false);
  expect(lead(withSensor, 'motor-2').note).toContain('rotation setting');
  expect(lead(wiringOf(twin, { choices: { mirrored: false } }), 'motor-2').wires.some((wire) => wire.swapped)).toBe(false);
});

test('the receiver’s move shows what is out and where the servo goes', () => {
  const wiring = wiringOf(one, { receiverGoes: true });
  expect(wiring.devices.find((device) => device.id === 'old-esc')).toMatchObject({ removed: true });
  expect(lead(wiring, 'old-servo').wires.every((wire) => wire.removed)).toBe(true);
  expect(lead(wiring, 'servo').note).toContain('new receiver');
});

/** A wiring with one wire changed; the checker must not be fooled. */
const bent = (file: PlanFile, id: string, change: (wiring: Wiring) => void, options?: WiringOptions) => {
  const wiring = wiringOf(file, options);
  expect(lead(wiring, id)).toBeDefined();
  change(wiring);
  return wiringFaults(wiring).map((fault) => fault.fault);
};

test.each<[string, () => string[], string]>([
  [
    'both supplies left in',
    () => bent(twin, 'throttle-2', (w) => lead(w, 'throttle-2').wires.forEach((wire) => delete wire.removed)),
    'two-supplies',
  ],
  [
    'a pack the wrong way round',
    () =>
      bent(one, 'battery-1', (w) => {
        const [plus, minus] = lead(w, 'battery-1').wires;
        [plus!.to, minus!.to] = [minus!.to, plus!.to];
      }),
    'polarity',
  ],
  [
    'parallel packs crossed',
    () =>
      bent(two(one, 'parallel'), 'feed-2', (w) => {
        const [plus, minus] = lead(w, 'feed-2').wires;
        [plus!.to, minus!.to] = [minus!.to, plus!.to];
      }),
    'polarity',
  ],
  ['no lead to the ESC', () => bent(one, 'battery-1', (w) => (w.leads = w.leads.filter((item) => item.id !== 'battery-1'))), 'unfed'],
  ['a motor wire off', () => bent(one, 'motor-1', (w) => lead(w, 'motor-1').wires.pop()), 'loose'],
  ['two wires in one port', () => bent(one, 'motor-1', (w) => (lead(w, 'motor-1').wires[1]!.to = 'motor-1.A')), 'too-many-wires'],
  ['a phase in the sensor port', () => bent(sensored(one), 'motor-1', (w) => (lead(w, 'motor-1').wires[0]!.to = 'motor-1.sensor')), 'unlike-ports'],
  ['a port that there is not', () => bent(one, 'servo', (w) => (lead(w, 'servo').wires[0]!.to = 'receiver.horn signal')), 'no-such-port'],
  ['the only supply wire out', () => bent(one, 'throttle-1', (w) => (lead(w, 'throttle-1').wires[1]!.removed = true)), 'unfed'],
])('%s is found', (_what, faults, fault) => {
  expect(faults()).toContain(fault);
});
