import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { withoutLearned } from '../resolve/learned-figures';
import { normal, randomStream } from '../math/random';
import { scalableCopy, uncertainFigures } from '../resolve/uncertain-figures';

/** A tooth counted wrong, a worn tyre, a bearing that drags: what a builder does not know of. */
export type Slip = 'pinion' | 'spur' | 'tyre' | 'bearing';
const SLIPS: readonly Slip[] = ['pinion', 'spur', 'tyre', 'bearing'];

/** The day as it is, and not as it was forecast. */
export interface Weather {
  /** Along the strip [m/s]. */
  windMs: number;
  /** Rise over run of the strip. */
  grade: number;
  ambientC: number;
}

/** A car whose true figures nobody has been told, docs/model.md section 13. */
export interface HiddenCar {
  /** As its builder believes it to be. */
  plan: PlanFile;
  /** As it is. */
  truth: ResolvedPlan;
  /** Logarithm of each true figure over the believed one, by path. */
  deviations: Record<string, number>;
  weather: Weather;
  slip: Slip | undefined;
  /** Which way a tooth was counted wrong. */
  slipBy: 1 | -1;
}

export interface HiddenOptions {
  /** Left out: in one of four days there is one. */
  slip?: Slip | 'none' | 'any';
}

const WORN_TYRE = 0.96;
const DRAGGING = 0.94;
const MOST_WIND_MS = 4;
const MOST_GRADE = 0.01;
const FORECAST_OFF_K = 2;

/** Draws a car and a day around a plan. The same seed gives the same. Throws PlanError for a plan that cannot be computed. */
export function hiddenCar(file: PlanFile, seed: number, { slip = 'any' }: HiddenOptions = {}): HiddenCar {
  // The truth is not what anyone has learned of it.
  const plan = withoutLearned(file);
  const random = randomStream(seed);
  const weather: Weather = {
    windMs: MOST_WIND_MS * random(),
    grade: MOST_GRADE * (2 * random() - 1),
    ambientC: plan.site.ambientC + FORECAST_OFF_K * (2 * random() - 1),
  };
  const drawn = random() < 0.25 ? SLIPS[Math.floor(random() * SLIPS.length)] : undefined;
  const made = slip === 'any' ? drawn : slip === 'none' ? undefined : slip;
  const believed = resolvePlan(plan);
  const slipBy = random() < 0.5 ? -1 : 1;
  const actual = resolvePlan({ ...withSlip(plan, made, slipBy), site: { ...plan.site, ambientC: weather.ambientC } });
  const truth = scalableCopy(actual);
  const deviations: Record<string, number> = {};
  const figures = uncertainFigures(plan, believed);
  const standard = figures.map(() => normal(random));
  for (const [i, { path, sigma, scale, correlatesWith }] of figures.entries()) {
    const other = correlatesWith ? figures.findIndex((one) => one.path === correlatesWith.path) : -1;
    const value =
      correlatesWith && other >= 0
        ? correlatesWith.correlation * standard[other]! + Math.sqrt(1 - correlatesWith.correlation ** 2) * standard[i]!
        : standard[i]!;
    deviations[path] = sigma * value;
    scale(truth, Math.exp(sigma * value));
  }
  if (made === 'tyre') truth.car.tyreDiameterM *= WORN_TYRE;
  if (made === 'bearing') truth.car.driveEfficiency *= DRAGGING;
  return { plan, truth, deviations, weather, slip: made, slipBy };
}

function withSlip(plan: PlanFile, slip: Slip | undefined, by: number): PlanFile {
  const { pinion, spur } = plan.gearing;
  if (slip === 'pinion' && pinion !== undefined) return { ...plan, gearing: { ...plan.gearing, pinion: pinion + by } };
  if (slip === 'spur' && spur !== undefined) return { ...plan, gearing: { ...plan.gearing, spur: spur + 2 * by } };
  return plan;
}

/** The same hidden car with other gears or another pack: what is the car's stays, docs/model.md section 11. */
export function refitted(hidden: HiddenCar, file: PlanFile): ResolvedPlan {
  const plan = withoutLearned(file);
  const truth = scalableCopy(resolvePlan({ ...plan, site: { ...plan.site, ambientC: hidden.weather.ambientC } }));
  for (const { path, scale } of uncertainFigures(plan, resolvePlan(plan))) scale(truth, Math.exp(hidden.deviations[path] ?? 0));
  if (hidden.slip === 'tyre') truth.car.tyreDiameterM *= WORN_TYRE;
  if (hidden.slip === 'bearing') truth.car.driveEfficiency *= DRAGGING;
  return truth;
}

/** The hidden car as it is truly fitted: a gear that was counted wrong at first is still that gear, another one is what it says. */
export function asFitted(hidden: HiddenCar, file: PlanFile): ResolvedPlan {
  const { gearing } = hidden.plan;
  const isStill = hidden.slip === 'pinion' ? file.gearing.pinion === gearing.pinion : hidden.slip === 'spur' && file.gearing.spur === gearing.spur;
  return refitted(hidden, isStill ? withSlip(file, hidden.slip, hidden.slipBy) : file);
}
