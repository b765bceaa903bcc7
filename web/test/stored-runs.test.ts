import { KIND_NAMES, kindOf, parentOf, splitPlanFile, type CarRun, type Doc, type KindName } from '@puddler/contract';
import { resolvePlan, type Foreseen, type LearnedFigures } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { received, redone, undone } from '../src/document-store/document-store-slice';
import { duplicateCar } from '../src/document-store/duplicate-car';
import { deleteDocument } from '../src/document-store/edits';
import { beginStep, editPurchase } from '../src/document-store/noted-edits';
import { amendRun, editRun, keepRun, takeLearned } from '../src/document-store/run-edits';
import { contentAt, learnedOf, runsOfCar, selectSaveStatus } from '../src/document-store/selectors';
import { selectGarage } from '../src/document-store/select-garage';
import { createStore, type AppStore } from '../src/document-store/store';
import { planFileFor } from '../src/active/joined-plan';
import { docOf, garage } from './stored';

const { car, plan } = splitPlanFile(plainPlan());
const LEARNED: LearnedFigures = { from: ['R'], figures: [{ key: 'car.massKg', ln: 0.02, before: 0.03 }], covariance: [0.0004] };
const run = (at: string, more: Partial<CarRun> = {}): CarRun => ({ at, plan: plainPlan(), ...more });

const band = (p50: number) => ({ p10: p50 - 1, p50, p90: p50 + 1 });
const FORESEEN: Foreseen = {
  topSpeedMs: band(12),
  canC: band(50),
  escC: band(40),
  packC: band(30),
  packA: band(25),
  windingOverCanK: 12,
  ambientC: 20,
};

let store: AppStore;
const runs = (carId = 'c1') => runsOfCar(store.getState(), carId).map(({ run: one }) => one.at);

beforeEach(() => {
  store = createStore();
  store.dispatch(garage([docOf<'car'>('c1', { car, bench: {} })], [docOf<'plan'>('p1', plan, 'c1')]));
});

test('runs come after the garage, the latest first, each under its car', () => {
  const list = [
    docOf<'run'>('r1', run('2027-01-01T10:00:00Z'), 'c1'),
    docOf<'run'>('r2', run('2027-02-01T10:00:00Z'), 'c1'),
    docOf<'run'>('r3', run('2027-03-01T10:00:00Z'), 'c2'),
  ];
  store.dispatch(received({ documents: { run: list } }));
  expect(runs()).toEqual(['2027-02-01T10:00:00Z', '2027-01-01T10:00:00Z']);
  const before = runsOfCar(store.getState(), 'c1');
  store.dispatch(takeLearned('c1', LEARNED));
  expect(runsOfCar(store.getState(), 'c1')).toBe(before);
  expect(runsOfCar(store.getState(), 'nobody')).toEqual([]);
});

test('what is computed of a run is no edit: undo takes back what was typed and leaves it', () => {
  store.dispatch(keepRun('c1', 'r1', run('2027-01-01T10:00:00Z'), 'new run'));
  store.dispatch(editRun('r1', (now) => ({ ...now, usedAh: 1.2 }), 'charge'));
  const steps = store.getState().documentStore.past.length;
  store.dispatch(amendRun('r1', (now) => ({ ...now, predicted: { usedAh: { p10: 1, p50: 1.1, p90: 1.2 } } })));
  expect(store.getState().documentStore.past).toHaveLength(steps);
  expect(selectSaveStatus(store.getState())).toBe('saving');
  store.dispatch(undone({ at: 1 }));
  const now = contentAt(store.getState(), 'run', 'r1')!.body;
  expect(now.usedAh).toBeUndefined();
  expect(now.predicted).toEqual({ usedAh: { p10: 1, p50: 1.1, p90: 1.2 } });
  store.dispatch(redone({ at: 1 }));
  expect(contentAt(store.getState(), 'run', 'r1')!.body.usedAh).toBe(1.2);
  store.dispatch(amendRun('nobody', (one) => one));
});

test('what was learned is taken into every plan of the car, forgotten, and had back', () => {
  const file = () => planFileFor(car, plan, undefined, learnedOf(store.getState(), 'c1'));
  const plainKg = resolvePlan(file()).car.massKg;
  store.dispatch(takeLearned('c1', LEARNED));
  expect(resolvePlan(file()).car.massKg).toBeCloseTo(plainKg * Math.exp(0.02), 9);
  expect(file()).toBe(file());
  store.dispatch(deleteDocument('learned', 'c1'));
  expect(resolvePlan(file()).car.massKg).toBe(plainKg);
  store.dispatch(undone({ at: 1 }));
  expect(learnedOf(store.getState(), 'c1')).toEqual(LEARNED);
});

test('a copy of a car has its runs and what they taught; deleted, they go with it', async () => {
  store.dispatch(keepRun('c1', 'r1', run('2027-01-01T10:00:00Z', { name: 'First' }), 'new run'));
  store.dispatch(takeLearned('c1', LEARNED));
  await store.dispatch(duplicateCar('c1'));
  const copy = selectGarage(store.getState()).find(({ id }) => id !== 'c1')!;
  expect(runs(copy.id)).toEqual(['2027-01-01T10:00:00Z']);
  expect(learnedOf(store.getState(), copy.id)).toEqual(LEARNED);
  store.dispatch(deleteDocument('car', copy.id));
  expect([runs(copy.id), learnedOf(store.getState(), copy.id)]).toEqual([[], undefined]);
  expect(runs()).toHaveLength(1);
});

test('a copy’s ladder and day of practice are driven by its own runs, and its notes are its own', async () => {
  const gears = { pinion: 15, spur: 60, capShare: 0.5 };
  const step = { id: 's1', at: '2027-01-01T10:00:00Z', runId: 'r1', foreseen: FORESEEN, ...gears };
  store.dispatch(beginStep('c1', 'p1', (noted) => ({ ...noted, steps: [step] }), 'r1', run('2027-01-01T10:00:00Z', { planId: 'p1' }), 'begin'));
  store.dispatch(keepRun('c1', 'r2', run('2027-01-02T10:00:00Z', { planId: 'gone' }), 'a run of a plan that is gone'));
  store.dispatch(editPurchase('p1', (noted) => ({ ...noted, favours: 'heat' as const }), 'note'));
  await store.dispatch(duplicateCar('c1'));
  const copy = selectGarage(store.getState()).find(({ id }) => id !== 'c1')!;
  const planId = copy.plans[0]!.id;
  const copied = runsOfCar(store.getState(), copy.id);
  const own = copied.find(({ run: one }) => one.planId === planId)!;
  expect(copied.find(({ run: one }) => one !== own.run)!.run.planId).toBeUndefined();
  expect(own.id).not.toBe('r1');
  expect(contentAt(store.getState(), 'ladder', planId)!.body.steps).toEqual([{ ...step, runId: own.id }]);
  expect(contentAt(store.getState(), 'purchase', planId)!.body).toEqual(contentAt(store.getState(), 'purchase', 'p1')!.body);
  store.dispatch(undone({ at: 1 }));
  expect([contentAt(store.getState(), 'ladder', planId), runs(copy.id)]).toEqual([undefined, []]);
  expect(contentAt(store.getState(), 'ladder', 'p1')!.body.steps[0]!.runId).toBe('r1');
});

test('a copy has a document of every kind that can belong to a car, each with its references among the copies', async () => {
  const kinds = KIND_NAMES.filter((kind) => kind !== 'car' && rootOf(kind) === 'car');
  const docs = kinds.map((kind): Doc => {
    const { parent, hasIdOfParent } = kindOf(kind);
    const parentId = parent === 'car' ? 'c1' : 'p1';
    const id = kind === 'plan' ? 'p1' : hasIdOfParent ? parentId : `${kind}-1`;
    return docOf(id, { mark: kind, ...referring(kind) } as never, parentId);
  });
  const fresh = createStore();
  fresh.dispatch(garage([docOf<'car'>('c1', { car, bench: { stockPlanId: 'p1' } })], []));
  for (const [i, kind] of kinds.entries()) fresh.dispatch(received({ documents: { [kind]: [docs[i]!] } }));
  await fresh.dispatch(duplicateCar('c1'));
  const all = Object.values(fresh.getState().documentStore.entries);
  for (const kind of kinds)
    expect(all.filter(({ content }) => content?.kind === kind).map(({ content }) => (content!.body as unknown as { mark: string }).mark)).toEqual([
      kind,
      kind,
    ]);
  const copyOf = (kind: KindName) => all.filter(({ content }) => content?.kind === kind)[1]!;
  expect(copyOf('car').content!.body).toMatchObject({ bench: { stockPlanId: copyOf('plan').id } });
  expect(copyOf('run').content!.body).toMatchObject({ planId: copyOf('plan').id });
  expect(copyOf('ladder')).toMatchObject({ id: copyOf('plan').id, content: { parentId: copyOf('plan').id } });
  const [known, gone] = (copyOf('ladder').content!.body as { steps: { runId: string }[] }).steps;
  expect(known!.runId).toBe(copyOf('run').id);
  // A run that is gone is not found by its old id either.
  expect(gone!.runId).not.toBe('gone');
});

const rootOf = (kind: KindName): KindName => {
  const parent = parentOf(kind);
  return parent === undefined ? kind : rootOf(parent);
};

/** A body that refers to the run and the plan of the test wherever its kind can refer to one, and to one that is gone. */
const referring = (kind: KindName): object =>
  ({ run: { planId: 'p1' }, ladder: { steps: [{ runId: 'run-1' }, { runId: 'gone' }] }, day: { drives: [{ runId: 'run-1' }] } })[kind as string] ??
  {};
