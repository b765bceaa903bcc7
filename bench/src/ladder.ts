// Ladders of seeded plans, held against what a ladder promises: `npm run bench:ladder [-- plans]`.
import fc from 'fast-check';
import { isSmall, ladder, limitsWith, PlanError, SMALLEST_PINION, type Ladder, type PlanFile } from '@puddler/core';
import { candidateOf, withPlannedRun, type Candidate, type JudgedStep, type StepGearing } from '../../core/src/ladder/judged-step';
import { anyPlan } from '../../core/test/any-plan';

const PLANS = Number(process.argv[2] ?? 300);
const SEED = 31;
const HARDLY_MOVES_MS = 0.1;

const tally = {
  plans: 0,
  reached: 0,
  'stops-short': 0,
  'no-start': 0,
  notComputable: 0,
  hardlyMoves: 0,
  largeSteps: 0,
  largeThoughFiner: 0,
  pastAStop: 0,
  wrongEnd: 0,
};
/** Whether a pinion or a cap lies between two steps that is a small step from the first, and safe. */
function finerThan(plan: PlanFile, from: Candidate, to: Candidate): boolean {
  const { pinion, spur } = plan.gearing;
  const limits = limitsWith(plan.limits);
  const rungOf = (file: PlanFile, gearing: StepGearing): JudgedStep => withPlannedRun(candidateOf(file, gearing, { limits }), { limits });
  const gears =
    pinion === undefined || spur === undefined
      ? []
      : Array.from({ length: 11 }, (_, i) => pinion - i)
          .filter((teeth) => teeth >= SMALLEST_PINION)
          .map((teeth) => rungOf({ ...plan, gearing: { ...plan.gearing, pinion: teeth } }, { kind: 'gears', pinion: teeth, spur, owned: true }));
  const caps = Array.from({ length: 12 }, (_, i) => rungOf(plan, { kind: 'cap', pinion, spur, share: Number((0.4 + 0.05 * i).toFixed(2)) }));
  return [...gears, ...caps].some(
    (one) => !one.stops && one.topSpeedMs.p50 > 1.005 * from.topSpeedMs.p50 && one.topSpeedMs.p50 < 0.995 * to.topSpeedMs.p50 && isSmall(from, one),
  );
}

const times: number[] = [];
const steps: number[] = [];
for (const plan of fc.sample(anyPlan, { seed: SEED, numRuns: PLANS * 2 })) {
  if (tally.plans === PLANS) break;
  const { pinion, spur } = plan.gearing;
  const began = performance.now();
  let way: Ladder;
  try {
    way = ladder(plan, {
      limits: limitsWith(plan.limits),
      pinions: pinion === undefined ? [] : Array.from({ length: 11 }, (_, i) => pinion - i).filter((teeth) => teeth >= SMALLEST_PINION),
      spurs: spur === undefined ? [] : [spur],
    });
  } catch (error) {
    if (!(error instanceof PlanError)) throw error;
    tally.notComputable++;
    continue;
  }
  // A car that hardly moves has no ladder worth the name.
  if (!(way.target.topSpeedMs.p10 > HARDLY_MOVES_MS)) {
    tally.hardlyMoves++;
    continue;
  }
  times.push(performance.now() - began);
  tally.plans++;
  tally[way.outcome]++;
  steps.push(way.steps.length);
  const last = way.steps[way.steps.length - 1];
  if (way.steps.some((step) => step.stops)) tally.pastAStop++;
  if ((way.outcome === 'reached') !== (last !== undefined && last.topSpeedMs.p50 === way.target.topSpeedMs.p50 && !way.target.stops))
    tally.wrongEnd++;
  if (way.outcome !== 'reached' && way.because === undefined && last?.topSpeedMs.p50 !== way.target.topSpeedMs.p50) tally.wrongEnd++;
  for (const [i, step] of way.steps.entries()) {
    const before = way.steps[i - 1];
    if (!before || isSmall(before, step)) continue;
    tally.largeSteps++;
    if (finerThan(plan, before, step)) tally.largeThoughFiner++;
  }
}
times.sort((a, b) => a - b);
const mean = steps.reduce((sum, one) => sum + one, 0) / steps.length;
console.log(JSON.stringify(tally));
console.log(
  `steps: ${mean.toFixed(1)} on average, ${Math.max(...steps)} at most; a ladder takes ${times[times.length >> 1]!.toFixed(0)} ms, 95 % within ${times[Math.floor(0.95 * times.length)]!.toFixed(0)} ms`,
);
