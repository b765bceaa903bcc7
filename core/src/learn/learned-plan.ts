import type { PlanFile } from '../plan/plan-file';
import { resolvePlan, type ResolvedPlan } from '../plan/resolve-plan';
import { BAND_SAMPLES, BandSampler, type Bands } from '../predict/bands';
import { Draws, type Draw, type DrawSource } from '../predict/draws';
import { normal, randomStream } from '../predict/random';
import { predictSteady, type Steady } from '../predict/steady';
import { scalableCopy, type UncertainFigure } from '../predict/uncertain-figures';
import type { Learned } from './learn';
import { cholesky, type Matrix } from './matrix';
import { keyOf } from './parameters';

/** What a plan shares with the runs: its figures by their places among the learned ones. */
function sharedOf(plan: PlanFile, figures: readonly UncertainFigure[], learned: Learned): (number | undefined)[] {
  return figures.map(({ path }) => {
    const at = learned.figures.findIndex((figure) => figure.key === keyOf(path, plan));
    return at < 0 ? undefined : at;
  });
}

/**
 * Draws plans jointly from what the runs have taught, with their whole covariance, for the figures that the plan shares with them; from
 * what is usual for the rest. Drag and rolling come out nearly opposite: drawn each by itself the bands would be false.
 */
export class LearnedDraws implements DrawSource {
  readonly figures: UncertainFigure[];
  private readonly usual: Draws;
  private readonly random: () => number;
  private readonly shared: (number | undefined)[];
  private readonly places: number[];
  private readonly triangle: Matrix;

  constructor(
    plan: PlanFile,
    private readonly resolved: ResolvedPlan,
    private readonly learned: Learned,
    seed = 1,
  ) {
    this.usual = new Draws(plan, resolved, seed);
    this.figures = this.usual.figures;
    this.random = randomStream(seed ^ 0x5eed);
    this.shared = sharedOf(plan, this.figures, learned);
    this.places = this.shared.filter((at) => at !== undefined);
    this.triangle = cholesky(this.places.map((a) => this.places.map((b) => learned.covariance[a]![b]!))) ?? [];
  }

  next(): Draw {
    const { figures, learned, places } = this;
    const { deviations } = this.usual.next();
    const standard = places.map(() => normal(this.random));
    const resolved = scalableCopy(this.resolved);
    for (const [i, figure] of figures.entries()) {
      const at = this.shared[i];
      if (at !== undefined) {
        const row = this.triangle[places.indexOf(at)];
        const off = row ? row.reduce((sum, value, k) => sum + value * standard[k]!, 0) : 0;
        deviations[i] = (learned.theta[at]! + off) / figure.sigma;
      }
      figure.scale(resolved, Math.exp(figure.sigma * deviations[i]!));
    }
    return { deviations, resolved };
  }
}

/** The plan as it resolves once what the runs have taught is taken. */
export function resolveLearned(plan: PlanFile, learned: Learned): ResolvedPlan {
  const { figures } = new Draws(plan, resolvePlan(plan));
  const shared = sharedOf(plan, figures, learned);
  const copy = scalableCopy(resolvePlan(plan));
  for (const [i, figure] of figures.entries()) if (shared[i] !== undefined) figure.scale(copy, Math.exp(learned.theta[shared[i]]!));
  return copy;
}

/** A prediction with what the runs have taught, and its bands drawn jointly from it. */
export function predictLearned(plan: PlanFile, learned: Learned, { seed = 1, samples = BAND_SAMPLES } = {}): { steady: Steady; bands: Bands } {
  const resolved = resolvePlan(plan);
  const sampler = new BandSampler(plan, resolved, seed, new LearnedDraws(plan, resolved, learned, seed));
  sampler.add(samples);
  return { steady: predictSteady(resolveLearned(plan, learned)), bands: sampler.bands() };
}
