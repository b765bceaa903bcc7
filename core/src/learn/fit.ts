import { scalableCopy, type UncertainFigure } from '../resolve/uncertain-figures';
import type { Evidence } from './feature';
import { cholesky, dot, inverseBy, logDeterminantBy, quadratic, solveWith, times, zeros, type Matrix } from '../math/matrix';
import { contradictionOf } from './contradiction';
import { NUISANCE_SIGMA, ONE_WAY_SIGMA, type Nuisance } from './parameters';

/** How a fit ended. */
export type FitOutcome = 'converged' | 'max-steps' | 'no-evidence' | 'not-computable';

/** The figures that make runs most probable, with how sure they are. */
export interface Fit {
  outcome: FitOutcome;
  steps: number;
  /** Logarithms of factors on the parameters. */
  theta: number[];
  covariance: Matrix;
  cost: number;
  /** Places of the two runs that contradict each other most, where any do. */
  contradicting: number[];
  /** −cost + ½ ln |C|, for weighing one supposition against another. */
  evidence: number;
  /** Feature by feature: run, and how many standard deviations it lies off. */
  residuals: { run: number; feature: number; residual: number; pull: number[] }[];
}

/** One run with the places of its parameters. */
export interface FittedRun {
  evidence: Evidence;
  placed: readonly { figure: UncertainFigure; at: number }[];
  own: Partial<Record<Nuisance, number>>;
}

/** Student’s degrees of freedom: two wild figures in four do little. */
const STUDENT_T_DOF = 4;
const DIFFERENCE = 0.01;
/** Under so many amps an offset is all there is [A]. */
const LEAST_A = 1;
const STEP_LIMIT = 0.4;
const SETTLED = 1e-4;
const MOST_STEPS = 20;

/** What the runs would show if the figures were as supposed: one value for each feature. */
function modelOf({ evidence, placed, own }: FittedRun, theta: readonly number[]): number[] {
  const copy = scalableCopy(evidence.resolved);
  for (const { figure, at } of placed) figure.scale(copy, Math.exp(theta[at]!));
  // What a run lacks is as supposed: by a factor of one, or nothing on top.
  const of = (place: number | undefined) => (place === undefined ? 0 : theta[place]!);
  copy.startCharge = own.charge === undefined ? copy.startCharge : Math.min(1, Math.max(0.02, copy.startCharge + of(own.charge)));
  copy.driver.fullThrottle *= Math.exp(of(own.fullThrottle));
  const restV = of(own.restV) * copy.pack.cells;
  const values = evidence.model(copy, { restV, windMs: of(own.windMs), grade: of(own.grade) });
  return values.map((value, i) => {
    const gain = evidence.features[i]?.gain;
    if (gain === 'gainV') return value + of(own.gainV);
    if (gain === '1/gainV') return value - of(own.gainV);
    if (gain !== 'gainA') return value;
    const gained = value + of(own.gainA);
    // An offset tells the more the fewer the amps.
    return gained + of(own.offsetA) / Math.max(LEAST_A, Math.exp(gained));
  });
}

const weightOf = (residual: number) => (STUDENT_T_DOF + 1) / (STUDENT_T_DOF + residual * residual);
const costOf = (residual: number) => ((STUDENT_T_DOF + 1) / 2) * Math.log(1 + (residual * residual) / STUDENT_T_DOF);

/** Every feature of all runs with how many standard deviations it lies off. */
function* featuresOf(runs: readonly FittedRun[], residuals: readonly number[][]) {
  for (const [r, { evidence }] of runs.entries())
    for (const [i, { weight }] of evidence.features.entries()) yield { r, i, weight, residual: residuals[r]![i]! };
}

/** All runs’ residuals, and how they change with each parameter. */
class Problem {
  constructor(
    readonly runs: readonly FittedRun[],
    readonly prior: Matrix,
  ) {}

  residuals(theta: readonly number[]): number[][] {
    return this.runs.map((run) => {
      const model = modelOf(run, theta);
      return run.evidence.features.map(({ value, sigma }, i) => (value - model[i]!) / sigma);
    });
  }

  cost(residuals: readonly number[][], theta: readonly number[]): number {
    let misfit = 0;
    for (const { weight, residual } of featuresOf(this.runs, residuals)) misfit += weight * costOf(residual);
    return misfit + 0.5 * quadratic(this.prior, theta);
  }

  /** −∂residual/∂θ of every run, by central differences over the parameters that it has. */
  jacobian(theta: readonly number[]): Matrix[] {
    return this.runs.map((run) => {
      const rows = zeros(run.evidence.features.length, theta.length);
      const places = [...run.placed.map((one) => one.at), ...Object.values(run.own)];
      for (const j of places) {
        const bent = [...theta];
        bent[j] = theta[j]! + DIFFERENCE;
        const up = modelOf(run, bent);
        bent[j] = theta[j]! - DIFFERENCE;
        const down = modelOf(run, bent);
        for (const [i, { sigma }] of run.evidence.features.entries()) rows[i]![j] = (up[i]! - down[i]!) / (2 * DIFFERENCE * sigma);
      }
      return rows;
    });
  }

  /** JᵀWJ and JᵀWr. */
  normal(jacobian: readonly Matrix[], residuals: readonly number[][]): { squares: Matrix; toward: number[] } {
    const n = this.prior.length;
    const squares = zeros(n);
    const toward = new Array<number>(n).fill(0);
    for (const { r, i, weight, residual } of featuresOf(this.runs, residuals)) {
      const row = jacobian[r]![i]!;
      const w = weight * weightOf(residual);
      // A run has few of all parameters.
      const places = placesIn(row);
      for (const a of places) {
        const slope = w * row[a]!;
        const squaresOfA = squares[a]!;
        toward[a]! += slope * residual;
        for (const b of places) squaresOfA[b]! += slope * row[b]!;
      }
    }
    return { squares, toward };
  }
}

function placesIn(row: readonly number[]): number[] {
  const places: number[] = [];
  for (let i = 0; i < row.length; i++) if (row[i] !== 0) places.push(i);
  return places;
}

const scaledBy = (matrix: Matrix, by: number): Matrix => matrix.map((row) => row.map((value) => value * by));
const plus = (a: Matrix, b: Matrix, damping: number) => a.map((row, i) => row.map((value, j) => value + b[i]![j]! * (i === j ? 1 + damping : 1)));

/**
 * The most probable figures by damped Gauss–Newton, docs/model.md section 11. With `from` a fit that is near: its slopes are kept, which
 * is enough to weigh a supposition. Bounded; the outcome is named.
 */
export function fit(
  runs: readonly FittedRun[],
  prior: Matrix,
  from?: { theta: readonly number[]; jacobian: readonly Matrix[] },
): Fit & { jacobian: Matrix[] } {
  const problem = new Problem(runs, prior);
  const n = prior.length;
  let theta = from ? [...from.theta] : new Array<number>(n).fill(0);
  let residuals = problem.residuals(theta);
  let cost = problem.cost(residuals, theta);
  let jacobian = from ? [...from.jacobian] : problem.jacobian(theta);
  let damping = 1e-3;
  let [outcome, steps]: [FitOutcome, number] = ['max-steps', 0];
  const count = runs.reduce((sum, run) => sum + run.evidence.features.length, 0);
  if (count === 0) outcome = 'no-evidence';
  else if (!Number.isFinite(cost)) outcome = 'not-computable';
  else
    while (steps < MOST_STEPS) {
      steps++;
      const { squares, toward } = problem.normal(jacobian, residuals);
      const pull = times(prior, theta);
      let moved = 0;
      let taken = false;
      for (let tries = 0; tries < 6 && !taken; tries++) {
        const triangle = cholesky(plus(squares, prior, damping));
        if (!triangle) {
          damping = Math.max(1e-6, damping * 10);
          continue;
        }
        const step = solveWith(
          triangle,
          toward.map((value, i) => value - pull[i]!),
        ).map((value) => Math.min(STEP_LIMIT, Math.max(-STEP_LIMIT, value)));
        const next = theta.map((value, i) => value + step[i]!);
        const after = problem.residuals(next);
        const nextCost = problem.cost(after, next);
        if (nextCost <= cost + 1e-9) {
          moved = Math.max(...step.map(Math.abs));
          [theta, residuals, cost, taken] = [next, after, nextCost, true];
          damping = Math.max(1e-7, damping / 10);
        } else damping *= 10;
      }
      if (!taken || moved < SETTLED) {
        outcome = 'converged';
        break;
      }
      if (!from) jacobian = problem.jacobian(theta);
    }
  const { squares } = problem.normal(jacobian, residuals);
  // Slopes that are not finite leave the prior as it was.
  const triangle = cholesky(plus(squares, prior, 0)) ?? cholesky(prior)!;
  const plain = inverseBy(triangle);
  const weight = runs.reduce((sum, run) => sum + run.evidence.features.reduce((own, one) => own + one.weight, 0), 0);
  let square = 0;
  for (const one of featuresOf(runs, residuals)) square += one.weight * weightOf(one.residual) * one.residual ** 2;
  // Both are symmetric: the trace of their product.
  const taught = plain.reduce((sum, row, i) => sum + dot(row, squares[i]!), 0);
  const contradiction = contradictionOf(runs, residuals, jacobian, plain);
  const spread = spreadOf(runs, residuals, square / Math.max(1, weight - taught), weight - taught);
  // What runs disagree on counts so much less; nothing is less sure than it was before any of them.
  const agreed =
    contradiction &&
    contradiction.widening > spread &&
    inverseBy(cholesky(plus(scaledBy(squares, 1 / contradiction.widening), prior, 0)) ?? cholesky(prior)!);
  return {
    outcome,
    steps,
    theta,
    covariance: agreed || scaledBy(plain, spread),
    cost,
    contradicting: contradiction?.between ?? [],
    evidence: -cost - 0.5 * logDeterminantBy(triangle),
    residuals: residuals.flatMap((own, run) => own.map((residual, feature) => ({ run, feature, residual, pull: jacobian[run]![feature]! }))),
    jacobian,
  };
}

/** From here on figures are beyond chance: so many of them, or misfit in whole so much over what noise explains. */
const BEYOND = { sigmas: 4, features: 2, misfit: 2 };

/**
 * By how much the covariance is widened: what the noise that was assumed does not explain. Runs that do not fit, or that contradict each other, widen it by
 * their whole misfit: the weights that keep a wild figure from leading must not make what is left look sure.
 */
function spreadOf(runs: readonly FittedRun[], residuals: readonly number[][], weighed: number, freedom: number): number {
  let [whole, beyond] = [0, 0];
  for (const { weight, residual } of featuresOf(runs, residuals)) {
    whole += weight * residual ** 2;
    if (residual ** 2 > BEYOND.sigmas ** 2) beyond++;
  }
  const misfit = whole / Math.max(1, freedom);
  return Math.max(1, misfit > BEYOND.misfit || beyond >= BEYOND.features ? misfit : weighed);
}

/** The nuisances that a run needs by what it says. */
export function nuisancesOf({ features, hasCurrent, hasVolts, isTraced, isOneWay }: Evidence, own: (sigma: number) => number): FittedRun['own'] {
  return {
    ...(hasCurrent ? { gainA: own(NUISANCE_SIGMA.gainA), offsetA: own(NUISANCE_SIGMA.offsetA) } : {}),
    ...(hasVolts ? { gainV: own(NUISANCE_SIGMA.gainV) } : {}),
    ...(features.length > 0 ? { charge: own(NUISANCE_SIGMA.charge), restV: own(NUISANCE_SIGMA.restV) } : {}),
    ...(isTraced ? { windMs: own(NUISANCE_SIGMA.windMs), grade: own(NUISANCE_SIGMA.grade) } : {}),
    ...(isOneWay ? { windMs: own(ONE_WAY_SIGMA.windMs), grade: own(ONE_WAY_SIGMA.grade) } : {}),
  };
}
