import fc from 'fast-check';
import { bayDrawing, fitFindings, limitsWith, pressFit, pressVerdict, resolvePlan, screwDepth, type PlanFile } from '@puddler/core';
import { plainPlan } from '../helpers';

const limits = limitsWith();
const drawn = (plan: PlanFile) => bayDrawing(plan, resolvePlan(plan), limits);
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });
const given = (record: object) => Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined));

const anyBay = fc.record({
  motorDiameterMm: maybe(between(34, 40)),
  motorLengthMm: maybe(between(49, 56)),
  escLengthMm: maybe(between(38, 46)),
  escWidthMm: maybe(between(30, 40)),
  packLengthMm: maybe(between(130, 142)),
  packHeightMm: maybe(between(22, 30)),
  meshMinMm: maybe(between(28, 36)),
  meshMaxMm: maybe(between(30, 40)),
  nearestPartMm: maybe(between(20, 36)),
});
const anyParts = fc.record({
  pinion: fc.integer({ min: 12, max: 30 }),
  spur: fc.integer({ min: 45, max: 75 }),
  moduleMm: fc.constantFrom(0.6, 0.8),
  escLengthMm: between(38, 46),
  escWidthMm: between(30, 40),
  packLengthMm: between(130, 142),
  packHeightMm: between(22, 30),
});

test('on 200 seeded bays the drawing agrees with what the findings say, to a tenth of a millimetre (seed 8)', () => {
  let compared = 0;
  fc.assert(
    fc.property(anyBay, anyParts, (bay, parts) => {
      const { pinion, spur, moduleMm, escLengthMm, escWidthMm, packLengthMm, packHeightMm } = parts;
      const plan = plainPlan({
        gearing: { pinion, spur, moduleMm },
        car: { ...plainPlan().car, bay: given(bay) },
        esc: { ...plainPlan().esc, lengthMm: escLengthMm, widthMm: escWidthMm },
        packs: [{ ...plainPlan().packs[0]!, lengthMm: packLengthMm, heightMm: packHeightMm }],
      });
      const { touches } = drawn(plan);
      const findings = fitFindings(plan, resolvePlan(plan), limits);
      const worst = (id: string) => touches.filter((one) => one.id === id).sort((a, b) => a.gapMm - b.gapMm)[0];
      for (const id of ['fit-diameter', 'fit-length', 'fit-esc', 'fit-pack', 'mesh-distance', 'spur-clearance'] as const) {
        const finding = findings.find((one) => one.id === id);
        const touch = worst(id);
        expect(finding !== undefined).toBe(touch !== undefined && touch.level !== 'good');
        if (!finding || !touch) continue;
        compared++;
        // Sizes are found by the size that fills its place most, which is not always the one with the least room.
        const same = touches.filter((one) => one.id === id && one.level === finding.level);
        const gaps = id === 'spur-clearance' ? [finding.value] : [Math.abs(finding.limit - finding.value)];
        expect(same.map((one) => Math.abs(one.gapMm)).some((gap) => Math.abs(gap - Math.abs(gaps[0]!)) < 0.1)).toBe(true);
        expect(same.length).toBeGreaterThan(0);
      }
    }),
    { seed: 8, numRuns: 200 },
  );
  expect(compared).toBeGreaterThan(200);
});

test('what touches says how much to trim, until it is no longer tight; what is only tight asks for nothing', () => {
  const bay = (motorDiameterMm: number) => drawn(plainPlan({ car: { ...plainPlan().car, bay: { motorDiameterMm } } })).touches[0];
  expect(bay(35.2)).toMatchObject({
    id: 'fit-diameter',
    level: 'stop',
    gapMm: expect.closeTo(-0.8, 6) as number,
    trimMm: expect.closeTo(1.8, 6) as number,
  });
  expect(bay(36.5)).toMatchObject({ level: 'caution', trimMm: 0 });
  expect(bay(39)).toMatchObject({ level: 'good', trimMm: 0 });
});

test('shaft, pinion and spur stand as the gears put them', () => {
  const { can, pinion, spur, slot } = drawn(
    plainPlan({ gearing: { pinion: 20, spur: 60, moduleMm: 0.8 }, car: { ...plainPlan().car, bay: { meshMinMm: 30, meshMaxMm: 34 } } }),
  );
  expect(slot).toEqual({ fromMm: 30, toMm: 34, atMm: 32 });
  const middle = (rect: { xMm: number; widthMm: number }) => rect.xMm + rect.widthMm / 2;
  expect([middle(spur!), middle(pinion!), middle(can)]).toEqual([0, 32, 32]);
  // Teeth of the two overlap by their depth: pitch circles touch.
  expect(spur!.widthMm / 2 + pinion!.widthMm / 2 - 32).toBeCloseTo(2 * 0.8, 9);
});

test('nothing is drawn of gears that there are not, and of a bay that nobody measured', () => {
  const direct = drawn(plainPlan({ gearing: {} }));
  expect([direct.pinion, direct.spur, direct.slot, direct.room]).toEqual([undefined, undefined, undefined, undefined]);
  expect(direct.touches).toEqual([]);
});

test('a press fit is so much over its bore, and says what a shaft beside it does', () => {
  const fit = pressFit(3.17, 'plastic');
  expect([fit.fromMm, fit.toMm]).toEqual([expect.closeTo(3.2, 9), expect.closeTo(3.25, 9)]);
  expect([3.19, 3.2, 3.25, 3.26].map((shaft) => pressVerdict(shaft, fit))).toEqual(['too-thin', 'right', 'right', 'too-thick']);
  const metal = pressFit(3.17, 'metal');
  expect(metal.toMm).toBeLessThan(fit.fromMm);
  for (const one of [fit, metal]) expect(one.above).not.toBe(one.below);
});

test('the longest screw ends a millimetre before the thread does, in half millimetres', () => {
  const plan = plainPlan({ motor: { ...plainPlan().motor, threadDepthMm: 5 }, car: { ...plainPlan().car, bay: { screwPastPlateMm: 4.5 } } });
  expect(screwDepth(plan, 2.3)).toEqual({ threadDepthMm: 5, deepestMm: 4, reachMm: 4.5, plateMm: 2.3, longestScrewMm: 6 });
  expect(screwDepth(plan, undefined)!.longestScrewMm).toBeUndefined();
  expect(screwDepth(plainPlan(), 2)).toBeUndefined();
});
