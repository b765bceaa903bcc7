import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../plan/resolve-plan';
import { normal, randomStream } from './random';
import { scalableCopy, uncertainFigures, type UncertainFigure } from './uncertain-figures';

/** One plan that the uncertain figures of another might just as well stand for. */
export interface Draw {
  /** How many standard deviations each figure lies off, in the order of `figures`. */
  deviations: number[];
  resolved: ResolvedPlan;
}

/** Whatever draws plans: from what nobody measured, or from what runs have taught. */
export interface DrawSource {
  readonly figures: UncertainFigure[];
  next(): Draw;
}

/** Draws plans whose uncertain figures vary as docs/model.md section 7 says. The same seed gives the same draws. */
export class Draws implements DrawSource {
  readonly figures: UncertainFigure[];
  private readonly random: () => number;

  constructor(
    plan: PlanFile,
    private readonly resolved: ResolvedPlan,
    seed = 1,
  ) {
    this.figures = uncertainFigures(plan, resolved);
    this.random = randomStream(seed);
  }

  next(): Draw {
    const { figures } = this;
    const resolved = scalableCopy(this.resolved);
    const deviations = figures.map(() => normal(this.random));
    for (const [i, { goesWith }] of figures.entries()) {
      const other = goesWith ? figures.findIndex(({ path }) => path === goesWith.path) : -1;
      if (goesWith && other >= 0)
        deviations[i] = goesWith.correlation * deviations[other]! + Math.sqrt(1 - goesWith.correlation ** 2) * deviations[i]!;
    }
    for (const [i, figure] of figures.entries()) figure.scale(resolved, Math.exp(figure.sigma * deviations[i]!));
    return { deviations, resolved };
  }
}
