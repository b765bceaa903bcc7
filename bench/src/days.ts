// A builder who follows the ladder on simulated days, one who goes straight for the target, and careless ones: `npm run bench:days [-- days]`.
import { DEFAULT_LIMITS } from '@puddler/core';
import { workDay, type Builder } from '../../core/test/practice/scripted-builder';
import { practicePlans } from '../../core/test/practice/practice-plans';

const DAYS = Number(process.argv[2] ?? 200);
const [FIRST, EVERY] = [Number(process.argv[3] ?? 0), Number(process.argv[4] ?? 1)];
const FIRST_SEED = 5000;
/** Refusing is right where the car would pass a limit, or come so near to it that no thermometer tells [K]. */
const NEAR_K = 3;

const STOP_C = DEFAULT_LIMITS['motor-temperature'].stop;
const counts = {
  days: 0,
  reached: 0,
  refusedRightly: 0,
  refusedNear: 0,
  refusedWrongly: 0,
  climbedUnsafe: 0,
  lost: 0,
  straightLost: 0,
  straightOver: 0,
};
const [drives, minutes, offs]: number[][] = [[], [], []];
const wrong: string[] = [];
for (let i = FIRST; i < DAYS; i += EVERY) {
  const base = practicePlans(i);
  const seed = FIRST_SEED + i;
  const { reckoning, climbed, countdownOffK, verdicts } = workDay(base, seed);
  const { lost, reached, targetIsSafe, targetCanC, runs } = reckoning;
  counts.days++;
  if (lost) counts.lost++;
  else if (climbed && reached) counts.reached++;
  else if (!targetIsSafe) counts.refusedRightly++;
  else if (targetCanC > STOP_C - NEAR_K) counts.refusedNear++;
  else {
    counts.refusedWrongly++;
    wrong.push(
      `${i}: can ${targetCanC.toFixed(0)} °C, ${runs} drives, ${reckoning.slip ?? 'no slip'}, ${
        verdicts
          .at(-1)
          ?.reasons.map((one) => one.id)
          .join('+') ?? 'no verdict'
      }${climbed ? ', climbed' : ''}`,
    );
  }
  if (climbed && !targetIsSafe) counts.climbedUnsafe++;
  drives!.push(runs);
  minutes!.push(reckoning.minutes);
  offs!.push(...countdownOffK.map(Math.abs));
  const straight = workDay(base, seed, { straight: true }).reckoning;
  if (straight.lost) counts.straightLost++;
  if (!straight.targetIsSafe) counts.straightOver++;
  console.error(`day ${i}: ${JSON.stringify(counts)}`);
}
/** Builders who read a bare can from afar, who do not wait, or who say that there is a patch where there is none. */
const CARELESS: Record<string, Builder> = {
  'bare can, honest': { reads: 'bare' },
  'patch, no waiting': { skipsWaits: true },
  'bare can, honest, no waiting': { reads: 'bare', skipsWaits: true },
  'bare can, said to have a patch': { reads: 'bare, said to have a patch' },
};
const careless = Object.fromEntries(Object.keys(CARELESS).map((kind) => [kind, { days: 0, wentOverStop: 0, reached: 0, lost: 0, hottestGoC: 0 }]));
const CARELESS_DAYS = Math.min(100, DAYS);
for (let i = FIRST; i < CARELESS_DAYS; i += EVERY)
  for (const [kind, builder] of Object.entries(CARELESS)) {
    const { reckoning, climbed, wentAtC } = workDay(practicePlans(i), FIRST_SEED + i, builder);
    const of = careless[kind]!;
    of.days++;
    if (wentAtC > STOP_C) of.wentOverStop++;
    if (climbed && reckoning.reached) of.reached++;
    if (reckoning.lost) of.lost++;
    of.hottestGoC = Math.max(of.hottestGoC, Number(wentAtC.toFixed(1)));
    // A day takes ten seconds and more: what is known so far is not lost with a run that is ended.
    console.error(`day ${i}, ${kind}: ${JSON.stringify(of)}`);
  }
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];
console.log(JSON.stringify(counts));
console.log(`drives a day: median ${median(drives!)}; minutes: median ${median(minutes!)?.toFixed(0)}`);
offs!.sort((a, b) => a - b);
console.log(
  `countdown against the can at its end: ${offs!.length} waits, median ${offs![offs!.length >> 1]?.toFixed(1)} K, 90 % within ${offs![Math.floor(0.9 * offs!.length)]?.toFixed(1)} K, most ${offs!.at(-1)?.toFixed(1)} K`,
);
for (const line of wrong) console.log(`  left though it was safe: ${line}`);
console.log(careless);
