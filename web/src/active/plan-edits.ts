import {
  asBoughtAgain,
  editedApart,
  madeGeared,
  takenApart,
  withFigure,
  withLabel,
  type FigurePath,
  type Part,
  type PlanEdit,
  type PlanFile,
  type UsualPart,
} from '@puddler/core';
import type { AppDispatch, RootState } from '../document-store/store';
import { replaceCarAndPlan, replacePlan } from '../document-store/edits';
import { benchOf } from '../document-store/selectors';
import { figuresIn } from './figures-in';
import type { ActivePlan } from './use-plan';

type Thunk = (dispatch: AppDispatch, getState: () => RootState) => void;

/** Replaces a plan and, where the edit changed it, its car, as one step of undo. Edits with the same `joins` are merged into one step. */
const applyEdit =
  ({ id, carId, car }: ActivePlan, next: ReturnType<typeof takenApart>, label: string, joins?: string): Thunk =>
  (dispatch, getState) => {
    if (next.car === car) dispatch(replacePlan(id, next.plan, label, joins));
    else dispatch(replaceCarAndPlan(carId, next.car, benchOf(getState(), carId) ?? {}, id, next.plan, label, joins));
  };

/** A changed plan file in the place of the plan: what a conversion changes on the car is the plan's own from then on. */
export const takeFile = (active: ActivePlan, file: PlanFile, label: string, joins?: string): Thunk =>
  applyEdit(active, takenApart(active, file), label, joins);

/** Sets a figure of a plan or of its car, and what must follow it. */
export function setFigure(active: ActivePlan, path: FigurePath, value: unknown, label: string): Thunk {
  const { id, file, plan } = active;
  if (path === 'car.massKg' && value === undefined) return (dispatch) => dispatch(replacePlan(id, asBoughtAgain(plan, path), label));
  return takeFile(active, withFigureGeared(file, path, value), label, `${id}:${path}`);
}

/** Gears that come back bring the drive of the car as bought with them. */
const withFigureGeared = (file: PlanFile, path: FigurePath, value: unknown): PlanFile =>
  (path === 'gearing.pinion' || path === 'gearing.spur') && typeof value === 'number' ? madeGeared(file, path, value) : withFigure(file, path, value);

/** Sets the figures that a text names, typed where one of them belongs, as one undo; returns whether it names any. */
export const setFiguresIn =
  (active: ActivePlan, near: FigurePath, text: string) =>
  (dispatch: AppDispatch): boolean => {
    const edits = figuresIn(text, near, active.file);
    if (!edits) return false;
    const next = edits.reduce((changed, { path, value }) => withFigureGeared(changed, path, value), active.file);
    if (edits.length > 0) dispatch(takeFile(active, next, `“${text}”`));
    return true;
  };

/** A figure of the car as it was bought again. */
export const setAsBought = ({ id, plan }: ActivePlan, path: FigurePath, label: string): Thunk => {
  return (dispatch) => dispatch(replacePlan(id, asBoughtAgain(plan, path), `${label} as bought`));
};

/** Makes the edits of a fix as one undo, whether they are the plan's or its car's. */
export const applyEdits = (active: ActivePlan, edits: readonly PlanEdit[], label: string): Thunk =>
  applyEdit(active, editedApart(active, edits), label);

/** Puts parts in the place of what is there, as one undo. */
export const fitParts = (active: ActivePlan, parts: Part[], usual: UsualPart[] = []): Thunk =>
  takeFile(active, withLabel(active.file, { parts, usual }), parts.map((part) => part.name).join(' and '));
