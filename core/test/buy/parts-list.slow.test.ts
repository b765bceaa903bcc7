import fc from 'fast-check';
import { amend, BUY_GROUPS, limitsWith, needOf, partsList, PlanError, type PartsListOptions, type PlanFile, type ShelfPart } from '@puddler/core';
import { anyPlan } from '../any-plan';
import { BOUGHT, CONVERTED_PLAN } from '../helpers';

const limits = limitsWith();
const [stock, plan] = [BOUGHT, CONVERTED_PLAN];
const listOf = (file: PlanFile, options: Partial<PartsListOptions> = {}) => partsList(file, { stock, limits, ...options });
const ids = (file: PlanFile, options: Partial<PartsListOptions> = {}) => listOf(file, options).lines.map((line) => line.id);
const line = (id: string, file: PlanFile, options: Partial<PartsListOptions> = {}) => listOf(file, options).lines.find((one) => one.id === id);
const motorOf = (change: object): PlanFile => ({ ...plan, motor: { ...plan.motor, ...change } });

test('a pack without a C rating is to have one that bears the peak at the share of its limit', () => {
  const [pack] = plan.packs;
  const usual: PlanFile = { ...plan, packs: [{ ...pack!, capacityAh: 5, cRating: 40, typical: ['cRating'] }] };
  const driven = { maxCanC: 60, peakPackCurrentA: 100 };
  // 100 A ÷ 5 Ah ÷ 0.6 is 33.
  expect(line('pack-1', usual, { driven })!.figures).toMatch(/5000 mAh, 35C or more$/);
  expect(line('pack-1', plan, { driven })!.figures).toMatch(new RegExp(`, ${pack!.cRating}C$`));
});

test('a pinion beside gears that nobody has counted asks for their teeth first', () => {
  const gearing = { pinion: 20, spur: 66, typical: ['pinion' as const, 'spur' as const] };
  expect(line('pinion-planned', { ...plan, gearing })!.measureFirst).toMatch(/the teeth of pinion and spur on the car/);
  expect(line('pinion-planned', plan)?.measureFirst ?? '').not.toMatch(/on the car/);
});

test('the pinion on the old motor is not bought again where it goes on the new shaft', () => {
  const withShaft = (file: PlanFile, shaftMm: number): PlanFile => ({ ...file, motor: { ...file.motor, shaftMm } });
  const old = withShaft(stock, 3.17);
  const { pinion } = stock.gearing;
  const planned = (file: PlanFile, was: PlanFile) => line('pinion-planned', file, { stock: was });
  const geared = { ...plan, gearing: { ...plan.gearing, pinion: pinion! } };
  expect(planned(withShaft(geared, 3.17), old)).toBeUndefined();
  expect(line('pinion-larger', withShaft(geared, 3.17), { stock: old })).toMatchObject({ what: `pinion with ${pinion! + 1} teeth` });
  expect(planned(withShaft(geared, 5), old)!.why).toBe('The plan is geared with it.');
  // Of neither shaft is it known: what has to be looked at is said.
  expect(planned(geared, stock)!.why).toMatch(/goes over where its bore is the new shaft’s/);
  expect(planned(withShaft({ ...geared, car: { ...geared.car, bay: { pinionBoreMm: 5 } } }, 5), stock)).toBeUndefined();
  // A tooth that nobody has counted, or one pinion for two motors, saves none.
  const typical: PlanFile = { ...old, gearing: { ...old.gearing, typical: ['pinion'] } };
  expect(planned(withShaft(geared, 3.17), typical)!.why).toBe('The plan is geared with it.');
  expect(planned({ ...withShaft(geared, 3.17), motorCount: 2 }, old)).toMatchObject({ count: 2 });
  expect(planned({ ...withShaft(geared, 3.17), gearing: { ...geared.gearing, pinion: pinion! + 2 } }, old)!.why).toBe('The plan is geared with it.');
});

test('what the car had as bought is only said where it is known', () => {
  expect(line('motor', plan)!.why).toBe('The plan has it, and the car as bought has not.');
  expect(line('motor', plan, { stock: undefined })!.why).toBe('The plan has it; what the car had as bought is not known.');
});

const CRAWLER: PlanFile = { ...motorOf({ kvRpmPerV: 9000 }), car: { ...plan.car, internalRatio: 60 } };
const OF_A_SLOWER_ONE = { stock: { ...stock, car: { ...stock.car, internalRatio: 400 } } };

/** Each rule with a plan that asks for the line, and one that does not. */
test.each<[id: string, yes: [PlanFile, Partial<PartsListOptions>?], no: [PlanFile, Partial<PartsListOptions>?]]>([
  ['motor', [plan], [{ ...plan, motor: stock.motor }]],
  ['esc', [plan], [{ ...plan, esc: stock.esc, motor: stock.motor }]],
  ['pack-1', [plan], [{ ...plan, packs: stock.packs }]],
  ['spur', [{ ...plan, gearing: { pinion: 20, spur: 66 } }], [plan]],
  [
    'spur',
    [{ ...plan, gearing: { pinion: 20, spur: 66 } }, { stock: undefined }],
    [{ ...plan, gearing: { pinion: 20, spur: 66, typical: ['spur'] } }, { stock: undefined }],
  ],
  ['charger', [plan], [{ ...plan, packs: stock.packs }]],
  ['fire-safe', [plan], [plan, { stock: { ...stock, packs: plan.packs } }]],
  ['cell-checker', [plan, { stock: undefined }], [plan, { stock: { ...stock, packs: plan.packs } }]],
  ['cut-off', [{ ...plan, esc: stock.esc, motor: stock.motor }], [plan]],
  ['pinion-planned', [plan], [{ ...plan, motor: stock.motor }]],
  ['pinion-planned', [{ ...plan, motor: stock.motor, gearing: { pinion: 23, spur: 60 } }], [{ ...plan, motor: stock.motor }]],
  ['pinion-larger', [plan], [{ ...plan, motor: stock.motor, gearing: { pinion: 23, spur: 60 } }]],
  ['pinion-larger', [plan], [{ ...plan, gearing: {} }]],
  ['motor-screws', [plan], [{ ...plan, motor: stock.motor }]],
  ['thread-lock', [plan], [{ ...plan, motor: stock.motor }]],
  [
    'mount',
    [{ ...motorOf({ mountCircleMm: 30 }), car: { ...plan.car, bay: { mountCircleMm: 25 } } }],
    [{ ...motorOf({ mountCircleMm: 25 }), car: { ...plan.car, bay: { mountCircleMm: 25 } } }],
  ],
  [
    'adapter-plate',
    [{ ...plan, motor: { name: 'Bell', kind: 'brushless', form: 'outrunner', kvRpmPerV: 900, statorDiameterMm: 28, statorHeightMm: 14 } }],
    [plan],
  ],
  ['plugs', [plan], [{ ...plan, esc: stock.esc, motor: stock.motor, packs: [{ ...plan.packs[0]!, plug: 'small plug' }] }]],
  [
    'heat-shrink',
    [{ ...plan, esc: stock.esc, motor: stock.motor }],
    [{ ...plan, esc: stock.esc, motor: stock.motor, packs: [{ ...plan.packs[0]!, plug: 'small plug' }] }],
  ],
  ['twin-mount', [{ ...plan, motorCount: 2 }], [plan]],
  ['y-lead', [{ ...plan, motorCount: 2 }], [{ ...plan, motorCount: 2, esc: stock.esc, motor: stock.motor }, { stock: { ...stock, motorCount: 2 } }]],
  // Two new ESCs need both leads, where there were two before as well.
  ['y-lead', [{ ...plan, motorCount: 2 }, { stock: { ...stock, motorCount: 2 } }], [plan]],
  ['pack-y-lead', [{ ...plan, motorCount: 2 }, { stock: { ...stock, motorCount: 2 } }], [plan]],
  ['twin-mount', [{ ...plan, motorCount: 2 }], [{ ...plan, motorCount: 2 }, { stock: { ...stock, motorCount: 2 } }]],
  ['pack-foam', [plan], [{ ...plan, packs: stock.packs }]],
  ['spare-spur', [motorOf({ kvRpmPerV: 9000 })], [plan]],
  ['servo-saver', [motorOf({ kvRpmPerV: 9000 })], [{ ...motorOf({ kvRpmPerV: 9000 }), car: { ...plan.car, drive: 'tracked' } }]],
  ['tyres', [motorOf({ kvRpmPerV: 9000 })], [{ ...motorOf({ kvRpmPerV: 9000 }), car: { ...plan.car, drive: 'tracked' } }]],
  // A crawler may go three times as fast as before and still walk.
  ['tyres', [motorOf({ kvRpmPerV: 9000 })], [CRAWLER, OF_A_SLOWER_ONE]],
  ['servo-saver', [motorOf({ kvRpmPerV: 9000 })], [CRAWLER, OF_A_SLOWER_ONE]],
  ['spare-spur', [CRAWLER, OF_A_SLOWER_ONE], [plan]],
  ['radio', [plan, { receiverInEsc: true }], [{ ...plan, esc: stock.esc, motor: stock.motor }, { receiverInEsc: true }]],
  ['radio', [plan, { failsafe: false }], [plan, { failsafe: true }]],
  ['radio', [{ ...plan, site: { ...plan.site, radioRangeM: 30 } }], [{ ...plan, site: { ...plan.site, radioRangeM: 900 } }]],
  // By torque or power, not by volts: cells of another kind with more of them change neither by half.
  ['bearings', [plan], [{ ...stock, packs: plan.packs }]],
  ['drive-parts', [motorOf({ kvRpmPerV: 9000 })], [plan]],
  [
    'fan',
    [plan, { limits: limitsWith({ 'motor-temperature': { caution: 30, stop: 200 } }) }],
    [plan, { limits: limitsWith({ 'motor-temperature': { caution: 190, stop: 200 } }) }],
  ],
  [
    'heat-sink',
    [plan, { limits: limitsWith({ 'motor-temperature': { caution: 30, stop: 200 } }) }],
    [{ ...plan, cooling: { motorHeatsink: true } }, { limits: limitsWith({ 'motor-temperature': { caution: 30, stop: 200 } }) }],
  ],
  [
    'vents',
    [{ ...plan, car: { ...plan.car, airflow: 'closed' } }, { limits: limitsWith({ 'motor-temperature': { caution: 30, stop: 200 } }) }],
    [plan, { limits: limitsWith({ 'motor-temperature': { caution: 30, stop: 200 } }) }],
  ],
])('%s is listed when its rule asks for it, and only then', (id, yes, no) => {
  expect(ids(...yes)).toContain(id);
  expect(ids(...no)).not.toContain(id);
});

test('what measures is always there; what every conversion needs, where something is converted', () => {
  expect(ids(stock)).toEqual(['thermometer', 'matt-patch', 'speed-meter']);
  expect(ids({ ...stock, gearing: { ...stock.gearing, pinion: 23 } })).toEqual(expect.arrayContaining(['esc-tape', 'ties', 'thermometer']));
});

test('a part is another one by its figures, whatever it is called', () => {
  const named = { ...plan, motor: { ...plan.motor, name: stock.motor.name }, esc: { ...plan.esc, name: stock.esc.name } };
  for (const id of ['motor', 'esc', 'motor-screws', 'plugs']) expect(ids(named)).toContain(id);
  expect(ids({ ...stock, motor: { ...stock.motor, name: 'The same, elsewhere' } })).not.toContain('motor');
});

test('an ESC that drove a brushed motor is no ESC of a brushless one, whatever its figures', () => {
  const like: PlanFile = { ...plan, esc: { ...stock.esc } };
  expect(ids(like)).toContain('esc');
  expect(ids(like)).not.toContain('cut-off');
  expect(ids(like, { stock: { ...stock, motor: { ...plan.motor, name: 'Weaker' }, packs: stock.packs } })).not.toContain('esc');
});

test('bearings are asked, a plug of six cells says its amps and sparks, and tracks ask how they are driven', () => {
  expect(line('bearings', plan)!.measureFirst).toContain('bushings or in ball bearings');
  const cells = (count: number) => line('plugs', { ...plan, packs: [amend(plan.packs[0]!, { cells: count, plugA: undefined })] })!.figures;
  expect(cells(5)).toBe('');
  expect(cells(6)).toBe(`${plan.esc.continuousA} A or more, anti-spark`);
  const tracked = { ...plan, motorCount: 2, car: { ...plan.car, drive: 'tracked' as const } };
  expect(line('y-lead', tracked)).toMatchObject({
    what: expect.stringContaining('mixer for tracks') as string,
    measureFirst: expect.any(String) as string,
  });
});

test('a line says its figures, or what to measure first', () => {
  expect(line('pinion-larger', plan)).toMatchObject({ what: 'pinion with 21 teeth', measureFirst: expect.stringContaining('shaft') as string });
  const measured = { ...motorOf({ shaftMm: 5 }), gearing: { pinion: 20, spur: 60, moduleMm: 0.6 } };
  expect(line('pinion-larger', measured)).toMatchObject({ figures: 'module 0.6, bore 5 mm' });
  expect(line('pinion-larger', measured)).not.toHaveProperty('measureFirst');
  expect(line('motor-screws', motorOf({ threadDepthMm: 4 }))).toMatchObject({ figures: 'past the plate at most 3 mm' });
});

test('two motors need two of each, with equal pinions', () => {
  const twin = { ...plan, motorCount: 2 };
  expect(line('motor', twin)).toMatchObject({ count: 2 });
  expect(line('esc', twin)).toMatchObject({ count: 2 });
  expect(line('pinion-planned', twin)).toMatchObject({ count: 2, why: expect.stringContaining('equal pinions') as string });
});

test('what is owned on the shelf serves where its figures fit; what is only considered does not', () => {
  const pinion = (id: string, status: 'owned' | 'considered', spec: object): ShelfPart => ({
    id,
    part: { kind: 'pinion', name: id, status, spec: { teeth: 20, ...spec } },
  });
  const file = { ...motorOf({ shaftMm: 5 }), gearing: { pinion: 20, spur: 60, moduleMm: 0.6 } };
  const shelf = [
    pinion('other module', 'owned', { moduleMm: 0.8, boreMm: 5 }),
    pinion('other bore', 'owned', { moduleMm: 0.6, boreMm: 3.17 }),
    pinion('considered', 'considered', { moduleMm: 0.6, boreMm: 5 }),
    pinion('right', 'owned', { moduleMm: 0.6, boreMm: 5 }),
  ];
  expect(line('pinion-planned', file, { shelf })!.have).toEqual(['right']);
  expect(line('thermometer', file, { shelf })!.have).toEqual([]);
});

test('the cheapest part that is considered is offered, by name or by the same figures under another; owned ones are not', () => {
  const motor = (id: string, price: number, change: object = {}): ShelfPart => {
    const { name: _name, ...spec } = plan.motor;
    return { id, part: { kind: 'motor', name: id, status: 'considered', price, spec: { ...spec, ...change } } };
  };
  const shelf = [motor('dear', 60), motor('cheap', 45), motor('other winding', 20, { kvRpmPerV: 3500 })];
  expect(line('motor', plan, { shelf })!.offer).toEqual({ id: 'cheap', name: 'cheap', price: 45 });
  expect(line('esc', plan, { shelf })!.offer).toBeUndefined();
  const pack = (capacityAh: number): ShelfPart => {
    const { name: _name, ...spec } = plan.packs[0]!;
    return { id: 'p', part: { kind: 'pack', name: 'Other maker’s', status: 'owned', spec: { ...spec, capacityAh } } };
  };
  expect(line('pack-1', plan, { shelf: [pack(5.2)] })!.have).toEqual(['Other maker’s']);
  expect(line('pack-1', plan, { shelf: [pack(3)] })!.have).toEqual([]);
});

test('what is considered as a kit is one line with one price; owned, or of two kits, its parts are lines of their own', () => {
  const kit = { kit: 'Osier set', status: 'considered' as const, price: 40 };
  const parts = listOf(plan).lines.flatMap(({ id, part }) => ((id === 'motor' || id === 'esc') && part ? [{ ...part, ...kit }] : []));
  const on = (change: (i: number) => object) => parts.map((part, i): ShelfPart => ({ id: `p${i}`, part: { ...part, ...change(i) } }));
  const set = listOf(plan, { shelf: on(() => ({})) });
  const joined = set.lines.find(({ what }) => what === 'Osier set')!;
  expect(joined).toMatchObject({ count: 1, have: [], offer: { name: 'Osier set', price: 80 } });
  expect([joined.offer!.id, ...joined.offer!.with!].sort()).toEqual(['p0', 'p1']);
  expect(joined.figures).toMatch(/kv; /);
  expect(set.lines).toHaveLength(listOf(plan).lines.length - 1);
  expect(
    listOf(plan, { shelf: on((i) => ({ price: i === 0 ? 40 : undefined })) }).lines.find(({ what }) => what === 'Osier set')!.offer,
  ).not.toHaveProperty('price');
  for (const apart of [on((i) => ({ kit: `set ${i}` })), on(() => ({ status: 'owned' }))])
    expect(listOf(plan, { shelf: apart }).lines).toHaveLength(listOf(plan).lines.length);
});

test('a line of a kind that stands on the shelf brings the part that arrives', () => {
  expect(line('motor', plan)!.part).toEqual({
    kind: 'motor',
    name: 'Osier 3652',
    status: 'owned',
    spec: expect.objectContaining({ kvRpmPerV: 3000 }) as object,
  });
  const geared = { ...motorOf({ shaftMm: 5 }), gearing: { pinion: 20, spur: 60, moduleMm: 0.6 } };
  expect(line('pinion-larger', geared)!.part).toMatchObject({ kind: 'pinion', spec: { teeth: 21, moduleMm: 0.6, boreMm: 5 } });
  expect(line('ties', plan)!.part).toBeUndefined();
});

test('a part that does not bear the cells is wrong, and no purchase corrects it', () => {
  const high = { ...plan, esc: { ...plan.esc, maxCells: 3 }, packs: [{ ...plan.packs[0]!, cells: 6 }] };
  expect(listOf(high).wrong.map((one) => one.id)).toEqual(['esc-cells']);
  expect(listOf(plan).wrong).toEqual([]);
});

test('300 random plans have lists without a twin, an empty why or an unknown group (seed 21)', () => {
  fc.assert(
    fc.property(anyPlan, anyPlan, (file, bought) => {
      let list;
      try {
        list = partsList({ ...file, run: { profile: 'race', minutes: 1 } }, { stock: bought, limits });
      } catch (error) {
        if (error instanceof PlanError) return;
        throw error;
      }
      const all = list.lines.map((one) => one.id);
      expect(new Set(all).size).toBe(all.length);
      for (const one of list.lines) {
        expect(one.why).toMatch(/^[A-Z].*\.$/s);
        expect(one.what).not.toBe('');
        expect(one.count).toBeGreaterThan(0);
        expect(BUY_GROUPS).toContain(one.group);
      }
    }),
    { seed: 21, numRuns: 300 },
  );
});

test('what often lies at home and the tools are kept apart from what must be bought', () => {
  const needs = (file: PlanFile, of: PlanFile | undefined) =>
    Object.fromEntries(listOf(file, { stock: of }).lines.map((one) => [one.id, needOf(one)]));
  expect(needs(plan, stock)).toMatchObject({
    charger: 'must',
    'fire-safe': 'must',
    'cell-checker': 'tool',
    'pack-foam': 'check',
    'motor-screws': 'check',
    'thread-lock': 'check',
    'esc-tape': 'check',
    ties: 'check',
    'matt-patch': 'check',
    thermometer: 'tool',
    'speed-meter': 'tool',
  });
});
