import type { UnitSystem } from '@puddler/figures';
import { withEdits, type PlanEdit, type PlanFile } from '@puddler/core';

/** Something that cools or warms, to compare at a click. */
export interface HeatChange {
  id: string;
  label: (system: UnitSystem) => string;
  words: (system: UnitSystem) => string;
  possible: (plan: PlanFile) => boolean;
  apply: (plan: PlanFile) => PlanFile;
  /** As edits of the plan; the weather is none. */
  edits?: (plan: PlanFile) => PlanEdit[];
}

const change = (id: string, label: string, words: string, possible: HeatChange['possible'], edits: (plan: PlanFile) => PlanEdit[]): HeatChange => ({
  id,
  label: () => label,
  words: () => words,
  possible,
  edits,
  apply: (plan) => withEdits(plan, edits(plan)),
});

const WARMER_K = 15;

export const HEAT_CHANGES: readonly HeatChange[] = [
  change(
    'fan',
    'a fan',
    'One fan more on the motor',
    (plan) => (plan.cooling?.motorFans ?? 0) < 2,
    (plan) => [{ path: 'cooling.motorFans', value: (plan.cooling?.motorFans ?? 0) + 1 }],
  ),
  change(
    'sink',
    'a heat sink',
    'A heat sink on the can',
    (plan) => !plan.cooling?.motorHeatsink,
    () => [{ path: 'cooling.motorHeatsink', value: true }],
  ),
  change(
    'air',
    'open body',
    'A body that lets air to the motor',
    (plan) => plan.car.airflow !== 'open',
    () => [{ path: 'car.airflow', value: 'open' }],
  ),
  change(
    'closed',
    'closed body',
    'A closed body',
    (plan) => plan.car.airflow !== 'closed',
    () => [{ path: 'car.airflow', value: 'closed' }],
  ),
  {
    id: 'warm',
    label: (system) => (system === 'metric' ? `+${WARMER_K} °C air` : `+${Math.round(WARMER_K * 1.8)} °F air`),
    words: (system) => (system === 'metric' ? `Air ${WARMER_K} °C warmer` : `Air ${Math.round(WARMER_K * 1.8)} °F warmer`),
    possible: (plan) => plan.site.ambientC + WARMER_K <= 60,
    apply: (plan) => ({ ...plan, site: { ...plan.site, ambientC: plan.site.ambientC + WARMER_K } }),
  },
];
