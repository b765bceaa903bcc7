import { ladder, limitsWith, SMALLEST_PINION, type PlanFile } from '@puddler/core';
import { FileProblems, orProblems, readArguments, readPlan } from './files';

const USAGE = `usage: npm run -s puddler -- ladder plan.json [--from stock.json] [--pinions 13,15,…] [--spurs 58,…]
Prints the steps to a plan's gearing as JSON: gears or a throttle cap, what each would do with its bands, the room it needs, and whether
the target is reached or which limit stops short of it.
--from file     a plan whose gears the car runs with today: the ladder begins there
--pinions list  teeth that are at hand; left out: eight fewer than the plan's and up
--spurs list    teeth that are at hand; left out: the plan's
`;
const AROUND = 8;
const MOST_TEETH = 400;
const MOST_LISTED = 60;

/** “13,15, 17” as teeth. */
function teethOf(option: string, text: string | undefined): number[] | undefined {
  if (text === undefined) return undefined;
  const teeth = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);
  const bad = teeth.some((one) => !Number.isInteger(one) || one < 4 || one > MOST_TEETH);
  if (bad || teeth.length === 0 || teeth.length > MOST_LISTED)
    throw new FileProblems([`--${option}: "${text}"; allowed: up to ${MOST_LISTED} whole numbers from 4 to ${MOST_TEETH}, with commas between`]);
  return teeth;
}

const gearsOf = ({ gearing: { pinion, spur } }: PlanFile) => (pinion === undefined || spur === undefined ? undefined : { pinion, spur });

/** Prints a ladder; returns the exit code: 0, or 2 when a file or option was refused. */
export const ladderVerb = (args: string[], out: (text: string) => void, err: (text: string) => void): number =>
  orProblems(err, () => {
    const { files, rest } = readArguments(args, ['from', 'pinions', 'spurs'], 1);
    if (rest.length < 1) {
      err(USAGE);
      return 2;
    }
    const plan = readPlan(rest[0]!);
    const from = files.from === undefined ? undefined : gearsOf(readPlan(files.from));
    const own = gearsOf(plan);
    const around = own ? Array.from({ length: AROUND + 1 }, (_, i) => own.pinion - AROUND + i).filter((teeth) => teeth >= SMALLEST_PINION) : [];
    const { outcome, steps, because, target } = ladder(plan, {
      limits: limitsWith(plan.limits),
      pinions: teethOf('pinions', files.pinions) ?? around,
      spurs: teethOf('spurs', files.spurs) ?? (own ? [own.spur] : []),
      from,
    });
    const withoutPlan = ({ plan: _plan, ...step }: (typeof steps)[number] | typeof target) => step;
    out(`${JSON.stringify({ outcome, because: because ?? null, steps: steps.map(withoutPlan), target: withoutPlan(target) }, null, 2)}\n`);
    return 0;
  });
