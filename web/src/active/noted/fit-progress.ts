import type { Fitting, StepNote } from '@puddler/contract/shared';
import type { BenchStep } from '@puddler/core';
import { withMember } from './with-member';

/** Where a step stands: not done, done, or done for something that has changed since. */
type StepState = 'open' | 'done' | 'again';

export interface FitRow {
  step: BenchStep;
  note: StepNote;
  state: StepState;
  /** Titles of steps that should come before it and are not done. */
  waitsFor: string[];
  /** A reading that is not what it should be. */
  offReading: 'low' | 'high' | undefined;
}

const stateOf = ({ of }: BenchStep, { done }: StepNote): StepState => (done === undefined ? 'open' : done.of === of ? 'done' : 'again');

function offReading({ reading }: BenchStep, { reading: value }: StepNote): FitRow['offReading'] {
  if (!reading || value === undefined) return undefined;
  if (reading.from !== undefined && value < reading.from) return 'low';
  return reading.to !== undefined && value > reading.to ? 'high' : undefined;
}

export function fitRows(steps: readonly BenchStep[], fitting: Fitting): FitRow[] {
  const notes = new Map(fitting.steps.map((note) => [note.id, note]));
  const noteOf = (id: string): StepNote => notes.get(id) ?? { id };
  const byId = new Map(steps.map((step) => [step.id, step]));
  return steps.map((step) => {
    const note = noteOf(step.id);
    const state = stateOf(step, note);
    const waitsFor =
      state === 'done' ? [] : step.needs.filter((id) => stateOf(byId.get(id)!, noteOf(id)) !== 'done').map((id) => byId.get(id)!.title);
    return { step, note, state, waitsFor, offReading: offReading(step, note) };
  });
}

/** What was noted at steps that the plan no longer has: kept, and said. */
export const formerNotes = (steps: readonly BenchStep[], fitting: Fitting): StepNote[] =>
  fitting.steps.filter((note) => !steps.some((step) => step.id === note.id));

export const fitProgress = (rows: readonly FitRow[]): { done: number; of: number } => ({
  done: rows.filter((row) => row.state === 'done').length,
  of: rows.length,
});

/** What is noted of a step, changed. */
export const withStep = (fitting: Fitting, id: string, change: { [K in keyof StepNote]?: StepNote[K] | undefined }): Fitting => ({
  ...fitting,
  steps: withMember(fitting.steps, id, change),
});
