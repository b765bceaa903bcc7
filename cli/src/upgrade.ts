import { partialConversions, limitsWith, fixOf, partsList, upgradePaths, type Cost, type PartialConversion } from '@puddler/core';
import { orProblems, readArguments, readPlan, readShelf } from './files';

const USAGE = `usage: npm run -s puddler -- upgrade [--shelf shelf.csv] stock.json plan.json
Prints the ways from the car as bought to the plan as JSON: every part of the conversion with what it does or what forbids it, and the
orders that are sound, each with what it favours and its stages: what is added, money, figures, what it fixes, what gives first, and the
cheapest fix of that.
--shelf file  parts as CSV, or a JSON list of them: what is owned costs nothing, what is considered its price
`;

/** Prints houses and paths; returns the exit code: 0, or 2 when a file or option was refused. */
export const upgrade = (args: string[], out: (text: string) => void, err: (text: string) => void): number =>
  orProblems(err, () => {
    const { files, rest } = readArguments(args, ['shelf'], 2);
    if (rest.length < 2) {
      err(USAGE);
      return 2;
    }
    const [stock, plan] = [readPlan(rest[0]!), readPlan(rest[1]!)];
    const limits = limitsWith(plan.limits);
    const shelf = files.shelf === undefined ? [] : readShelf(files.shelf);
    const costOf = (partial: PartialConversion): Cost => {
      if (partial.changes.length === 0) return { money: 0, unpriced: 0 };
      const { lines } = partsList(partial.plan, {
        stock,
        limits,
        shelf: shelf.map((part, i) => ({ id: String(i), part })),
        driven: partial.figures,
      });
      const missing = lines.filter((line) => line.have.length < line.count);
      return {
        money: missing.reduce((sum, line) => sum + (line.count - line.have.length) * (line.offer?.price ?? 0), 0),
        unpriced: missing.filter((line) => line.offer?.price === undefined).length,
      };
    };
    const partials = partialConversions(stock, plan, limits);
    const { paths, stopsShort } = upgradePaths(partials, costOf);
    const short = ({ changes, figures, findings, forbidden }: PartialConversion) => ({ changes, figures, findings, forbidden });
    const answer = {
      // What is printed keeps the names that it had when scripts began to read it.
      houses: partials.map(short),
      paths: paths.map(({ favours, stages }) => ({
        favours,
        stages: stages.map((stage) => {
          const { partial, fixed, worst, ...rest } = stage;
          const fix = fixOf(stage, limits, shelf, stock);
          return {
            changes: partial.changes,
            ...rest,
            mended: fixed,
            gives: worst,
            mend: fix && { label: fix.label, clears: fix.clears, figures: fix.figures },
          };
        }),
      })),
      stopsShort,
    };
    out(`${JSON.stringify(answer, null, 2)}\n`);
    return 0;
  });
