import type { Column, ColumnChoice } from './columns';
import type { Samples } from './samples';

/** Something in a log that is not as it should be: where, what, and how often. */
export interface LogProblem {
  line: number;
  column?: string;
  what: string;
  count: number;
}

/** A log as read: what its columns are, what was wrong, and its runs, each in SI with time from its first sample. */
export interface LogReading {
  columns: Column[];
  /** The first values of each column as they stand in the file. */
  first: string[][];
  problems: LogProblem[];
  /** A time that begins again, or a head in the middle, begins another run. */
  runs: Samples[];
}

export type LogOutcome = { ok: true; reading: LogReading } | { ok: false; line: number; reason: string };

export interface LogOptions {
  /** Magnet poles of the motor: electrical rpm are divided by their pairs. */
  poles?: number;
  /** Cells in series: volts of a cell become the pack’s. */
  cells?: number;
  /** What someone has said of some columns, by their heads. */
  chosen?: readonly ColumnChoice[];
}
