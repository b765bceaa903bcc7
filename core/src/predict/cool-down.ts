import type { ResolvedPlan } from '../resolve/resolved-plan';
import { HeatStores } from './heat';
import type { RunSample } from './run-types';

export type Temperatures = Pick<RunSample, 'windingC' | 'canC' | 'escC' | 'packC'>;

/** A car that stands after a run. */
export interface CoolDown {
  samples: (Temperatures & { timeS: number })[];
  /** The can when it stops and ninety seconds later: the winding's heat comes out meanwhile. */
  canNowC: number;
  canAfter90S: number;
  /** The hottest the can gets after the stop, and when. */
  canPeakC: number;
  canPeakS: number;
  /** Seconds until motor can, ESC and pack are all under the wanted temperature; undefined when the air is too warm for it. */
  readyS: number | undefined;
  /** Temperatures at that moment: where the next run starts. */
  ready: Temperatures | undefined;
}

const STEP_S = 0.5;
const LONGEST_S = 4 * 3600;
const THERMOMETER_S = 90;
const SAMPLES = 160;
const STORES = ['windingC', 'canC', 'escC', 'packC'] as const;
const NO_HEAT = { windingW: 0, canW: 0, escW: 0, packW: 0 };

/** Temperatures after a car has stood for some time [s]. */
export function stoodFor(plan: ResolvedPlan, from: Temperatures, seconds: number): Temperatures {
  const heat = new HeatStores(plan);
  for (const store of STORES) heat[store] = from[store];
  const whole = Math.floor(seconds / STEP_S);
  for (let i = 0; i < whole; i++) heat.step(STEP_S, 0, NO_HEAT);
  const rest = seconds - whole * STEP_S;
  if (rest > 0) heat.step(rest, 0, NO_HEAT);
  return { windingC: heat.windingC, canC: heat.canC, escC: heat.escC, packC: heat.packC };
}

/** Lets a car stand from given temperatures until it is under `readyC` [°C], at least ten minutes, at most four hours. */
export function coolDown(plan: ResolvedPlan, from: Temperatures, readyC: number): CoolDown {
  const heat = new HeatStores(plan);
  for (const store of STORES) heat[store] = from[store];
  const now = (): Temperatures => ({ windingC: heat.windingC, canC: heat.canC, escC: heat.escC, packC: heat.packC });
  const all: CoolDown['samples'] = [];
  let canAfter90S = from.canC;
  let [canPeakC, canPeakS] = [from.canC, 0];
  let readyS: number | undefined;
  let ready: Temperatures | undefined;
  const shownS = 600;
  for (let timeS = 0; timeS <= LONGEST_S; timeS += STEP_S) {
    if (timeS % 5 === 0) all.push({ timeS, ...now() });
    if (heat.canC > canPeakC) [canPeakC, canPeakS] = [heat.canC, timeS];
    if (timeS === THERMOMETER_S) canAfter90S = heat.canC;
    const isReady = heat.canC <= readyC && heat.escC <= readyC && heat.packC <= readyC;
    // Still rising inside: a can that only seems cool is not.
    if (readyS === undefined && isReady && heat.windingC <= readyC + 5) [readyS, ready] = [timeS, now()];
    if (timeS >= shownS && (readyS !== undefined || readyC <= plan.site.ambientC)) break;
    heat.step(STEP_S, 0, NO_HEAT);
  }
  const every = Math.max(1, Math.ceil(all.length / SAMPLES));
  return { samples: all.filter((_, i) => i % every === 0), canNowC: from.canC, canAfter90S, canPeakC, canPeakS, readyS, ready };
}
