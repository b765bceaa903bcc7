// How well a car is learned from one logged session: hidden cars from the simulated instruments, another setup predicted blind.
import { learn, predictSteady, refitted, resolvePlan, sampleBands, withLearned } from '@puddler/core';
import { hiddenSession, KINDS, otherSetup } from '../../core/test/learn/hidden-session';

const CARS = 60;
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
let [named, slips] = [0, 0];
for (let i = 0; i < 40; i++) {
  const slip = i % 2 === 0 ? 'pinion' : 'spur';
  const { run } = hiddenSession(FIRST_SEED + 500 + i, KINDS[i % KINDS.length], { slip });
  slips++;
  if (learn([run]).slips[0]?.id.startsWith(slip)) named++;
}
console.log(
  `${CARS} hidden cars of ${KINDS.length} kinds, seeds ${FIRST_SEED} to ${FIRST_SEED + CARS - 1}, one session each; another gearing and a cell less predicted blind`,
);
console.log(
  `top speed: median ${percent(quantile(speed, 0.5))}, 90 % within ${percent(quantile(speed, 0.9))} (before learning: median ${percent(quantile(before, 0.5))})`,
);
console.log(`settled current: median ${percent(quantile(current, 0.5))}, 90 % within ${percent(quantile(current, 0.9))}`);
console.log(`band p10 to p90 of top speed holds the truth in ${percent(held / CARS)}`);
console.log(`slips of a tooth or two named first: ${named} of ${slips}; suspected where there is none: ${suspected} of ${CARS}`);
console.log(`a fit with its slips weighed: median ${quantile(times, 0.5).toFixed(0)} ms, 95 % within ${quantile(times, 0.95).toFixed(0)} ms`);
