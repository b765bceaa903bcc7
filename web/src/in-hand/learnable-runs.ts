import type { CarRun } from '@puddler/contract/shared';
import type { RunOnDesk } from '../desk/selectors';

/** The runs of a car that it is learned from: none that was left out, and of a real car none of practice. */
export const learnable = (runs: readonly RunOnDesk[], isPractice: boolean): CarRun[] =>
  runs.filter(({ run }) => !run.aside && (isPractice || run.purpose !== 'practice')).map(({ run }) => run);
