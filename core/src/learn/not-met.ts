import type { LearnedFigures, PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { keyOf } from '../resolve/learned-figures';
import { uncertainFigures } from '../resolve/uncertain-figures';
import type { UncertainPath } from '../resolve/uncertain-rows';

/** A part of a plan that was in none of the runs, and how unsure its leading figure stays. */
export interface NotMet {
  part: 'motor' | 'pack' | 'tyre';
  figure: string;
  /** Standard deviation of the figure’s logarithm. */
  sigma: number;
}

const LEADING: readonly (readonly [NotMet['part'], UncertainPath])[] = [
  ['motor', 'motor.kvRpmPerV'],
  ['pack', 'packs[0].cellResistanceOhm'],
  ['tyre', 'car.tyre.diameterMm'],
];

/** The parts of a plan that the runs did not meet: what they taught does not make these surer. Throws PlanError. */
export function notMet(plan: PlanFile, { figures }: Pick<LearnedFigures, 'figures'>): NotMet[] {
  const uncertain = uncertainFigures(plan, resolvePlan(plan));
  return LEADING.flatMap(([part, path]) => {
    const figure = uncertain.find((one) => one.path === path);
    if (!figure || figures.some(({ key }) => key === keyOf(path, plan))) return [];
    return [{ part, figure: figure.label, sigma: figure.sigma }];
  });
}
