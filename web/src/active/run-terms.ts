import { limitsWith, USUAL_RAMP_S, type LimitChanges, type Limits, type PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import { useAppSelector } from '../document-store/store';
import { asBoughtOf, carOf, learnedOf } from '../document-store/selectors';
import type { RunTerms } from '../workers/predict-worker';
import { planFileFor } from './joined-plan';

const known: RunTerms[] = [];
const MOST_KEPT = 60;

/** The same object for the same terms, so that results remembered by it are found again. */
function termsOf(builder: LimitChanges, plan: LimitChanges | undefined, stock: PlanFile | undefined, rampS: number): RunTerms {
  const limits = limitsWith(builder, plan);
  const text = JSON.stringify(limits);
  const same = known.find((one) => one.stock === stock && one.rampS === rampS && JSON.stringify(one.limits) === text);
  if (same) return same;
  const fresh: RunTerms = { limits, stock, rampS };
  known.unshift(fresh);
  known.length = Math.min(known.length, MOST_KEPT);
  return fresh;
}

/** What a plan's run is judged by: the builder's limits, the plan's own, and the car as bought. */
export function useRunTerms(carId: string, planLimits: LimitChanges | undefined, rampS = USUAL_RAMP_S): RunTerms {
  const builder = useAppSelector((state) => state.prefs.limits);
  const car = useAppSelector((state) => carOf(state, carId));
  const stock = useAppSelector((state) => asBoughtOf(state, carId));
  const learned = useAppSelector((state) => learnedOf(state, carId));
  return useMemo(
    () => termsOf(builder, planLimits, car && stock ? planFileFor(car, stock, stock, learned) : undefined, rampS),
    [builder, planLimits, car, stock, learned, rampS],
  );
}

/** The limits that hold for a plan: the builder's, changed by the plan's own. */
export function useLimits(planLimits: LimitChanges | undefined): Limits {
  const builder = useAppSelector((state) => state.prefs.limits);
  return useMemo(() => limitsWith(builder, planLimits), [builder, planLimits]);
}
