import { type Part } from '@puddler/core';
import { NO_PROGRESS, NO_FITTING, NO_PURCHASE, type CarRun, type LadderProgress, type Fitting, type Purchase } from '@puddler/contract/shared';
import { type Thunk, commit, stepTo, editNoted } from './commit';
import { contentAt } from './selectors';

/** Edits of what is noted of a plan: buying, fitting, stepping up. */

export const editPurchase = (planId: string, change: (noted: Purchase) => Purchase, label: string, joins?: string): Thunk =>
  editNoted('purchase', NO_PURCHASE, planId, change, label, joins);

export const editFitting = (planId: string, change: (noted: Fitting) => Fitting, label: string, joins?: string): Thunk =>
  editNoted('fitting', NO_FITTING, planId, change, label, joins);

export const editLadderProgress = (planId: string, change: (noted: LadderProgress) => LadderProgress, label: string, joins?: string): Thunk =>
  editNoted('ladder', NO_PROGRESS, planId, change, label, joins);

/** Whether the ladder is made of gears that are owned, or of any that fit. */
export const stepUpOnOwned = (planId: string, ownedOnly: boolean): Thunk =>
  editLadderProgress(planId, ({ ownedOnly: _before, ...noted }) => (ownedOnly ? { ...noted, ownedOnly } : noted), 'gears of the ladder');

/** Begins a step of a ladder: its run stands in the log from now on. One undo. */
export function beginStep(
  carId: string,
  planId: string,
  change: (noted: LadderProgress) => LadderProgress,
  runId: string,
  run: CarRun,
  label: string,
): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const before = contentAt(state, 'ladder', planId)?.body ?? NO_PROGRESS;
    commit(dispatch, label, [stepTo(state, 'run', runId, run, carId), stepTo(state, 'ladder', planId, change(before), planId)]);
  };
}

/** Marks a line as arrived, and puts its part on the shelf as owned, as one undo: a part that was considered is owned then. */
export function partArrived(
  planId: string,
  change: (noted: Purchase) => Purchase,
  parts: readonly { id: string; part: Part }[],
  label: string,
): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const before = contentAt(state, 'purchase', planId)?.body ?? NO_PURCHASE;
    commit(dispatch, label, [
      stepTo(state, 'purchase', planId, change(before), planId),
      ...parts.map(({ id, part }) => stepTo(state, 'part', id, part)),
    ]);
  };
}
