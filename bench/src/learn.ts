// How well a car is learned from one logged session: hidden cars from the simulated instruments, another setup predicted blind. With `-- --odd [cars]`
// cars and sessions that do not obey what learning takes for granted.
import { learn, predictSteady, refitted, resolvePlan, sampleBands, withLearned } from '@puddler/core';
import { hiddenSession, KINDS, otherSetup } from '../../core/test/learn/hidden-session';
import { isNamedFirst, WRONGLY_NOTED } from '../../core/test/learn/wrongly-noted';
import { reportOdd } from './learn-odd';

if (process.argv.includes('--odd')) {
  reportOdd(Number(process.argv.at(-1)) || 40);
  process.exit(0);
}

const CARS = 60;
/** Cars without a slip, of which none should be suspected. */
const CLEAN = 100;
const FIRST_SEED = 2000;
const quantile = (values: number[], share: number) => [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))]!;
const percent = (value: number) => `${(100 * value).toFixed(2)} %`;

const [speed, current, before, times]: [number[], number[], number[], number[]] = [[], [], [], []];
let held = 0;
let suspected = 0;
for (let i = 0; i < CARS; i++) {
  const { hidden, run } = hiddenSession(FIRST_SEED + i, KINDS[i % KINDS.length]);
  const plan = otherSetup(run.plan);
  const truth = predictSteady(refitted(hidden, plan));
  const began = performance.now();
  const learned = learn([run]);
  times.push(performance.now() - began);
  const taught = withLearned(plan, learned);
  const now = predictSteady(resolvePlan(taught));
  speed.push(Math.abs(now.topSpeedMs / truth.topSpeedMs - 1));
  current.push(Math.abs(now.packCurrentA / truth.packCurrentA - 1));
  before.push(Math.abs(predictSteady(resolvePlan(plan)).topSpeedMs / truth.topSpeedMs - 1));
  const { p10, p90 } = sampleBands(taught, resolvePlan(taught), 1, 100).figures.topSpeedMs;
  if (truth.topSpeedMs >= p10 && truth.topSpeedMs <= p90) held++;
  if (learned.slips.length > 0) suspected++;
}
for (let i = CARS; i < CLEAN; i++) if (learn([hiddenSession(FIRST_SEED + i, KINDS[i % KINDS.length]).run]).slips.length > 0) suspected++;
/** Cars that were noted wrongly, one slip each: how often it is named first, by what kind of slip. */
const SLIPS = 48;
const byKind = new Map<string, { named: number; of: number }>();
for (let i = 0; i < SLIPS; i++) {
  const { run } = hiddenSession(FIRST_SEED + 500 + i, KINDS[i % KINDS.length]);
  const { inputError, note } = WRONGLY_NOTED[i % WRONGLY_NOTED.length]!;
  const wrong = note(run);
  if (!wrong) continue;
  const counts = byKind.get(inputError) ?? { named: 0, of: 0 };
  counts.of++;
  if (isNamedFirst(learn([wrong]), inputError)) counts.named++;
  byKind.set(inputError, counts);
}
const named = [...byKind.values()].reduce((sum, one) => sum + one.named, 0);
const slips = [...byKind.values()].reduce((sum, one) => sum + one.of, 0);
/** A tooth of a large spur, which a tyre may hide. */
let spurs = 0;
const SPURS = 12;
for (let i = 0; i < SPURS; i++) {
  const { run } = hiddenSession(FIRST_SEED + 600 + i, KINDS[i % KINDS.length], { slip: 'spur' });
  if (learn([run]).slips[0]?.id.startsWith('spur')) spurs++;
}
console.log(
  `${CARS} hidden cars of ${KINDS.length} kinds, seeds ${FIRST_SEED} to ${FIRST_SEED + CARS - 1}, one session each; another gearing and a cell less predicted blind`,
);
console.log(
  `top speed: median ${percent(quantile(speed, 0.5))}, 90 % within ${percent(quantile(speed, 0.9))} (before learning: median ${percent(quantile(before, 0.5))})`,
);
console.log(`settled current: median ${percent(quantile(current, 0.5))}, 90 % within ${percent(quantile(current, 0.9))}`);
console.log(`band p10 to p90 of top speed holds the truth in ${percent(held / CARS)}`);
console.log(
  `slips named first, or with what cannot be separated from them: ${named} of ${slips} (${[...byKind].map(([kind, counts]) => `${kind} ${counts.named}/${counts.of}`).join(', ')}); two teeth of a spur: ${spurs} of ${SPURS}`,
);
console.log(`suspected where there is none: ${suspected} of ${CLEAN}`);
console.log(`a fit with its slips weighed: median ${quantile(times, 0.5).toFixed(0)} ms, 95 % within ${quantile(times, 0.95).toFixed(0)} ms`);
