import type { ReactNode } from 'react';
import type { ActivePlan } from '../use-plan';
import { useJourney, type Journey } from './use-journey';

/** Whatever shows how far a plan is: its code comes with the rules of Buy and Fit, once the page stands. */
export default function WithJourney({ active, children }: { active: ActivePlan; children: (journey: Journey | undefined) => ReactNode }) {
  return children(useJourney(active));
}
