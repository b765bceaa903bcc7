import { givenCRating } from '../plan/pack-rating';
import type { PlanFile } from '../plan/plan-file';

/** Most current that labels and plugs allow together [A]; undefined when nothing is printed. */
export function packLimitA({ packs, packWiring }: Pick<PlanFile, 'packs' | 'packWiring'>): number | undefined {
  const each = packs.map((one) => Math.min((givenCRating(one) ?? Infinity) * one.capacityAh, one.plugA ?? Infinity));
  const limit = packWiring === 'parallel' ? each.reduce((a, b) => a + b) : Math.min(...each);
  return Number.isFinite(limit) ? limit : undefined;
}
