import type { Wish } from '@puddler/contract/shared';
import { commit, made, type Thunk } from './commit';
import { copyName } from './edits';
import type { Step } from './history';
import { contentAt, plansOfCar, runsOfCar, wishesOfCar } from './selectors';
import type { RootState } from './store';

/** Names of the copies, each made when it is first asked for: what belonged together does so among the copies. */
function copyIds(): (of: string) => string {
  const known = new Map<string, string>();
  return (of) => {
    if (!known.has(of)) known.set(of, crypto.randomUUID());
    return known.get(of)!;
  };
}

/** A copy of a car with all that belongs to it. */
export function duplicateCar(id: string): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const content = contentAt(state, 'car', id);
    if (!content) return;
    const { car, bench } = content.body;
    const copy = copyIds();
    const plans = plansOfCar(state, id);
    const { stockPlanId, ...notes } = bench;
    const hasStock = plans.some((plan) => plan.id === stockPlanId);
    commit(dispatch, `copy of ${car.name}`, [
      made('car', copy(id), {
        car: { ...car, name: copyName(car.name) },
        bench: hasStock ? { ...notes, stockPlanId: copy(stockPlanId!) } : notes,
      }),
      ...plans.map(({ id: planId, plan }) => made('plan', copy(planId), plan, copy(id))),
      ...wishesOfCar(state, id).map(({ id: _id, carId: _carId, ...wish }) => made('wish', crypto.randomUUID(), wish satisfies Wish, copy(id))),
      ...plans.flatMap((plan) => notesOfPlan(state, plan.id, copy)),
      ...history(state, id, copy),
    ]);
  };
}

/** What is noted of a plan: buying, fitting, and its ladder, whose steps are driven by the copies of its runs. */
function notesOfPlan(state: RootState, planId: string, copy: (of: string) => string): Step[] {
  const purchase = contentAt(state, 'purchase', planId)?.body;
  const fitting = contentAt(state, 'fitting', planId)?.body;
  const ladder = contentAt(state, 'ladder', planId)?.body;
  const id = copy(planId);
  return [
    ...(purchase ? [made('purchase', id, purchase, id)] : []),
    ...(fitting ? [made('fitting', id, fitting, id)] : []),
    ...(ladder ? [made('ladder', id, { ...ladder, steps: ladder.steps.map((step) => ({ ...step, runId: copy(step.runId) })) }, id)] : []),
  ];
}

/** What happened to a car: its runs, each of the copy of its plan, what they taught, and its day of practice. */
function history(state: RootState, carId: string, copy: (of: string) => string): Step[] {
  const learned = contentAt(state, 'learned', carId)?.body;
  const day = contentAt(state, 'day', carId)?.body;
  const runs = runsOfCar(state, carId).map(({ id, run: { planId, ...said } }) => {
    const isThere = planId !== undefined && contentAt(state, 'plan', planId) !== undefined;
    return made('run', copy(id), isThere ? { ...said, planId: copy(planId) } : said, copy(carId));
  });
  return [
    ...runs,
    ...(learned ? [made('learned', copy(carId), learned, copy(carId))] : []),
    ...(day ? [made('day', copy(carId), { ...day, drives: day.drives.map((drive) => ({ ...drive, runId: copy(drive.runId) })) }, copy(carId))] : []),
  ];
}
