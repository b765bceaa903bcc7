import { fieldAt, fieldsOfLink, leafName, PART_FIELDS, partFields, PLAN_FIELDS, RANGES } from '@puddler/contract';
import type { Bay, BrushedMotor, Car, Cooling, Esc, Gearing, InrunnerMotor, Leg, LinkName, OutrunnerMotor, Pack, Site, Tow } from '@puddler/core';
import type { FieldIn, NameIn } from '../src/fields/catalogue';

type ValueOf<F> = F extends { type: 'number' }
  ? number
  : F extends { type: 'flag' }
    ? boolean
    : F extends { type: 'choice'; options: readonly (infer Option)[] }
      ? Option
      : string;
type IsNeeded<F, Form> = F extends { needed: true }
  ? true
  : F extends { needed: readonly (infer Only)[] }
    ? Form extends Only
      ? true
      : false
    : false;
type IsIn<F, Form> = F extends { forms: readonly (infer Only)[] } ? (Form extends Only ? true : false) : true;
type Flat<T> = { [Key in keyof T]: T[Key] };
/** What the catalogue makes of a group: which figures it has, of what type, and which it cannot be without. */
type Catalogued<Group extends string, Form = undefined> = Flat<
  {
    [
      Name in NameIn<Group> as IsIn<FieldIn<Group, Name>, Form> extends true
        ? IsNeeded<FieldIn<Group, Name>, Form> extends true
          ? Name
          : never
        : never
    ]: ValueOf<FieldIn<Group, Name>>;
  } & {
    [
      Name in NameIn<Group> as IsIn<FieldIn<Group, Name>, Form> extends true
        ? IsNeeded<FieldIn<Group, Name>, Form> extends true
          ? never
          : Name
        : never
    ]?: ValueOf<FieldIn<Group, Name>>;
  }
>;
type Same<A, B> = (<T>() => T extends A ? 1 : 2) extends <T>() => T extends B ? 1 : 2 ? true : false;
type Agrees<Group extends string, T, Form = undefined> = Same<Catalogued<Group, Form>, Flat<T>>;

test('the catalogue and the types of the core say the same: the compiler refuses this file where they do not', () => {
  const agree: [
    Agrees<'car', Omit<Car, 'tyre' | 'gearboxRatios' | 'bay' | 'typical'>>,
    Agrees<'car.tyre', Car['tyre']>,
    Agrees<'car.gearboxRatios', NonNullable<Car['gearboxRatios']>[number]>,
    Agrees<'car.bay', Bay>,
    Agrees<'esc', Esc>,
    Agrees<'packs', Omit<Pack, 'typical'>>,
    Agrees<'gearing', Omit<Gearing, 'typical'>>,
    Agrees<'cooling', Cooling>,
    Agrees<'tow', Tow>,
    Agrees<'site', Site>,
    Agrees<'run.course.legs', Leg>,
    Agrees<'motor', Omit<BrushedMotor, 'kind'>, 'brushed'>,
    Agrees<'motor', Omit<InrunnerMotor, 'kind' | 'form'>, 'inrunner'>,
    Agrees<'motor', Omit<OutrunnerMotor, 'kind' | 'form'>, 'outrunner'>,
  ] = [true, true, true, true, true, true, true, true, true, true, true, true, true, true];
  expect(agree.every(Boolean)).toBe(true);
});

test('a figure is found with its indices', () => {
  expect(fieldAt('packs[2].cells')).toBe(PLAN_FIELDS['packs.cells']);
  expect(fieldAt('car.tyre')).toBeUndefined();
  expect(fieldAt('constructor')).toBeUndefined();
});

test('a drawer names each of its figures otherwise, and every label is a phrase of its own', () => {
  const links: LinkName[] = ['pack', 'esc', 'motor', 'gears', 'tyres', 'road'];
  for (const link of links) {
    const labels = fieldsOfLink(link).map(([, { label }]) => label);
    expect(labels.length).toBeGreaterThan(4);
    expect(new Set(labels).size).toBe(labels.length);
  }
  for (const [path, { label }] of Object.entries(PLAN_FIELDS)) expect([path, label]).toEqual([path, expect.stringMatching(/^(kv|[A-Z].*[^.])$/)]);
});

test('a column of several kinds takes what any of them takes; a kind keeps its own range', () => {
  const column = PART_FIELDS.find(({ path }) => path === 'spec.diameterMm')!;
  expect(column).toMatchObject({ label: 'diameter', kinds: ['motor', 'tyre'], needed: ['tyre'], range: { min: 5, max: 600 } });
  const own = (kind: 'motor' | 'tyre') => partFields(kind).find(({ path }) => path === 'spec.diameterMm')!.range;
  expect([own('motor'), own('tyre')]).toEqual([RANGES['motor.diameterMm'], RANGES['car.tyre.diameterMm']]);
  expect(new Set(PART_FIELDS.map(({ path }) => path)).size).toBe(PART_FIELDS.length);
  expect(new Set(PART_FIELDS.map(({ label }) => label)).size).toBe(PART_FIELDS.length);
});

test('conflicts call a figure as its drawer does', () => {
  for (const [path, { label }] of Object.entries(PLAN_FIELDS)) expect(leafName(path).toLowerCase()).toContain(label.toLowerCase());
});
