import { type Car, type Day, type LearnedFigures } from '@puddler/core';
import { type CarRun, type PlanBody } from '@puddler/contract/shared';
import { type Thunk, commit, stepTo, made, replace } from './commit';
import { amended, undone } from './document-store-slice';
import { keyOf } from './entry';
import { isBare } from './run-figures';
import { contentAt } from './selectors';
import { newId } from '@puddler/contract/shared';

/** Edits of what happened: runs, what they taught, practice days. */

/** Keeps a run of a car, new or changed; returns what the change is called. */
export function keepRun(carId: string, id: string, run: CarRun, label: string): Thunk<string> {
  return (dispatch, getState) => commit(dispatch, label, [stepTo(getState(), 'run', id, run, carId)]);
}

export const NEW_RUN = 'new run';

/** A run that was begun and left with nothing in it is as if it had not been: its beginning is taken back. */
export function dropBareRun(id: string): Thunk {
  return (dispatch, getState) => {
    const run = contentAt(getState(), 'run', id)?.body;
    const key = keyOf('run', id);
    const begun = getState().documentStore.past.find(
      ({ label, steps }) => label === NEW_RUN && steps.some((step) => step.key === key && step.before === null),
    );
    if (run && begun && isBare(run)) dispatch(undone({ at: Date.now(), change: begun.id }));
  };
}

/** Changes a run; edits of the same figure in one gesture join. */
export const editRun = (id: string, change: (run: CarRun) => CarRun, label: string, joins?: string): Thunk =>
  replace('run', id, change, label, joins && `run ${id} ${joins}`);

/** Puts what was computed of a run beside what was typed, as no edit of its own. */
export function amendRun(id: string, change: (run: CarRun) => CarRun): Thunk {
  return (dispatch, getState) => {
    const content = contentAt(getState(), 'run', id);
    if (content) dispatch(amended({ key: keyOf('run', id), content: { ...content, body: change(content.body) }, at: Date.now() }));
  };
}

/** Takes what runs have taught for the car’s own: every plan of it reckons with that from now on. Returns what the change is called. */
export function takeLearned(carId: string, learned: LearnedFigures): Thunk<string> {
  return (dispatch, getState) => commit(dispatch, 'take what was learned', [stepTo(getState(), 'learned', carId, learned, carId)]);
}

/** A practice car with the plan that is its target, and its day, as one undo; returns the car’s id. */
export function addPracticeDay(car: Car, plan: PlanBody, day: Day): Thunk<string> {
  return (dispatch) => {
    const carId = newId();
    commit(dispatch, `practice day of ${car.name}`, [
      made('car', carId, { car, bench: { practice: true as const } }),
      made('plan', newId(), plan, carId),
      made('day', carId, day, carId),
    ]);
    return carId;
  };
}

/** What happens on a practice day has happened: it is no edit, and is not undone. */
export function amendDay(carId: string, change: (day: Day) => Day): Thunk {
  return (dispatch, getState) => {
    const content = contentAt(getState(), 'day', carId);
    if (content) dispatch(amended({ key: keyOf('day', carId), content: { ...content, body: change(content.body) }, at: Date.now() }));
  };
}
