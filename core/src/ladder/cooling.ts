import type { TypedReading } from '../log/run-file';
import { surfaceOf } from '../log/thermometer';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { stoodFor, type Temperatures } from '../predict/cool-down';

/** The next run starts under this where nothing else is chosen [°C]. */
export const USUAL_READY_C = 40;
/** Warmer than the air by so much at least: a can never gets quite as cool as the air. */
export const LEAST_OVER_AIR_K = 5;
/** How far a reading of a thermometer is believed [K], and how far the estimated rate of cooling. */
const READ_SIGMA_K = 1.5;
const RATE_SIGMA = 0.25;
const RATES = { from: 0.5, to: 2, step: 0.02 };
const LONGEST_S = 4 * 3600;
const STEP_S = 5;

/** How a car cools after it has stopped, by its plan and what was read since. */
export interface CoolingDown {
  /** Temperatures as it stopped, and how much faster than the plan’s estimate it cools. */
  from: Temperatures;
  rate: number;
  /** Seconds after the stop when can, ESC and pack are under what was chosen; undefined where the air is too warm for it. */
  readyS: number | undefined;
}

/** The temperatures of a cooling car some seconds after its stop. */
export const cooledTo = (plan: ResolvedPlan, { from, rate }: Pick<CoolingDown, 'from' | 'rate'>, afterS: number): Temperatures =>
  stoodFor(plan, from, rate * afterS);

const timed = (readings: readonly TypedReading[], of: TypedReading['of'], ambientC: number) =>
  readings
    .filter((one) => one.of === of)
    .map(({ c, afterStopS = 0 }) => ({ c: surfaceOf(c, ambientC), afterS: afterStopS }))
    .sort((a, b) => a.afterS - b.afterS);

/**
 * Fits the cooling of a car to what was read after its stop. One reading of the can says how warm it is, two some time apart say how fast it
 * cools too. What was not read is as warm as `guess` says. Throws RangeError without a reading of the can.
 */
export function coolingOf(
  plan: ResolvedPlan,
  readings: readonly TypedReading[],
  guess: { windingOverCanK: number; escC: number; packC: number },
  readyC: number,
): CoolingDown {
  const { ambientC } = plan.site;
  const can = timed(readings, 'can', ambientC);
  if (can.length === 0) throw new RangeError('No reading of the can.');
  const [esc, pack] = [timed(readings, 'esc', ambientC)[0]?.c ?? guess.escC, timed(readings, 'pack', ambientC)[0]?.c ?? guess.packC];
  const fitted = (rate: number) => {
    // The can at the stop is what makes the first reading right; it is nearly as much higher or lower as that is.
    let canC = can[0]!.c;
    let from: Temperatures = { windingC: canC, canC, escC: esc, packC: pack };
    for (let i = 0; i < 4; i++) {
      from = { windingC: canC + guess.windingOverCanK, canC, escC: esc, packC: pack };
      canC += can[0]!.c - cooledTo(plan, { from, rate }, can[0]!.afterS).canC;
    }
    const off = can.slice(1).reduce((sum, one) => sum + ((cooledTo(plan, { from, rate }, one.afterS).canC - one.c) / READ_SIGMA_K) ** 2, 0);
    return { from, rate, cost: off + (Math.log(rate) / RATE_SIGMA) ** 2 };
  };
  let best = fitted(1);
  if (can.length > 1)
    for (let rate = RATES.from; rate <= RATES.to + 1e-9; rate += RATES.step) {
      const one = fitted(rate);
      if (one.cost < best.cost) best = one;
    }
  const { from, rate } = best;
  return { from, rate, readyS: readyAfter(plan, { from, rate }, readyC) };
}

function readyAfter(plan: ResolvedPlan, cooling: Pick<CoolingDown, 'from' | 'rate'>, readyC: number): number | undefined {
  if (readyC < plan.site.ambientC + 1) return undefined;
  const isReady = ({ canC, escC, packC }: Temperatures) => Math.max(canC, escC, packC) <= readyC;
  let [under, over] = [0, 0];
  // After the stop the winding still warms the can: the last moment that it is over counts.
  let now = cooling.from;
  for (let s = 0; s <= LONGEST_S; s += STEP_S) {
    if (!isReady(now)) over = s + STEP_S;
    else under++;
    if (under * STEP_S > 600) break;
    now = stoodFor(plan, now, cooling.rate * STEP_S);
  }
  return over > LONGEST_S ? undefined : over;
}
