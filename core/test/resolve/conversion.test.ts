import {
  asBoughtAgain,
  editedApart,
  isFollowing,
  madeDirect,
  madeGeared,
  mayConvert,
  planFileOf,
  resolvePlan,
  splitPlanFile,
  takenApart,
  withEdits,
  withFigure,
  type Car,
  type PlanBody,
} from '@puddler/core';
import { plainPlan } from '../helpers';

const car: Car = { ...plainPlan().car, driveEfficiency: 0.91, airflow: 'open', typical: ['massKg', 'tyre.diameterMm', 'cgHeightMm'] };
const { plan: light } = splitPlanFile(plainPlan());
/** With a motor of 180 g, an ESC of 80 g and a pack of 260 g. */
const asBought: PlanBody = {
  ...light,
  name: 'As bought',
  motor: { name: 'can', kind: 'brushed', sizeClass: '540', turns: 27, massG: 180 },
  esc: { name: 'box', continuousA: 60, massG: 80 },
  packs: [{ name: 'six', chemistry: 'nimh', cells: 6, capacityAh: 3, massG: 260 }],
};
/** 240 g more in all. */
const plan: PlanBody = {
  ...light,
  name: 'Conversion',
  motor: { name: 'new', kind: 'brushless', form: 'inrunner', kvRpmPerV: 3000, diameterMm: 36, lengthMm: 52, massG: 250 },
  esc: { name: 'new', continuousA: 80, massG: 90 },
  packs: [{ name: 'three', chemistry: 'lipo', cells: 3, capacityAh: 5, cRating: 50, massG: 420 }],
};
const massOf = (own: PlanBody, bought: PlanBody | undefined = asBought) => resolvePlan(planFileOf(car, own, bought)).car.massKg;

describe('the weight of a plan', () => {
  test('is that of the car with the plan’s parts in the place of those it was bought with, and says so', () => {
    expect(massOf(plan)).toBeCloseTo(2.24, 9);
    expect(massOf({ ...plan, motorCount: 2 })).toBeCloseTo(2.24 + 0.25 + 0.09, 9);
    const origin = resolvePlan(planFileOf(car, plan, asBought)).provenance['car.massKg'];
    expect(origin).toMatchObject({ source: 'typical', rule: expect.stringContaining('in the place of') as string });
    expect(isFollowing(planFileOf(car, plan, asBought), 'car.massKg')).toBe(true);
  });

  test('is that of the car where nobody knows what it was bought with, and in the car as bought itself', () => {
    expect(planFileOf(car, plan).car).toBe(car);
    expect(planFileOf(car, asBought, asBought).car).toBe(car);
    expect(resolvePlan(planFileOf(car, plan)).car.massKg).toBe(2);
  });

  test('counts from the parts it was weighed with, where those are given: a car weighed bare has none', () => {
    const bare = { ...car, weighedPartsG: 0 };
    expect(resolvePlan(planFileOf(bare, plan, asBought)).car.massKg).toBeCloseTo(2.76, 9);
  });

  test('is its own once it is weighed, and follows again when that is taken back', () => {
    const weighed = editedApart({ car, plan, asBought }, [{ path: 'car.massKg', value: 2.31 }]);
    expect(weighed.car).toBe(car);
    expect(weighed.plan.conversion).toEqual({ massKg: 2.31 });
    expect(massOf(weighed.plan)).toBe(2.31);
    expect(massOf({ ...weighed.plan, motorCount: 2 })).toBe(2.31);
    expect(massOf(asBoughtAgain(weighed.plan, 'car.massKg'))).toBeCloseTo(2.24, 9);
    // A setup that weighs what the car did is weighed all the same.
    const same = editedApart({ car, plan, asBought }, [{ path: 'car.massKg', value: 2 }]).plan;
    expect(massOf(splitPlanFile(planFileOf(car, same, asBought)).plan)).toBe(2);
  });

  test('is never less than its parts’, and does without parts that cannot be computed', () => {
    const feather = { ...car, massKg: 0.3 };
    expect(resolvePlan(planFileOf(feather, { ...plan, packs: [{ ...plan.packs[0]!, massG: 1 }] }, asBought)).car.massKg).toBeCloseTo(0.341, 9);
    expect(massOf(plan, { ...asBought, packs: [] })).toBe(2);
  });
});

describe('what a conversion changes on the car', () => {
  const edits = [
    { path: 'car.tyre.diameterMm', value: 82 },
    { path: 'car.drive', value: 'rwd' },
    { path: 'car.airflow', value: undefined },
    { path: 'car.bay.moduleMm', value: 0.8 },
    { path: 'gearing.pinion', value: 17 },
  ] as const;

  test('is the plan’s, the rest the car’s', () => {
    expect(['car.massKg', 'car.tyre.diameterMm', 'car.body', 'car.gearboxRatios'].every((path) => mayConvert(path as 'car.body'))).toBe(true);
    expect(['car.wheelbaseMm', 'car.bay.moduleMm', 'gearing.pinion'].some((path) => mayConvert(path as 'car.body'))).toBe(false);
    const next = editedApart({ car, plan, asBought }, edits);
    expect(next.car).toEqual({ ...car, bay: { moduleMm: 0.8 } });
    expect(next.plan.conversion).toEqual({ tyre: { diameterMm: 82 }, drive: 'rwd', airflow: null });
    expect(next.plan.gearing.pinion).toBe(17);
    const file = planFileOf(next.car, next.plan, asBought);
    expect(file.car).toMatchObject({ tyre: { diameterMm: 82 }, drive: 'rwd', bay: { moduleMm: 0.8 }, typical: ['massKg', 'cgHeightMm'] });
    expect(file.car).not.toHaveProperty('airflow');
  });

  test('a drive that is changed loses the efficiency that was measured of the other', () => {
    const next = takenApart({ car, plan, asBought }, withFigure(planFileOf(car, plan, asBought), 'car.drive', 'direct'));
    expect(next.plan.conversion).toEqual({ drive: 'direct', driveEfficiency: null });
    expect(resolvePlan(planFileOf(next.car, next.plan, asBought)).car.driveEfficiency).toBe(0.98);
  });

  test('goes back figure by figure', () => {
    const { plan: changed } = editedApart({ car, plan, asBought }, edits);
    expect(asBoughtAgain(changed, 'car.tyre.diameterMm').conversion).toEqual({ drive: 'rwd', airflow: null });
    const back = editedApart({ car, plan: changed, asBought }, [{ path: 'car.tyre.diameterMm', value: 70 }]).plan;
    expect(back.conversion).toEqual({ drive: 'rwd', airflow: null });
  });

  test('changes of the car as bought are the car’s own', () => {
    const next = editedApart({ car, plan: asBought, asBought }, [
      { path: 'car.tyre.diameterMm', value: 72 },
      { path: 'car.massKg', value: 1.9 },
    ]);
    expect(next.car).toMatchObject({ tyre: { diameterMm: 72 }, massKg: 1.9 });
    expect(next.plan).toEqual(asBought);
    const figure = takenApart({ car, plan: asBought, asBought }, withFigure(planFileOf(car, asBought, asBought), 'car.massKg', 1.9));
    expect(figure.car.typical).toEqual(['tyre.diameterMm', 'cgHeightMm']);
  });

  test('a plan file put together and taken apart again is the same car and plan', () => {
    const { car: own, plan: changed } = editedApart({ car, plan, asBought }, edits);
    for (const one of [plan, changed]) {
      const back = splitPlanFile(planFileOf(own, one, asBought));
      expect(back).toEqual({ car: own, plan: one });
      expect(planFileOf(back.car, back.plan, asBought)).toEqual(planFileOf(own, one, asBought));
    }
  });

  test('a plan of another car keeps whatever differs from that car', () => {
    const file = planFileOf(car, plan);
    const other: Car = { ...car, tyre: { diameterMm: 100 }, driveEfficiency: 0.8 };
    const { plan: moved } = splitPlanFile(file, other);
    expect(moved.conversion).toEqual({ tyre: { diameterMm: 70 }, driveEfficiency: 0.91 });
    expect(resolvePlan(planFileOf(other, moved)).car).toEqual(resolvePlan(file).car);
  });
});

describe('direct drive', () => {
  const direct = takenApart({ car, plan, asBought }, madeDirect(planFileOf(car, plan, asBought), 1, true));

  test('has the ratio that is left, and no gears', () => {
    expect(direct.plan.gearing).toEqual({});
    expect(direct.plan.conversion).toEqual({ internalRatio: 1, drive: 'direct', driveEfficiency: null });
    expect(resolvePlan(planFileOf(car, direct.plan, asBought)).ratio).toBe(1);
  });

  test('behind a differential keeps what drives', () => {
    const made = takenApart({ car, plan, asBought }, madeDirect(planFileOf(car, plan, asBought), 2.6, false));
    expect(made.plan.conversion).toEqual({ internalRatio: 2.6 });
  });

  test('given gears again it has the drive and the ratio that the car was bought with', () => {
    const geared = takenApart({ car, plan: direct.plan, asBought }, madeGeared(planFileOf(car, direct.plan, asBought), 'gearing.pinion', 16));
    expect(geared.plan.conversion).toBeUndefined();
    expect(geared.plan.gearing).toEqual({ pinion: 16, spur: 60, typical: ['spur'] });
    // Another tooth on gears that are there changes nothing else.
    expect(madeGeared(planFileOf(car, plan, asBought), 'gearing.pinion', 21)).toEqual(
      withEdits(planFileOf(car, plan, asBought), [{ path: 'gearing.pinion', value: 21 }]),
    );
  });
});
