import type { ResolvedPlan } from '../resolve/resolved-plan';
import { HeatStores } from './heat';

/** How much hotter a motor's parts settle for each watt that flows through them, at a steady speed [K/W]. */
export interface HeatPaths {
  canToAirKPerW: number;
  windingToAirKPerW: number;
}

/** Heat paths of one motor at a speed [m/s]. */
export function heatPaths(plan: ResolvedPlan, speedMs: number): HeatPaths {
  const { canWPerK, windingWPerK } = new HeatStores(plan).motorWPerK(speedMs);
  return { canToAirKPerW: 1 / canWPerK, windingToAirKPerW: 1 / canWPerK + 1 / windingWPerK };
}
