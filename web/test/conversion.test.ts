import { madeDirect, splitPlanFile, type Car, type PlanBody } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { undone } from '../src/document-store/document-store-slice';
import { asBoughtOf, carOf, planOf } from '../src/document-store/selectors';
import { createStore } from '../src/document-store/store';
import { planFileFor, splitPlan } from '../src/active/joined-plan';
import { setAsBought, setFigure, takeFile } from '../src/active/plan-edits';
import type { ActivePlan } from '../src/active/use-plan';
import { docOf, garage } from './stored';

const { car, plan } = splitPlanFile(plainPlan());
const bought: PlanBody = { ...plan, name: 'As bought', packs: [{ ...plan.packs[0]!, massG: 200 }] };
const own: PlanBody = { ...plan, name: 'Own', packs: [{ ...plan.packs[0]!, massG: 500 }] };

/** A car with the plan that it is as bought, and one that converts it. */
function opened() {
  const store = createStore();
  store.dispatch(
    garage([docOf<'car'>('c1', { car, bench: { stockPlanId: 'p0' } })], [docOf<'plan'>('p0', bought, 'c1'), docOf<'plan'>('p1', own, 'c1')]),
  );
  const active = (id = 'p1'): ActivePlan => {
    const state = store.getState();
    const [entries, asBought] = [planOf(state, id)!.plan, asBoughtOf(state, 'c1')];
    const heldCar = carOf(state, 'c1') as Car;
    return { id, carId: 'c1', car: heldCar, plan: entries, asBought, file: planFileFor(heldCar, entries, asBought) };
  };
  return { store, active, carNow: () => carOf(store.getState(), 'c1'), planNow: (id = 'p1') => planOf(store.getState(), id)!.plan };
}

describe('a figure set in Plan', () => {
  test('is the plan’s where a conversion may change it, one undo, and put back figure by figure', () => {
    const { store, active, carNow, planNow } = opened();
    store.dispatch(setFigure(active(), 'car.tyre.diameterMm', 82, 'Diameter'));
    expect(planNow().conversion).toEqual({ tyre: { diameterMm: 82 } });
    expect(carNow()).toEqual(car);
    store.dispatch(setFigure(active(), 'car.drive', 'rwd', 'Drives'));
    store.dispatch(setAsBought(active(), 'car.tyre.diameterMm', 'Diameter'));
    expect(planNow().conversion).toEqual({ drive: 'rwd' });
    store.dispatch(undone({ at: 1 }));
    expect(planNow().conversion).toEqual({ tyre: { diameterMm: 82 }, drive: 'rwd' });
  });

  test('is the car’s where it is none of a conversion’s, and in the car as bought', () => {
    const { store, active, carNow, planNow } = opened();
    store.dispatch(setFigure(active(), 'car.wheelbaseMm', 270, 'Wheelbase'));
    expect(carNow()).toMatchObject({ wheelbaseMm: 270 });
    expect(planNow()).toEqual(own);
    store.dispatch(setFigure(active('p0'), 'car.tyre.diameterMm', 71, 'Diameter'));
    expect(carNow()).toMatchObject({ tyre: { diameterMm: 71 } });
    expect(planNow('p0').conversion).toBeUndefined();
  });

  test('a weight is the plan’s own until it is cleared; then it follows the parts again', () => {
    const { store, active, planNow } = opened();
    expect(active().file.car.weighedPartsG).toBeGreaterThan(0);
    store.dispatch(setFigure(active(), 'car.massKg', 2.2, 'Weight'));
    expect(planNow().conversion).toEqual({ massKg: 2.2 });
    expect(active().file.car).toMatchObject({ massKg: 2.2 });
    expect(active().file.car).not.toHaveProperty('weighedPartsG');
    store.dispatch(setFigure(active(), 'car.massKg', undefined, 'Weight'));
    expect(planNow()).toEqual(own);
  });

  test('gears put back after direct drive bring the ratio that the car was bought with', () => {
    const { store, active, planNow } = opened();
    store.dispatch(takeFile(active(), madeDirect(active().file, 1, true), 'direct drive'));
    expect(active().file).toMatchObject({ gearing: {}, car: { internalRatio: 1, drive: 'direct' } });
    store.dispatch(setFigure(active(), 'gearing.pinion', 18, 'Pinion'));
    expect(active().file).toMatchObject({ gearing: { pinion: 18, spur: 60 }, car: { internalRatio: car.internalRatio, drive: car.drive } });
    expect(planNow().conversion).toBeUndefined();
  });
});

test('the same car, plan and car as bought give the same plan file; a plan of another car keeps what differs', () => {
  const file = planFileFor(car, own, bought);
  expect(planFileFor(car, own, bought)).toBe(file);
  expect(planFileFor(car, own, undefined)).not.toBe(file);
  const other: Car = { ...car, tyre: { diameterMm: 100 } };
  expect(splitPlan(planFileFor(car, own, undefined), other).conversion).toEqual({ tyre: { diameterMm: 70 } });
});
