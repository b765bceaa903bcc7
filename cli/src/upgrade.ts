import { halfwayHouses, limitsWith, mendOf, partsList, upgradePaths, type Cost, type House } from '@puddler/core';
import { orProblems, readArguments, readPlan, readShelf } from './files';

const USAGE = `usage: npm run -s puddler -- upgrade [--shelf shelf.csv] stock.json plan.json
Prints the ways from the car as bought to the plan as JSON: every part of the conversion with what it does or what forbids it, and the
orders that are sound, each with what it favours and its stages: what is added, money, figures, what it mends, what gives first, and the
cheapest mend of that.
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
    const costOf = (house: House): Cost => {
      if (house.changes.length === 0) return { money: 0, unpriced: 0 };
      const { lines } = partsList(house.plan, {
        stock,
        limits,
        shelf: shelf.map((part, i) => ({ id: String(i), part })),
        driven: house.figures,
      });
      const missing = lines.filter((line) => line.have.length < line.count);
      return {
        money: missing.reduce((sum, line) => sum + (line.count - line.have.length) * (line.offer?.price ?? 0), 0),
        unpriced: missing.filter((line) => line.offer?.price === undefined).length,
      };
    };
    const houses = halfwayHouses(stock, plan, limits);
    const { paths, stopsShort } = upgradePaths(houses, costOf);
    const short = ({ changes, figures, findings, forbidden }: House) => ({ changes, figures, findings, forbidden });
    const answer = {
      houses: houses.map(short),
      paths: paths.map(({ favours, stages }) => ({
        favours,
        stages: stages.map((stage) => {
          const { house, ...told } = stage;
          const mend = mendOf(stage, limits, shelf, stock);
          return { changes: house.changes, ...told, mend: mend && { label: mend.label, clears: mend.clears, figures: mend.figures } };
        }),
      })),
      stopsShort,
    };
    out(`${JSON.stringify(answer, null, 2)}\n`);
    return 0;
  });
