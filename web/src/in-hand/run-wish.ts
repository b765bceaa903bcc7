import { limitsWith, type LimitChanges, type PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import { useAppSelector } from '../desk/store';
import { benchOf, carOf, planOf } from '../desk/selectors';
import type { RunWish } from '../workers/predict-worker';
import { planFileFor } from './joined-plan';

export const USUAL_RAMP_S = 0.2;

const wishes: RunWish[] = [];
const MOST_KEPT = 60;

/** The same object for the same wish, so that results remembered by it are found again. */
function wishOf(builder: LimitChanges, plan: LimitChanges | undefined, stock: PlanFile | undefined, rampS: number): RunWish {
  const limits = limitsWith(builder, plan);
  const text = JSON.stringify(limits);
  const known = wishes.find((one) => one.stock === stock && one.rampS === rampS && JSON.stringify(one.limits) === text);
  if (known) return known;
  const fresh: RunWish = { limits, stock, rampS };
  wishes.unshift(fresh);
  wishes.length = Math.min(wishes.length, MOST_KEPT);
  return fresh;
}

/** What a plan's run is judged by: the builder's limits, the plan's own, and the car as bought. */
export function useRunWish(carId: string, planLimits: LimitChanges | undefined, rampS = USUAL_RAMP_S): RunWish {
  const builder = useAppSelector((state) => state.prefs.limits);
  const car = useAppSelector((state) => carOf(state, carId));
  const stockId = useAppSelector((state) => benchOf(state, carId)?.stockPlanId);
  const stock = useAppSelector((state) => (stockId ? planOf(state, stockId)?.plan : undefined));
  return useMemo(
    () => wishOf(builder, planLimits, car && stock ? planFileFor(car, stock) : undefined, rampS),
    [builder, planLimits, car, stock, rampS],
  );
}
