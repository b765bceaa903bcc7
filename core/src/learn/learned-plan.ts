import type { LearnedFigures, PlanFile } from '../plan/plan-file';
import type { Matrix } from '../math/matrix';
import { topSpeedBand } from '../predict/bands';
import { solveTopSpeed } from '../predict/top-speed';
import { NARROWED } from '../resolve/learned-figures';
import { resolvePlan } from '../resolve/resolve-plan';

/** Digits that are kept of a learned figure and its covariance: far finer than any run tells. */
const DIGITS = 7;
const kept = (value: number) => Number(value.toPrecision(DIGITS));

/** What a fit says of figures: logarithms of the factors on them, and their covariance, whole. */
interface Taught {
  runs: string[];
  figures: { key: string; sigma: number }[];
  theta: number[];
  covariance: Matrix;
}

/** What runs have taught as a plan carries it: figures, and the whole matrix of how they go together. */
export const learnedFigures = ({ figures, theta, covariance, runs }: Taught): LearnedFigures => ({
  from: runs,
  figures: figures.map(({ key, sigma }, i) => ({ key, ln: kept(theta[i]!), before: kept(sigma) })),
  covariance: covariance.flatMap((row, i) => row.slice(0, i + 1).map(kept)),
});

/** The plan with what runs have taught: whatever resolves or predicts it takes that. */
export const withLearned = (plan: PlanFile, learned: Taught): PlanFile => ({ ...plan, learned: learnedFigures(learned) });

/** An answer has moved when it is off by this share of its band, or when that is as much narrower as makes a figure count. */
const MOVED = 1 / 3;

/** Whether what was learned moves the top speed of a plan, though no single figure may have grown surer. Throws PlanError. */
export function movesTopSpeed(plan: PlanFile, learned: LearnedFigures): boolean {
  const answer = (file: PlanFile) => {
    const resolved = resolvePlan(file);
    const { p10, p90 } = topSpeedBand(file, resolved);
    return { topSpeedMs: solveTopSpeed(resolved).topSpeedMs, widthMs: p90 - p10 };
  };
  const [before, after] = [answer(plan), answer({ ...plan, learned })];
  return Math.abs(after.topSpeedMs - before.topSpeedMs) > MOVED * before.widthMs || after.widthMs < NARROWED * before.widthMs;
}
