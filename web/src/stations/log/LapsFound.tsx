import { RANGES, type CarRun, type NamedCourse } from '@puddler/contract/shared';
import { cornerGripMs2, hasOwnTiming, plannedRun, resolvePlan, type DrivenCourse, type Leg } from '@puddler/core';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { CourseDrawing } from '../../drawings/CourseDrawing';
import { driveCourse, isSameCourse } from '../../active/course-edits';
import type { ActivePlan } from '../../active/use-plan';
import { Button } from '../../ui/Button';
import { runDay } from './log-text';

interface Props {
  active: ActivePlan;
  run: CarRun;
  found: DrivenCourse;
}

/** The lap that a run repeats: how long it is, how fast it was, and the plan driven round it. */
export function LapsFound({ active, run, found: { legs, laps, lapM, lapS } }: Props) {
  const dispatch = useAppDispatch();
  const road = unitOf(
    'm',
    useAppSelector((state) => state.prefs.units),
  );
  const gripMs2 = useMemo(() => cornerGripMs2(resolvePlan(run.plan).site), [run.plan]);
  const { drivenAs = plannedRun(run.plan).profile } = run;
  const course: NamedCourse = useMemo(() => ({ name: run.name ?? runDay(run), legs: legs.map(withinRanges) }), [run, legs]);
  if (!hasOwnTiming(drivenAs)) return null;
  const planned = plannedRun(active.file);
  return (
    <section aria-label="Laps" className="flex flex-wrap items-center gap-x-6 gap-y-1">
      <div className="flex-1">
        <h3 className="eyebrow text-soft">Laps</h3>
        <p className="text-body">
          {laps} laps are like each other: {formatIn(lapM, road)} {road.symbol}, {legs.length} {legs.length === 1 ? 'corner' : 'corners'}, in the
          middle <strong className="font-semibold">{formatNumber(lapS, 2, true)} s</strong>.
        </p>
        {isSameCourse(planned.course, course) ? (
          <p className="mt-1 text-small text-soft">“{active.plan.name}” is driven round it, and it is kept with the car.</p>
        ) : (
          <Button className="mt-1" onClick={() => dispatch(driveCourse(active, course, { ...planned, profile: drivenAs }))}>
            Drive “{active.plan.name}” as on {runDay(run)}
          </Button>
        )}
      </div>
      <CourseDrawing legs={legs} gripMs2={gripMs2} />
    </section>
  );
}

/** What was measured, as a course may have it: a leg without any full throttle has a little. */
const withinRanges = (leg: Leg): Leg =>
  Object.fromEntries(
    Object.entries(leg).map(([figure, value]) => {
      const { min, max } = RANGES[`run.course.legs.${figure as keyof Leg}`];
      return [figure, Math.min(max, Math.max(min, value as number))];
    }),
  ) as unknown as Leg;
