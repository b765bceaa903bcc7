import type { Chemistry, PlanFile } from './plan-file';

const LITHIUM: readonly Chemistry[] = ['lipo', 'lihv', 'liion', 'life'];

/** Whether any pack of a plan has cells that burn when they are overcharged or run flat. */
export const isLithium = ({ packs }: Pick<PlanFile, 'packs'>): boolean => packs.some((pack) => LITHIUM.includes(pack.chemistry));
