import type { Foreseen, StepGears } from '@puddler/core';
import type { Kind } from '../kind';

/** A step as it was foreseen when the ladder was begun. */
export interface BegunStep extends StepGears {
  topSpeedMs: number;
  canC: number;
}

/** A step that was driven at the track: what was measured is in its run. */
export interface DrivenStep extends StepGears {
  id: string;
  /** ISO 8601: when it was begun. */
  at: string;
  /** When the car stopped, ISO 8601; left out while it has not. */
  stoppedAt?: string;
  runId: string;
  /** What was expected of it, frozen when it was begun. */
  foreseen: Foreseen;
  cutOff?: true;
  smell?: true;
  noise?: true;
}

/** What is noted of climbing to a plan’s target. It has the id of its plan, so that there is one. */
export interface LadderProgress {
  steps: DrivenStep[];
  /** A speed to climb to in the place of the plan's own gearing. */
  targetMs?: number;
  begun?: BegunStep[];
  /** Only gears that are owned. */
  ownedOnly?: true;
  /** Whether motor and ESC have a matt patch for the thermometer; left out while nobody has said. */
  hasPatch?: boolean;
  /** The next run starts under this [°C]. */
  readyC?: number;
}

export const MOST_DRIVEN_STEPS = 60;
export const MOST_BEGUN_STEPS = 40;
export const NO_PROGRESS: LadderProgress = { steps: [] };

export const LADDER: Kind<LadderProgress> = {
  path: 'ladders',
  noun: 'ladder',
  list: 'garage',
  parent: 'plan',
  nameOf: () => 'The ladder',
  memberIds: { steps: 'id' },
  hasIdOfParent: true,
  refersTo: { 'steps[].runId': { kind: 'run' } },
  migrations: [],
};
