import { MOST_COURSES, type Bench, type NamedCourse } from '@puddler/contract/shared';
import type { Course, PlannedRun } from '@puddler/core';
import equal from 'fast-deep-equal';
import { editBench, replaceCarAndPlan } from '../document-store/edits';
import { benchOf } from '../document-store/selectors';
import type { Thunk } from '../document-store/commit';
import type { ActivePlan } from './use-plan';

/** The courses that are kept with a car, with one more; the oldest goes where there are as many as there may be. */
function coursesWith({ courses = [] }: Bench, course: NamedCourse): NamedCourse[] {
  const isKept = courses.some(({ name }) => name === course.name);
  return isKept ? courses.map((one) => (one.name === course.name ? course : one)) : [...courses, course].slice(-MOST_COURSES);
}

/** Keeps a course with the car under its name, and drives the plan round it, as one undo. */
export const driveCourse =
  ({ id, carId, car, plan }: ActivePlan, course: NamedCourse, run: Omit<PlannedRun, 'course'>): Thunk =>
  (dispatch, getState) => {
    const bench = benchOf(getState(), carId) ?? {};
    const driven = { ...plan, run: { ...run, course } };
    dispatch(replaceCarAndPlan(carId, car, { ...bench, courses: coursesWith(bench, course) }, id, driven, `course ${course.name}`));
  };

/** Takes a course away from those that are kept; plans that are driven round it carry it on. */
export const forgetCourse =
  (carId: string, name: string): Thunk =>
  (dispatch, getState) => {
    const left = (benchOf(getState(), carId)?.courses ?? []).filter((one) => one.name !== name);
    dispatch(editBench(carId, 'courses', left.length > 0 ? left : undefined, `forget ${name}`));
  };

/** By its legs and its name, in whatever order a server sends their fields. */
export const isSameCourse = (a: Course | undefined, b: Course | undefined): boolean => equal(a, b);
