import { LONGEST_NAME } from '@puddler/contract/shared';
import { type Course, type PlannedRun } from '@puddler/core';
import { useState } from 'react';
import { useAppDispatch } from '../../document-store/store';
import { driveCourse } from '../../active/course-edits';
import type { ActivePlan } from '../../active/use-plan';
import { Button } from '../../ui/Button';
import { Input } from '../../ui/Input';

interface Props {
  active: ActivePlan;
  course: Course;
  run: Omit<PlannedRun, 'course'>;
}

/** Gives a course of one's own a name, under which it is kept with the car for its other plans. */
export function KeepCourse({ active, course, run }: Props) {
  const dispatch = useAppDispatch();
  const [name, setName] = useState(course.name ?? '');
  const keep = () => name.trim() !== '' && dispatch(driveCourse(active, { ...course, name: name.trim() }, run));
  return (
    <form
      className="mt-1 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <Input
        aria-label="Name of the course"
        className="flex-1"
        placeholder="a name for it"
        value={name}
        maxLength={LONGEST_NAME}
        onChange={(event) => setName(event.target.value)}
      />
      <Button type="submit" disabled={name.trim() === ''}>
        Keep with the car
      </Button>
    </form>
  );
}
