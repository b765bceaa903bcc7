import { partFromLabel, readLabel, resolvePlan, withPart, type LabelKind, type Part } from '@puddler/core';
import { plainPlan } from '../helpers';

const part = (kind: LabelKind, label: string) => partFromLabel(label, readLabel(label, kind));
const only = (kind: LabelKind, label: string): Part => {
  const { parts, missing } = part(kind, label);
  expect(missing).toEqual([]);
  expect(parts).toHaveLength(1);
  return parts[0]!;
};

test('a label makes a part that a plan can take', () => {
  const motor = only('motor', 'Osier 3652 4000KV sensorless');
  const plan = withPart(plainPlan(), motor);
  expect(plan.motor).toMatchObject({ name: 'Osier 3652 4000KV sensorless', kind: 'brushless', form: 'inrunner', kvRpmPerV: 4000 });
  expect(resolvePlan(plan).motor.kvRpmPerV).toBe(4000);
  expect(withPart(plan, only('esc', '80A 2-3S')).esc).toMatchObject({ continuousA: 80, maxCells: 3 });
  expect(withPart(plan, only('pack', '3S 4000mAh 40C')).packs).toEqual([
    { name: '3S 4000mAh 40C', chemistry: 'lipo', cells: 3, capacityAh: 4, cRating: 40 },
  ]);
});

test('a LiPo without a C rating is taken, with a usual one that is marked', () => {
  expect(only('pack', '2S 5000mAh').spec).toEqual({ chemistry: 'lipo', cells: 2, capacityAh: 5, cRating: 40, typical: ['cRating'] });
  expect(only('pack', '7.2V 3000mAh NiMH').spec).not.toHaveProperty('typical');
  expect(only('pack', '2S 5000mAh 2.5 mOhm').spec).not.toHaveProperty('cRating');
});

test.each<[LabelKind, string, string[]]>([
  ['motor', 'something', ['kv or turns']],
  ['motor', '2836 outrunner', ['kv', 'what its digits measure']],
  ['esc', 'Tallow', ['continuous amps']],
  ['pack', '50C', ['cells', 'capacity']],
  ['gears', 'M0.6', ['teeth']],
  ['tyre', 'rally', ['diameter']],
])('%s “%s” still needs %j', (kind, label, missing) => {
  expect(part(kind, label)).toEqual({ parts: [], usual: [], missing });
});

test('the answer to a question completes the part', () => {
  const label = '2836 1120kv outrunner';
  const reading = readLabel(label, 'motor');
  const { parts, missing } = partFromLabel(label, reading, reading.question!.choices[0]!.fields);
  expect(missing).toEqual([]);
  expect(parts[0]!.spec).toMatchObject({ form: 'outrunner', statorDiameterMm: 22, statorHeightMm: 18 });
});

test('pinion and spur on one label are two parts', () => {
  const { parts } = part('gears', '23/68 48P');
  expect(parts.map(({ kind, name }) => [kind, name])).toEqual([
    ['pinion', '23T pinion'],
    ['spur', '68T spur'],
  ]);
  const plan = parts.reduce(withPart, plainPlan());
  expect(plan.gearing).toEqual({ pinion: 23, spur: 68, moduleMm: 0.529167, spurModuleMm: 0.529167 });
});

test('a pinion takes its module and bore along and leaves none of the old', () => {
  const plan = plainPlan({ gearing: { pinion: 20, spur: 60, moduleMm: 0.8, pinionBoreMm: 5, gearboxRatio: 2 } });
  const other = withPart(plan, { kind: 'pinion', name: 'Other', status: 'owned', spec: { teeth: 18 } });
  expect(other.gearing).toEqual({ pinion: 18, spur: 60, gearboxRatio: 2 });
});

test('a pinion on a direct drive brings a spur that is only usual, until one is given', () => {
  const direct = plainPlan({ gearing: {} });
  const pinion = withPart(direct, { kind: 'pinion', name: 'P', status: 'owned', spec: { teeth: 18, boreMm: 5 } });
  expect(pinion.gearing).toEqual({ pinion: 18, spur: 60, typical: ['spur'], pinionBoreMm: 5 });
  expect(withPart(pinion, { kind: 'spur', name: 'S', status: 'owned', spec: { teeth: 66 } }).gearing).toEqual({
    pinion: 18,
    spur: 66,
    pinionBoreMm: 5,
  });
});

test('tyre, fan and plug go where they belong', () => {
  const plan = plainPlan();
  expect(withPart(plan, { kind: 'tyre', name: 'T', status: 'owned', spec: { diameterMm: 66, massG: 50 } }).car).toMatchObject({
    tyre: { diameterMm: 66 },
    wheelMassG: 50,
  });
  const once = withPart(plan, { kind: 'fan', name: 'F', status: 'owned', spec: {} });
  expect(once.cooling).toEqual({ motorFans: 1 });
  expect(withPart(once, { kind: 'fan', name: 'F', status: 'owned', spec: {} }).cooling).toEqual({ motorFans: 2 });
  expect(withPart(plan, { kind: 'plug', name: 'P', status: 'owned', spec: { ratedA: 60 } }).packs[0]).toMatchObject({ plug: 'P', plugA: 60 });
});
