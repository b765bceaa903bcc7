import { limitsWith, partsList, PlanError } from '@puddler/core';
import { FileProblems, readPlan, readShelf } from './files';

const USAGE = `usage: npm run -s puddler -- parts [--stock stock.json] [--shelf shelf.json] plan.json
Prints what a builder has to have for the plan as JSON: each line with its id, group, count, figures, why, what to measure first, and
what the shelf has of it; and the parts of the plan that do not bear its cells.
--stock file  the car as bought, as a plan file: what it has need not be bought
--shelf file  a JSON list of parts
`;

interface Arguments {
  plan: string | undefined;
  stock?: string;
  shelf?: string;
}

/** Takes the options out of the arguments. Throws FileProblems naming the one that is wrong. */
function readArguments(args: string[]): Arguments {
  const found: Arguments = { plan: undefined };
  for (let i = 0; i < args.length; i++) {
    const name = /^--(stock|shelf)(?:=(.*))?$/.exec(args[i]!);
    if (name) {
      const file = name[2] ?? args[++i];
      if (!file) throw new FileProblems([`--${name[1]} is missing its file`]);
      found[name[1] as 'stock' | 'shelf'] = file;
    } else if (args[i]!.startsWith('--')) throw new FileProblems([`${args[i]}: no such option; allowed: --stock, --shelf`]);
    else if (found.plan !== undefined) throw new FileProblems([`${args[i]}: one plan at a time`]);
    else found.plan = args[i];
  }
  return found;
}

/** Prints the parts list of a plan; returns the exit code: 0, or 2 when a file or option was refused (then nothing goes to `out`). */
export function parts(args: string[], out: (text: string) => void, err: (text: string) => void): number {
  try {
    const { plan, stock, shelf } = readArguments(args);
    if (plan === undefined) {
      err(USAGE);
      return 2;
    }
    const list = partsList(readPlan(plan), {
      stock: stock === undefined ? undefined : readPlan(stock),
      shelf: shelf === undefined ? [] : readShelf(shelf).map((part, i) => ({ id: String(i), part })),
      limits: limitsWith(),
    });
    out(`${JSON.stringify(list, null, 2)}\n`);
    return 0;
  } catch (error) {
    if (error instanceof PlanError) err(`${error.message}\n`);
    else if (error instanceof FileProblems) for (const line of error.lines) err(`${line}\n`);
    else throw error;
    return 2;
  }
}
