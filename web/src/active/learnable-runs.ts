import type { CarRun } from '@puddler/contract/shared';
import { isHeldBack } from '@puddler/core';
import { holdsFigure } from '../document-store/run-figures';
import type { StoredRun } from '../document-store/selectors';

/** The runs of a car that it is learned from: none that holds no figure or was left out, none held back without a log to tell it, and of a real car none of practice. */
export const learnable = (runs: readonly StoredRun[], isPractice: boolean): CarRun[] =>
  runs
    .filter(
      ({ run }) =>
        holdsFigure(run) &&
        !run.aside &&
        (!isHeldBack(run) || run.logs?.some((one) => one.kind === 'esc')) &&
        (isPractice || run.purpose !== 'practice'),
    )
    .map(({ run }) => run);
