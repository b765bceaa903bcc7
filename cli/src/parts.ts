import { ladder, limitsWith, partsList, pinionsUpTo, stepPinions } from '@puddler/core';
import { orProblems, readArguments, readPlan, readShelf } from './files';

const USAGE = `usage: npm run -s puddler -- parts [--stock stock.json] [--shelf shelf.csv] plan.json
Prints what a builder has to have for the plan as JSON: each line with its id, group, count, figures, why, what to measure first, and
what the shelf has or offers of it; the parts of the plan that do not bear its cells; and the pinions that only the steps up need.
--stock file  the car as bought, as a plan file: what it has need not be bought
--shelf file  parts as CSV, or a JSON list of them
`;

/** Prints the parts list of a plan; returns the exit code: 0, or 2 when a file or option was refused (then nothing goes to `out`). */
export const parts = (args: string[], out: (text: string) => void, err: (text: string) => void): number =>
  orProblems(err, () => {
    const { files, rest } = readArguments(args, ['stock', 'shelf'], 1);
    const [plan] = rest;
    if (plan === undefined) {
      err(USAGE);
      return 2;
    }
    const file = readPlan(plan);
    const stock = files.stock === undefined ? undefined : readPlan(files.stock);
    const shelf = files.shelf === undefined ? [] : readShelf(files.shelf).map((part, i) => ({ id: String(i), part }));
    const limits = limitsWith();
    const list = partsList(file, { stock, shelf, limits });
    const { pinion, spur } = file.gearing;
    const steps = ladder(file, {
      limits,
      stock,
      pinions: pinion === undefined ? [] : pinionsUpTo(pinion),
      spurs: spur === undefined ? [] : [spur],
    });
    out(`${JSON.stringify({ ...list, forSteps: stepPinions(file, stock, steps, shelf).lines }, null, 2)}\n`);
    return 0;
  });
