import type { LearnedFigures, PlanFile } from '../plan/plan-file';
import type { Learned } from './learn';

/** Digits that are kept of a learned figure and its covariance: far finer than any run tells. */
const DIGITS = 7;
const kept = (value: number) => Number(value.toPrecision(DIGITS));

/** What runs have taught as a plan carries it: figures, and the whole matrix of how they go together. */
export const learnedFigures = ({ figures, theta, covariance, runs }: Learned): LearnedFigures => ({
  from: runs,
  figures: figures.map(({ key, sigma }, i) => ({ key, ln: kept(theta[i]!), before: kept(sigma) })),
  covariance: covariance.flatMap((row, i) => row.slice(0, i + 1).map(kept)),
});

/** The plan with what runs have taught: whatever resolves or predicts it takes that. */
export const withLearned = (plan: PlanFile, learned: Learned): PlanFile => ({ ...plan, learned: learnedFigures(learned) });
