import { COURSES, hasOwnTiming, MOST_LEGS, NEW_CORNER, NEW_LEG, plannedRun, type Course, type Leg } from '@puddler/core';
import { Plus, X } from 'lucide-react';
import { FigureField } from '../../active/FigureField';
import { setFigure } from '../../active/plan-edits';
import type { ActivePlan } from '../../active/use-plan';
import { benchOf } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { CourseDrawing } from '../../drawings/CourseDrawing';
import { forgetCourse, isSameCourse } from '../../active/course-edits';
import { Button } from '../../ui/Button';
import { KeepCourse } from './KeepCourse';
import { Select } from '../../ui/Select';

const USUAL = 'usual';
const OWN = 'own';
/** Where it is driven, for racing and bashing: as is usual, round one of the car's courses or a made-up one, or round one of one's own, a row a leg. */
export function CourseFields({ active, gripMs2 }: { active: ActivePlan; gripMs2: number | undefined }) {
  const dispatch = useAppDispatch();
  const kept = useAppSelector((state) => benchOf(state, active.carId)?.courses) ?? [];
  const { course, ...run } = plannedRun(active.file);
  if (!hasOwnTiming(run.profile)) return null;
  const set = (next: Course | undefined) => dispatch(setFigure(active, 'run', next ? { ...run, course: next } : run, 'Course'));
  // A course is named by its group too: one of the car's may be called as a made-up one is.
  const known = [...kept.map((one) => ['kept', one] as const), ...COURSES.map((one) => ['made', one] as const)];
  const keyOf = ([group, { name }]: (typeof known)[number]) => `${group} ${name}`;
  const here = known.find(([, one]) => isSameCourse(one, course));
  const choose = (key: string) => {
    const picked = known.find((one) => keyOf(one) === key)?.[1];
    // A course of one's own begins as the one that was driven.
    set(key === USUAL ? undefined : (picked ?? { legs: course?.legs ?? [NEW_LEG] }));
  };
  const options = (group: 'kept' | 'made') =>
    known
      .filter(([of]) => of === group)
      .map((one) => (
        <option key={keyOf(one)} value={keyOf(one)}>
          {one[1].name}
        </option>
      ));
  return (
    <section aria-label="The course" className="mb-2">
      <label className="grid grid-cols-[1fr_9.5rem] items-center gap-3 border-b border-rule py-1.5">
        Course
        <Select
          aria-label="Course"
          className="font-medium"
          value={course ? (here ? keyOf(here) : OWN) : USUAL}
          onChange={(event) => choose(event.target.value)}
        >
          <option value={USUAL}>{run.profile === 'race' ? 'usual race' : 'usual bashing'}</option>
          <option value={OWN}>{course?.name && !here ? course.name : 'one of my own'}</option>
          {kept.length > 0 && <optgroup label={`Of ${active.car.name}`}>{options('kept')}</optgroup>}
          <optgroup label="Made up">{options('made')}</optgroup>
        </Select>
      </label>
      {course && gripMs2 !== undefined && <CourseDrawing legs={course.legs} gripMs2={gripMs2} />}
      {/* A made-up one that is changed is no longer it; one of the car's keeps its name, to be kept under it again. */}
      {course && (
        <Legs legs={course.legs} onChange={(legs) => set({ ...(here?.[0] === 'made' || !course.name ? {} : { name: course.name }), legs })} />
      )}
      {course && !here && <KeepCourse key={course.name} active={active} course={course} run={run} />}
      {here?.[0] === 'kept' && (
        <Button tone="quiet" className="mt-1" onClick={() => dispatch(forgetCourse(active.carId, here[1].name))}>
          Forget {here[1].name}
        </Button>
      )}
    </section>
  );
}

function Legs({ legs, onChange }: { legs: Leg[]; onChange: (legs: Leg[]) => void }) {
  const put = (at: number, leg: Leg) => onChange(legs.map((one, i) => (i === at ? leg : one)));
  return (
    <>
      <table className="mt-1 w-full text-small">
        <caption className="sr-only">Legs of the course</caption>
        <thead>
          <tr className="text-left text-fine text-soft">
            {['Full throttle', 'Corner', 'for', ''].map((head) => (
              <th key={head} scope="col" className="py-0.5 font-medium">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {legs.map((leg, i) => (
            <LegRow
              key={i}
              leg={leg}
              place={i + 1}
              onSet={(next) => put(i, next)}
              onRemove={() => onChange(legs.filter((_, k) => k !== i))}
              isOnly={legs.length === 1}
            />
          ))}
        </tbody>
      </table>
      <Button
        className="mt-1"
        icon={<Plus size={14} aria-hidden="true" />}
        disabled={legs.length >= MOST_LEGS}
        onClick={() => onChange([...legs, NEW_LEG])}
      >
        Add a leg
      </Button>
    </>
  );
}

interface RowProps {
  leg: Leg;
  place: number;
  isOnly: boolean;
  onSet: (leg: Leg) => void;
  onRemove: () => void;
}

function LegRow({ leg, place, isOnly, onSet, onRemove }: RowProps) {
  const { radiusM, cornerMs, ...rest } = leg;
  const isByRadius = radiusM !== undefined;
  return (
    <tr className="border-t border-rule align-top">
      <td className="py-1">
        <FigureField
          label={`Full throttle of leg ${place}`}
          path="run.course.legs.fullM"
          value={leg.fullM}
          className="w-10"
          onSet={(fullM) => fullM !== undefined && onSet({ ...leg, fullM })}
        />
      </td>
      <td className="py-1">
        <span className="flex flex-wrap items-center gap-1">
          <Select
            aria-label={`Corner of leg ${place} by`}
            size="small"
            value={isByRadius ? 'radius' : 'speed'}
            onChange={() => onSet({ ...rest, ...(isByRadius ? NEW_CORNER.bySpeed : NEW_CORNER.byRadius) })}
          >
            <option value="radius">radius</option>
            <option value="speed">speed</option>
          </Select>
          <FigureField
            label={`Corner of leg ${place}`}
            path={isByRadius ? 'run.course.legs.radiusM' : 'run.course.legs.cornerMs'}
            value={isByRadius ? radiusM : cornerMs}
            className="w-10"
            onSet={(value) => value !== undefined && onSet(isByRadius ? { ...rest, radiusM: value } : { ...rest, cornerMs: value })}
          />
        </span>
      </td>
      <td className="py-1">
        <FigureField
          label={`Seconds of corner ${place}`}
          path="run.course.legs.cornerS"
          value={leg.cornerS}
          className="w-8"
          onSet={(cornerS) => cornerS !== undefined && onSet({ ...leg, cornerS })}
        />
      </td>
      <td className="py-1 text-right">
        <button
          type="button"
          className="grid size-7 place-items-center rounded-sm hover:bg-wash disabled:opacity-40 max-sm:size-thumb"
          aria-label={`Remove leg ${place}`}
          disabled={isOnly}
          onClick={onRemove}
        >
          <X size={14} />
        </button>
      </td>
    </tr>
  );
}
