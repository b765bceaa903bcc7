import { BAND_SAMPLES, learn, loggedRun, predict, withLearned } from '@puddler/core';
import { FileProblems, orProblems, readPlan, readRun } from './files';

const USAGE = `usage: npm run -s puddler -- learn run1.json [run2.json …] [--predict plan.json …]
Learns a car from its runs and prints as JSON: the outcome, every figure before and after with its spread, how the figures go together,
slips that are suspected, what does not fit, and for each plan a prediction with bands drawn from what was learned.
--predict plans  the plans to predict, up to the next option
`;

/** Prints what runs teach; returns the exit code: 0, or 2 when a file or option was refused (then nothing goes to `out`). */
export const learnVerb = (args: string[], out: (text: string) => void, err: (text: string) => void): number =>
  orProblems(err, () => {
    const [runs, plans]: [string[], string[]] = [[], []];
    let to = runs;
    for (const arg of args) {
      if (arg === '--predict') to = plans;
      else if (arg.startsWith('--')) throw new FileProblems([`${arg}: no such option; allowed: --predict`]);
      else to.push(arg);
    }
    if (runs.length === 0) {
      err(USAGE);
      return 2;
    }
    const read = runs.map(readRun);
    const learned = learn(read.map(loggedRun));
    const answer = {
      outcome: learned.outcome,
      figures: learned.figures.map(({ key, label, value, sigma, learned: now, learnedSigma, counts, carriedBy }) => ({
        path: key,
        label,
        prior: { value, sdLog: sigma },
        learned: { value: now, sdLog: learnedSigma },
        counts,
        carriedBy,
      })),
      correlation: learned.covariance.map((row, i) =>
        row.map((value, j) => value / Math.sqrt(learned.covariance[i]![i]! * learned.covariance[j]![j]!)),
      ),
      slips: learned.slips,
      misfits: learned.misfits,
      predictions: plans.map(readPlan).map((plan) => {
        const { steady, bands } = predict(withLearned(plan, learned), { samples: BAND_SAMPLES });
        return { plan: plan.name, steady, bands };
      }),
    };
    out(`${JSON.stringify(answer, null, 2)}\n`);
    return 0;
  });
