import type { FitChoices } from '@puddler/core';
import type { FileRef, Kind } from '../kind';

/** What is noted beside a step at the bench: the steps themselves are made from the plan. */
export interface StepNote {
  id: string;
  /** When it was ticked, and what it was done for: where that has changed since, it is to be done again. */
  done?: { at: string; of: string };
  note?: string;
  /** In the unit of the step. */
  reading?: number;
}

export interface StepPhoto extends FileRef {
  step: string;
}

/** A setting of the ESC before and after, as it was read there. */
export interface SettingNote {
  id: string;
  before?: string;
  after?: string;
  /** The day of the last change, as 2026-05-31. */
  on?: string;
}

/** What is noted of fitting a plan. It has the id of its plan, so that there is one. */
export interface Fitting {
  choices: FitChoices;
  steps: StepNote[];
  photos: StepPhoto[];
  settings: SettingNote[];
}

export const MOST_STEPS = 200;
export const NO_FITTING: Fitting = { choices: {}, steps: [], photos: [], settings: [] };

export const FITTING: Kind<Fitting> = {
  path: 'fittings',
  noun: 'fitting',
  list: 'garage',
  parent: 'plan',
  nameOf: () => 'The fitting',
  memberIds: { steps: 'id', photos: 'hash', settings: 'id' },
  hasIdOfParent: true,
  fileHashes: ({ photos }) => photos.map((photo) => photo.hash),
  migrations: [],
};
