import {
  carOfDay,
  driveHidden,
  nowOf,
  wornOf,
  reckoningOf,
  type Day,
  type Driven,
  type DriveRequest,
  type Limits,
  type Reckoning,
  type Temperatures,
} from '@puddler/core';
import { serve } from './serve';

/** What came of a drive; what it was like from moment to moment stays with the instruments. */
export type DriveOutcome = Driven['outcome'];

const tasks = {
  /** Drives the day’s hidden car from how warm it is now. */
  drive({ day, wish }: { day: Day; wish: DriveRequest }): DriveOutcome {
    const hidden = carOfDay(day);
    return driveHidden(hidden, wish, nowOf(day, hidden), wornOf(day)).outcome;
  },

  /** How warm the car truly is now: for the wait until it is cool, never shown. */
  now: (day: Day): Temperatures => nowOf(day, carOfDay(day)),

  reckonings: ({ days, limits }: { days: Day[]; limits: Limits }): Reckoning[] => days.map((day) => reckoningOf(day, limits)),

  reckoning: ({ day, limits }: { day: Day; limits: Limits }): Reckoning => reckoningOf(day, limits),
};

export type PracticeTasks = typeof tasks;

serve(tasks);
