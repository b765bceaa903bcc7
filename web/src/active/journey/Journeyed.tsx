import { latePart } from '../../ui/late-part';

/** Draws its child with how far a plan is: at first with `undefined`, until that is known. */
export const Journeyed = latePart(
  'What comes next',
  () => import('./WithJourney'),
  ({ children }) => children(undefined),
);
