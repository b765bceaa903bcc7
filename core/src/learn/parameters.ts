import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { keyOf } from '../resolve/learned-figures';
import { uncertainFigures, type UncertainFigure } from '../resolve/uncertain-figures';
import { cholesky, inverseBy, zeros, type Matrix } from '../math/matrix';

/** A figure that runs teach, under a name that tells whose it is: a part’s, a ground’s, or the car’s. */
export interface LearnFigure {
  key: string;
  path: UncertainFigure['path'];
  label: string;
  /** Standard deviation of its logarithm before any run. */
  sigma: number;
  /** Its value before any run; 1 where the figure is a factor. */
  value: number;
}

/** What is not the car’s: sensors of one run, and how it began. */
export type Nuisance = 'gainA' | 'offsetA' | 'gainV' | 'charge' | 'restV' | 'windMs' | 'grade' | 'fullThrottle';
export const NUISANCE_SIGMA: Record<Exclude<Nuisance, 'fullThrottle'>, number> = {
  gainA: 0.03,
  /** Amps that a sensor shows of none. */
  offsetA: 0.3,
  gainV: 0.005,
  charge: 0.02,
  restV: 0.02,
  windMs: 2.5,
  grade: 0.006,
};
/** Of passes one way only. */
export const ONE_WAY_SIGMA = { windMs: 4, grade: 0.015 };

/** The parameters of a fit: figures that runs share, then each run’s own. */
export class Parameters {
  readonly figures: LearnFigure[] = [];
  private readonly at = new Map<string, number>();
  private readonly sigmas: number[] = [];
  private readonly together: [number, number, number][] = [];

  /** Takes in the figures of a run’s plan. Returns them with their places. */
  add(plan: PlanFile, resolved: ResolvedPlan): { figure: UncertainFigure; at: number }[] {
    const figures = uncertainFigures(plan, resolved).filter(({ learnable }) => learnable);
    const placed = figures.map((figure) => {
      const key = keyOf(figure.path, plan);
      let at = this.at.get(key);
      if (at === undefined) {
        at = this.sigmas.push(figure.sigma) - 1;
        this.at.set(key, at);
        const origin = (resolved.provenance as Partial<Record<string, { value: unknown }>>)[figure.path];
        this.figures.push({
          key,
          path: figure.path,
          label: figure.label,
          sigma: figure.sigma,
          value: typeof origin?.value === 'number' ? origin.value : 1,
        });
        this.places.push(at);
      }
      return { figure, at };
    });
    for (const { figure, at } of placed) {
      const other = figure.correlatesWith && placed.find((one) => one.figure.path === figure.correlatesWith!.path);
      if (figure.correlatesWith && other && !this.together.some(([a]) => a === at))
        this.together.push([at, other.at, figure.correlatesWith.correlation]);
    }
    return placed;
  }

  /** Where each of `figures` stands among the parameters. */
  readonly places: number[] = [];

  /** A parameter of one run alone. */
  own(sigma: number): number {
    return this.sigmas.push(sigma) - 1;
  }

  get count(): number {
    return this.sigmas.length;
  }

  sigmaOf(at: number): number {
    return this.sigmas[at]!;
  }

  /** The inverse of the covariance that the parameters have before any run. */
  priorPrecision(): Matrix {
    const n = this.count;
    const covariance = zeros(n);
    for (let i = 0; i < n; i++) covariance[i]![i] = this.sigmas[i]! ** 2;
    for (const [a, b, correlation] of this.together) covariance[a]![b] = covariance[b]![a] = correlation * this.sigmas[a]! * this.sigmas[b]!;
    return inverseBy(cholesky(covariance)!);
  }
}
