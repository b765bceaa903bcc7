import fc from 'fast-check';
import {
  amend,
  benchSteps,
  FIT_PHASES,
  fitInput,
  limitsWith,
  partsList,
  PlanError,
  settingsSheet,
  type BenchStep,
  type FitOptions,
  type PlanFile,
} from '@puddler/core';
import { anyPlan } from '../any-plan';
import { BOUGHT, CONVERTED_PLAN } from '../helpers';

const limits = limitsWith();
const [stock, plan] = [BOUGHT, CONVERTED_PLAN];
type Options = Partial<FitOptions>;
const stepsOf = (file: PlanFile, options: Options = {}) => benchSteps(file, { stock, limits, ...options });
const step = (id: string, file: PlanFile, options: Options = {}): BenchStep | undefined => stepsOf(file, options).find((one) => one.id === id);
const motorOf = (change: object): PlanFile => ({ ...plan, motor: { ...plan.motor, ...change } });
const bayOf = (bay: object, file = plan): PlanFile => ({ ...file, car: { ...file.car, bay } });
const keptMotor: PlanFile = { ...plan, motor: stock.motor };
const kept: PlanFile = { ...stock, cooling: { motorFans: 1 } };
const sensored: PlanFile = { ...motorOf({ sensored: true }), esc: { ...plan.esc, sensored: true } };
const twin: PlanFile = { ...plan, motorCount: 2 };
const outrunner: PlanFile = {
  ...plan,
  motor: { name: 'Bell', kind: 'brushless', form: 'outrunner', kvRpmPerV: 900, statorDiameterMm: 28, statorHeightMm: 14, shaftMm: 5 },
};
const withPacks = (count: number, packWiring?: 'series' | 'parallel'): PlanFile => ({
  ...plan,
  packs: Array.from({ length: count }, () => plan.packs[0]!),
  ...(packWiring ? { packWiring } : {}),
});

/** Each condition with a plan that asks for the step, and one that does not. */
test.each<[id: string, yes: [PlanFile, Options?], no: [PlanFile, Options?]]>([
  ['first-charge', [plan], [plan, { stock: { ...stock, packs: plan.packs } }]],
  ['old-out', [plan], [kept]],
  ['compare', [plan], [keptMotor]],
  ['trim', [bayOf({ motorDiameterMm: 35 })], [bayOf({ motorDiameterMm: 38 })]],
  ['trim', [bayOf({ motorLengthMm: 50 })], [bayOf({ motorLengthMm: 60 })]],
  ['plate', [outrunner], [plan]],
  ['plate', [bayOf({ mountCircleMm: 25 }, motorOf({ mountCircleMm: 30 }))], [bayOf({ mountCircleMm: 25 }, motorOf({ mountCircleMm: 25 }))]],
  ['turn-shaft', [bayOf({ pinionBoreMm: 3.17 }, outrunner)], [bayOf({ pinionBoreMm: 5 }, outrunner)]],
  ['press', [bayOf({ pinionBoreMm: 3.17 }, outrunner)], [bayOf({ pinionBoreMm: 5 }, outrunner)]],
  ['sleeve', [bayOf({ pinionBoreMm: 5 }, motorOf({ shaftMm: 3.17 }))], [bayOf({ pinionBoreMm: 3.17 }, motorOf({ shaftMm: 3.175 }))]],
  ['pairing', [plan, { choices: { allInOne: true } }], [plan]],
  ['motor-alone', [plan], [{ ...keptMotor, esc: stock.esc }]],
  ['motor-alone', [keptMotor], [{ ...keptMotor, esc: stock.esc }]],
  ['right-bore', [bayOf({ pinionBoreMm: 3.17 }, outrunner)], [bayOf({ pinionBoreMm: 5 }, outrunner)]],
  ['pack-place', [plan], [{ ...plan, packs: stock.packs }]],
  ['slipper', [plan], [keptMotor]],
  ['track-mixing', [{ ...twin, car: { ...twin.car, drive: 'tracked' } }], [twin]],
  ['track-mixing', [{ ...twin, car: { ...twin.car, drive: 'tracked' } }], [{ ...plan, car: { ...plan.car, drive: 'tracked' } }]],
  ['motor-screws', [plan], [keptMotor]],
  ['axle', [{ ...plan, gearing: {} }], [plan]],
  ['pinion', [plan], [{ ...plan, gearing: {} }]],
  ['pinion', [bayOf({ pinionBoreMm: 3.17 }, outrunner)], [bayOf({ pinionBoreMm: 3.17 }, outrunner), { choices: { pinionOf: 'plastic' } }]],
  ['mesh', [{ ...keptMotor, gearing: { pinion: 22, spur: 60 } }], [keptMotor]],
  ['mesh-both', [twin], [plan]],
  ['spur-gap', [plan], [{ ...plan, gearing: {} }]],
  ['esc-place', [plan], [{ ...plan, esc: stock.esc, motor: stock.motor }]],
  ['esc-place', [plan], [plan, { choices: { allInOne: true } }]],
  ['esc-fan', [{ ...plan, esc: { ...plan.esc, fan: true } }], [plan]],
  ['motor-fan', [{ ...plan, cooling: { motorFans: 1 } }], [plan]],
  ['heat-sink', [{ ...plan, cooling: { motorHeatsink: true } }], [plan]],
  ['capacitor', [{ ...plan, esc: { ...plan.esc, capacitorV: 35 } }], [plan]],
  ['motor-leads', [plan], [plan, { choices: { allInOne: true } }]],
  ['sensor-lead', [sensored], [motorOf({ sensored: true })]],
  ['sensor-lead', [sensored], [sensored, { choices: { allInOne: true } }]],
  ['plugs', [plan], [{ ...plan, esc: stock.esc, motor: stock.motor, packs: stock.packs }]],
  ['pack-lead', [withPacks(2, 'series')], [withPacks(1)]],
  ['polarity', [plan], [{ ...keptMotor, esc: stock.esc, packs: stock.packs }]],
  ['receiver', [plan, { receiverInEsc: true }], [plan]],
  ['receiver', [plan, { receiverInEsc: true }], [{ ...plan, esc: stock.esc, motor: stock.motor }, { receiverInEsc: true }]],
  ['one-supply', [twin], [plan]],
  ['bec', [plan], [{ ...plan, esc: stock.esc, motor: stock.motor }]],
  ['one-by-one', [twin], [plan]],
])('%s is a step when its condition holds, and only then', (id, yes, no) => {
  expect(step(id, ...yes)).toBeDefined();
  expect(step(id, ...no)).toBeUndefined();
});

test('a plan that changes nothing of the car as bought has no step, wherever it is driven', () => {
  expect(stepsOf(stock)).toEqual([]);
  expect(stepsOf({ ...stock, name: 'On grass', site: { surface: 'grass', ambientC: 12 } })).toEqual([]);
  expect(stepsOf(stock, { stock: undefined }).length).toBeGreaterThan(10);
});

test('what every conversion does is always there, in order', () => {
  const ids = stepsOf(kept).map((one) => one.id);
  for (const id of [
    'photos',
    'pack-out',
    'channels',
    'radio-first',
    'calibrate',
    'which-way',
    'failsafe',
    'settings',
    'range',
    'first-run',
    'screws-again',
  ])
    expect(ids).toContain(id);
  expect(ids.indexOf('photos')).toBeLessThan(ids.indexOf('pack-out'));
  expect(ids.indexOf('failsafe')).toBeLessThan(ids.indexOf('first-run'));
});

test('first power: polarity, then the radio bound, the throttle calibrated, the motor alone, and never full throttle on the stand', () => {
  const steps = stepsOf(plan, { receiverInEsc: true });
  const at = (id: string) => steps.findIndex((one) => one.id === id);
  const order = ['polarity', 'receiver', 'radio-first', 'calibrate', 'motor-alone', 'which-way'].map(at);
  expect(order.every((place) => place >= 0)).toBe(true);
  expect(order).toEqual([...order].sort((a, b) => a - b));
  expect(step('motor-alone', plan)!.caution).toContain('Pinion off');
  for (const id of ['radio-first', 'calibrate', 'which-way']) expect(step(id, plan)!.caution).toContain('Never full throttle on the stand');
});

test('a motor is another one by its figures, whatever it is called: one name loses no step, another name brings none', () => {
  const named = { ...plan, motor: { ...plan.motor, name: stock.motor.name }, esc: { ...plan.esc, name: stock.esc.name } };
  for (const id of ['compare', 'motor-screws', 'pinion', 'mesh', 'esc-place', 'motor-alone']) expect(step(id, named)).toBeDefined();
  const renamed = { ...keptMotor, motor: { ...keptMotor.motor, name: 'As it is called elsewhere' } };
  for (const id of ['compare', 'motor-screws']) expect(step(id, renamed)).toBeUndefined();
});

test('readings say what is right, from the plan’s own figures', () => {
  const deep = bayOf({}, motorOf({ threadDepthMm: 5 }));
  expect(step('motor-screws', deep)!.reading).toEqual({ what: 'screw past the plate', unit: 'mm', to: 4 });
  expect(step('motor-screws', plan)!.reading!.to).toBeUndefined();
  const { from, to } = step('polarity', plan)!.reading!;
  // From 3.6 V a lithium cell, to a tenth.
  expect(from).toBe(7.2);
  expect(to).toBeGreaterThan(8.4);
  expect(to! * 10).toBeCloseTo(Math.round(to! * 10), 9);
  expect(step('turn-shaft', bayOf({ pinionBoreMm: 3 }, outrunner), { choices: { pinionOf: 'plastic' } })!.reading).toMatchObject({
    from: 3.03,
    to: 3.08,
  });
  expect(step('bec', bayOf({ receiverMaxV: 8.4, servoMaxV: 6 }))!.reading!.to).toBe(6);
  expect(step('hands-on', plan, { limits: limitsWith({ 'motor-temperature': { caution: 55, stop: 70 } }) })!.reading!.to).toBe(55);
});

test('a step says what it is done for: that changes with the plan, and nothing else does', () => {
  const before = stepsOf(plan);
  const after = stepsOf({ ...plan, gearing: { pinion: 18, spur: 60 } });
  const changed = before.filter((one) => after.find((other) => other.id === one.id)!.of !== one.of).map((one) => one.id);
  expect(changed.sort()).toEqual(['mesh', 'pinion', 'range', 'spur-gap']);
});

const BY_HAND = [
  'cells',
  'cut-off',
  'esc-limit',
  'rotation',
  'bec',
  'mode',
  'drag-brake',
  'drag-rate',
  'brake-force',
  'reverse-force',
  'punch',
  'timing',
];
const sheet = (file: PlanFile, options: Options = {}) => settingsSheet(fitInput(file, { stock, limits, ...options }));
const value = (id: string, file: PlanFile, options: Options = {}) => sheet(file, options).find((one) => one.id === id)?.value;

test('the settings sheet has a value, a reason and a price for each setting, by the plan', () => {
  expect(sheet(plan).map((one) => one.id)).toEqual(BY_HAND);
  for (const one of [...sheet(plan), ...sheet(sensored)]) for (const text of [one.value, one.why, one.costs]) expect(text).not.toBe('');
  expect(value('cells', withPacks(2, 'series'))).toBe('4, fixed');
  expect(value('cut-off', plan)).toBe('3.4 V a cell');
  expect(value('cut-off', { ...plan, esc: { ...plan.esc, cutoffVPerCell: 3.2 } })).toBe('3.2 V a cell');
  expect(value('cut-off', { ...plan, packs: stock.packs })).toBe('0.8 to 0.9 V a cell');
  expect(value('motor-limit', plan)).toBeUndefined();
  expect(value('motor-limit', sensored)).toBe('95 to 100 °C');
  expect(value('mode', plan)).toBe('forward, brake, then reverse');
  expect(value('mode', { ...plan, run: { profile: 'crawl', minutes: 10 } })).toBe('forward and direct reverse');
  expect(value('drag-brake', plan)).toBe('off');
  expect(value('drag-brake', { ...plan, run: { profile: 'crawl', minutes: 10 } })).toBe('100 %');
  expect(value('drag-rate', plan)).toBe('soft');
  expect(value('drag-rate', { ...plan, run: { profile: 'crawl', minutes: 10 } })).toBe('fast');
  expect(value('reverse-force', plan)).toBe('25 %');
  expect(value('reverse-force', { ...plan, run: { profile: 'bash', minutes: 10 } })).toMatch(/^50 %; 25 % where drive shafts are plastic/);
  expect(value('brake-force', plan)).toMatch(/^low/);
  expect(value('brake-force', { ...plan, car: { ...plan.car, drive: 'rwd' } })).toMatch(/^middle/);
  const cells = (maxCells: number | undefined) => sheet({ ...plan, esc: amend(plan.esc, { maxCells }) }).find((one) => one.id === 'cells')!.why;
  expect(cells(undefined)).toContain('not known: look it up before the pack is plugged in');
  expect(cells(4)).not.toContain('not known');
  expect(value('ramp', plan)).toBeUndefined();
  expect(value('ramp', { ...plan, run: { profile: 'speed-pass', minutes: 1 } })).toBe('the longest');
  expect(value('bec', bayOf({ servoMaxV: 6 }))).toContain('6 V at most');
});

test('500 random plans have steps without a circle, a missing need, a twin or an empty why, and lists alike (seed 31)', () => {
  const anyOptions = fc.record({
    choices: fc.record({ allInOne: fc.boolean(), pinionOf: fc.constantFrom('plastic' as const, 'metal' as const) }),
    receiverInEsc: fc.boolean(),
    bay: fc.record({
      motorDiameterMm: fc.double({ min: 20, max: 50, noNaN: true }),
      pinionBoreMm: fc.constantFrom(3.17, 5),
      mountCircleMm: fc.constantFrom(16, 25),
    }),
    motor: fc.record({ shaftMm: fc.constantFrom(2.3, 3.17, 5), mountCircleMm: fc.constantFrom(16, 25), sensored: fc.boolean() }),
  });
  let seen = 0;
  fc.assert(
    fc.property(anyPlan, anyPlan, anyOptions, (file, bought, { choices, receiverInEsc, bay, motor }) => {
      const { sensored: withSensor, ...sizes } = motor;
      const bent = {
        ...file,
        run: { profile: 'race' as const, minutes: 1 },
        car: { ...file.car, bay },
        motor: { ...file.motor, ...sizes, ...(file.motor.kind === 'brushless' ? { sensored: withSensor } : {}) },
      } as PlanFile;
      let steps: BenchStep[];
      try {
        steps = benchSteps(bent, { stock: bought, limits, choices, receiverInEsc });
        expect(partsList(bent, { stock: bought, limits, receiverInEsc }).lines.length).toBeGreaterThan(0);
      } catch (error) {
        if (error instanceof PlanError) return;
        throw error;
      }
      seen++;
      const ids = steps.map((one) => one.id);
      expect(new Set(ids).size).toBe(ids.length);
      for (const [i, one] of steps.entries()) {
        expect(one.why).toMatch(/^[A-Z].*\.$/s);
        expect(one.right).toMatch(/^[A-Z].*\.$/s);
        expect(FIT_PHASES).toContain(one.phase);
        for (const need of one.needs) expect(ids.slice(0, i)).toContain(need);
      }
    }),
    { seed: 31, numRuns: 500 },
  );
  expect(seen).toBeGreaterThan(450);
});
