import { readFileSync } from 'node:fs';
import { checkPlanFile } from '@puddler/contract';
import { resolvePlan, simulateRun, solveTopSpeed, type ResolvedPlan } from '@puddler/core';
import { openSearchFigures, searchFigures } from './search';

const PLAN = 'demo/plans/11-ridgeback-first-conversion.json';
const WARM_UP = 30;
const ROUNDS = 61;
// Short rounds: a neighbour that takes the processor away spoils few of them, and the median none.
const TOP_SPEEDS_A_ROUND = 500;

/** Median milliseconds of `rounds` calls, after as many warm-up calls as it takes for the compiler to settle. */
function medianMs(work: () => void, warmUp: number, rounds: number): number {
  for (let i = 0; i < warmUp; i++) work();
  const times = Array.from({ length: rounds }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[rounds >> 1]!;
}

function topSpeedNs(plan: ResolvedPlan): number {
  let sum = 0;
  const ms = medianMs(
    () => {
      for (let i = 0; i < TOP_SPEEDS_A_ROUND; i++) sum += solveTopSpeed(plan).topSpeedMs;
    },
    10 * WARM_UP,
    10 * ROUNDS,
  );
  // Used, so that the compiler cannot leave the work out.
  if (!(sum > 0)) throw new Error('the plan does not move');
  return (ms * 1e6) / TOP_SPEEDS_A_ROUND;
}

const checked = checkPlanFile(JSON.parse(readFileSync(PLAN, 'utf8')));
if (!checked.ok) throw new Error(checked.problems.map((problem) => problem.message).join('\n'));
const plan = resolvePlan(checked.value);

const figures = {
  plan: checked.value.name,
  topSpeedNs: Math.round(topSpeedNs(plan)),
  runMs: Number(medianMs(() => simulateRun(plan), WARM_UP, ROUNDS).toFixed(2)),
  search: searchFigures(),
  openSearch: openSearchFigures(),
};
if (process.argv.includes('--json')) console.log(JSON.stringify(figures));
else {
  console.log(`${figures.plan}, median of ${ROUNDS} after warm-up`);
  console.log(`  one top-speed solution   ${figures.topSpeedNs} ns`);
  console.log(`  one ten-minute race run  ${figures.runMs} ms`);
  const { combinations, searchMs, perSecond, driven, front, timesPlain } = figures.search;
  const million = (value: number) => `${(value / 1e6).toFixed(2)} million`;
  console.log(`A search of ${million(combinations)} combinations, one worker`);
  console.log(`  ${searchMs} ms, ${driven} setups driven, ${front} on the front`);
  console.log(`  ${million(perSecond)} combinations a second; solving every top speed alone would do ${million(1e9 / figures.topSpeedNs)}`);
  console.log(`  ${timesPlain} times as fast as judging every combination`);
  const open = figures.openSearch;
  console.log(`An open wish over the demo shelf and all generic sizes, ${million(open.combinations)} combinations, one worker`);
  console.log(`  ${open.searchMs} ms, ${open.driven} setups driven, ${open.front} on the front`);
}
