import type { LoggedRun } from './logged-run';
import { assemble } from './assemble';
import { evidenceOf } from './evidence';
import { NARROWED, withoutLearned } from '../resolve/learned-figures';
import { learnedFigures, movesTopSpeed } from './learned-plan';
import { fit, type Fit, type FitOutcome, type FittedRun } from './fit';
import type { Matrix } from '../math/matrix';
import type { LearnFigure } from './parameters';
import { weighInputErrors, type InputErrorHypothesis } from './input-errors';

/** A figure before and after the runs. */
export interface LearnedFigure extends LearnFigure {
  /** Its value now. */
  learned: number;
  /** Standard deviation of its logarithm now. */
  learnedSigma: number;
  /** Whether the runs narrowed it by a fifth: then it counts. */
  counts: boolean;
  /** Names of the runs that carry it, the strongest first. */
  carriedBy: string[];
}

/** A figure of a run that fits badly. */
interface Misfit {
  run: string;
  what: string;
  measured: number;
  /** How many standard deviations it lies off. */
  residual: number;
}

/** What runs say of a car, docs/model.md section 11. */
export interface Learned {
  /** Names of the runs. */
  runs: string[];
  outcome: FitOutcome;
  steps: number;
  figures: LearnedFigure[];
  /** Logarithms of the factors on `figures`, and their covariance, whole. */
  theta: number[];
  covariance: Matrix;
  slips: InputErrorHypothesis[];
  misfits: Misfit[];
  /** Places of two runs that contradict each other: one of them should be left out. */
  contradicting: number[];
  /** Whether there is something to take: a figure that counts, or an answer that moves though no single figure does. */
  isWorthTaking: boolean;
}

const FITS_BADLY = 3;

/** Learns a car from its runs; `report` is told what it is at, and the share that is done. Pure, and bounded whatever the runs hold. Throws PlanError when a run’s plan cannot be computed. */
export function learn(runs: readonly LoggedRun[], report: (what: string, share: number) => void = () => undefined): Learned {
  const evidences = runs.map((run, i) => {
    report('reading what the runs say', (0.1 * i) / runs.length);
    return evidenceOf(run, i);
  });
  const { parameters, runs: fitted } = assemble(runs, evidences);
  report('fitting', 0.1);
  const found = fit(fitted, parameters.priorPrecision());
  const { places } = parameters;
  const taught = {
    runs: evidences.map((one) => one.name),
    figures: parameters.figures.map((figure, k) => figureAfter(figure, places[k]!, found, fitted)),
    theta: places.map((at) => found.theta[at]!),
    covariance: places.map((a) => places.map((b) => found.covariance[a]![b]!)),
  };
  const isFitted = found.outcome === 'converged' || found.outcome === 'max-steps';
  return {
    ...taught,
    outcome: found.outcome,
    steps: found.steps,
    isWorthTaking:
      isFitted &&
      (taught.figures.some((figure) => figure.counts) || runs.some(({ plan }) => movesTopSpeed(withoutLearned(plan), learnedFigures(taught)))),
    contradicting: isFitted ? found.contradicting : [],
    slips: isFitted ? weighInputErrors(runs, evidences, found, (share) => report('weighing slips', 0.5 + 0.5 * share)) : [],
    misfits: found.residuals
      .filter(({ residual }) => Math.abs(residual) > FITS_BADLY)
      .map(({ run, feature, residual }) => {
        const { kind, label, value } = evidences[run]!.features[feature]!;
        return {
          run: evidences[run]!.name,
          what: label,
          measured: kind === 'can' || kind === 'ESC' || kind === 'pack' ? value : Math.exp(value),
          residual,
        };
      }),
  };
}

function figureAfter(figure: LearnFigure, at: number, found: Fit, runs: readonly FittedRun[]): LearnedFigure {
  const learnedSigma = Math.sqrt(found.covariance[at]![at]!);
  const byRun = runs.map((_, r) => found.residuals.filter(({ run }) => run === r).reduce((sum, { pull }) => sum + pull[at]! ** 2, 0));
  const most = Math.max(...byRun, 0);
  return {
    ...figure,
    learned: figure.value * Math.exp(found.theta[at]!),
    learnedSigma,
    counts: learnedSigma < NARROWED * figure.sigma,
    carriedBy: runs
      .map(({ evidence }, r) => ({ name: evidence.name, share: byRun[r]! }))
      .filter(({ share }) => share > 0.1 * most && share > 0)
      .sort((a, b) => b.share - a.share)
      .map(({ name }) => name),
  };
}
