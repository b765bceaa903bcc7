import { min } from 'd3-array';
import type { Temperatures } from '../predict/cool-down';
import { warmStart, type LoggedRun } from './logged-run';
import { metresPerRpm } from '../chain/gears';
import { withoutLag } from '../log/align';
import { groundSpeed, stretchesOf, type Stretches } from '../log/stretches';
import type { Trace } from '../log/trace';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Drivetrain } from '../predict/drivetrain';
import { balance } from '../predict/top-speed';
import { CALM, Conditions, drivenOf, type Driven } from './conditions';
import { gripFeatures, partFeatures } from './driven-features';
import { SIGMA, withModel, type Draft, type FeatureKind, type Part, type Traced } from './feature';
import { currentFeatures, lostFeatures, slopeFeatures } from './moving-features';
import { afterwards } from './typed-evidence';

/** What the log of a run says; undefined where it tells no speed or no throttle. */
export function tracedEvidence(run: LoggedRun, resolved: ResolvedPlan, only: readonly string[] | undefined): Part | undefined {
  const guarded = only === undefined;
  const trace = withoutLag(run.trace!);
  const { found, driven } = drivenThrough(trace, resolved, warmStart(run, resolved));
  if (!driven) return undefined;
  const now = new Conditions(resolved, driven, CALM);
  const all: Traced[] = [
    ...settledFeatures(found.passes, now, guarded),
    ...slopeFeatures(found, trace, now, guarded),
    ...currentFeatures(found.passes, trace, now, guarded),
    ...lostFeatures(found.passes, trace),
    ...partFeatures(trace),
    ...gripFeatures(found, trace),
  ];
  const features = only ? only.flatMap((label) => all.find((one) => one.label === label) ?? []) : all;
  const after = afterwards(run, resolved);
  return {
    drafts: [...features, ...after.drafts],
    model: (plan, day) => {
      const conditions = new Conditions(plan, driven, day);
      return [...features.map((one) => one.model(conditions, plan)), ...after.model(plan, conditions.end, conditions.usedAh)];
    },
  };
}

/** The stretches of a trace, and how it was driven; that is undefined where it tells no speed or no throttle. */
function drivenThrough(trace: Trace, resolved: ResolvedPlan, from: Temperatures | undefined): { found: Stretches; driven: Driven | undefined } {
  const perRpm = metresPerRpm(resolved);
  const found = stretchesOf(trace, perRpm);
  // Who drives out comes back: passes go one way and the other in turn.
  return { found, driven: drivenOf(trace, wayAt(found.passes, trace, perRpm), from) };
}

/** What a thermometer and a charger say after a run that was logged, by its own throttle: so many figures, and how a plan says them. */
export function tracedAfterwards(run: LoggedRun, resolved: ResolvedPlan): { count: number; model: (plan: ResolvedPlan) => number[] } | undefined {
  const { driven } = drivenThrough(withoutLag(run.trace!), resolved, warmStart(run, resolved));
  if (!driven) return undefined;
  const after = afterwards(run, resolved);
  return {
    count: after.drafts.length,
    model: (plan) => {
      const conditions = new Conditions(plan, driven, CALM);
      return after.model(plan, conditions.end, conditions.usedAh);
    },
  };
}

type Passes = Stretches['passes'];

/** A car that has slowed to this share of its speed since the last pass has turned round before the next. */
const TURNED_BELOW = 0.3;

/** Which way the car goes at a slot, by how often it has slowed down between passes. */
function wayAt(passes: Passes, trace: Trace, metresPerRpmS: number): (slot: number) => 1 | -1 {
  const speed = groundSpeed(trace, metresPerRpmS);
  const turns: number[] = [];
  for (const [i, pass] of passes.entries()) {
    const before = passes[i - 1];
    const slowest = before && speed ? (min(speed.subarray(before.to, pass.from)) ?? Infinity) : 0;
    if (!before || slowest < TURNED_BELOW * (before.topSpeedMs ?? Infinity)) turns.push(pass.from);
  }
  return (slot) => (turns.filter((from) => from <= slot).length % 2 === 1 ? 1 : -1);
}

type Settled = NonNullable<Passes[number]['settled']>;

/** What is read at the end of a pass, and how the model says it. */
const SETTLED: readonly {
  kind: FeatureKind;
  sigma: number;
  gain?: Draft['gain'];
  value: (one: Settled) => number | undefined;
  model: (at: Drivetrain, speedMs: number) => number;
}[] = [
  { kind: 'top speed', sigma: SIGMA.speedByRpm, value: (one) => one.motorRpm, model: (at) => at.motorRpm() },
  {
    kind: 'top speed',
    sigma: SIGMA.speedBothWays,
    value: (one) => (one.motorRpm === undefined ? one.gpsMs : undefined),
    model: (_at, speedMs) => speedMs,
  },
  { kind: 'settled current', sigma: SIGMA.currentTraced, gain: 'gainA', value: (one) => one.packA, model: (at) => at.packA + at.otherA },
  { kind: 'settled volts', sigma: SIGMA.volts, gain: 'gainV', value: (one) => one.packV, model: (at) => at.busV() },
  {
    kind: 'rpm per volt',
    sigma: SIGMA.rpmPerVolt,
    gain: '1/gainV',
    value: (one) => (one.motorRpm !== undefined && one.packV ? one.motorRpm / one.packV : undefined),
    model: (at) => at.motorRpm() / at.busV(),
  },
  {
    kind: 'speed per rpm',
    sigma: SIGMA.speedPerRpm,
    value: (one) => (one.motorRpm && one.gpsMs !== undefined ? one.gpsMs / one.motorRpm : undefined),
    model: (at, speedMs) => speedMs / at.motorRpm(),
  },
];

/** Speed, amps, volts and rpm at the end of each pass that settled. */
function settledFeatures(passes: Passes, now: Conditions, guarded: boolean): Traced[] {
  return passes.flatMap(({ settled }, i) => {
    if (!settled) return [];
    const slot = (settled.from + settled.to) >> 1;
    now.setTo(slot);
    balance(now.at, now.plan.car.tyreGrowth);
    // Tyres that slip turn faster than they roll.
    const slips = now.at.slips();
    return SETTLED.flatMap(({ kind, sigma, gain, value, model }): Traced[] => {
      const measured = value(settled);
      if (measured === undefined || !(measured > 0)) return [];
      if (guarded && slips && kind === 'speed per rpm') return [];
      return [
        {
          kind,
          label: `${kind} of pass ${i + 1}`,
          value: Math.log(measured),
          sigma: withModel(sigma),
          ...(gain ? { gain } : {}),
          model: (conditions, plan) => {
            conditions.setTo(slot);
            const { topSpeedMs } = balance(conditions.at, plan.car.tyreGrowth);
            return Math.log(Math.max(1e-9, model(conditions.at, topSpeedMs)));
          },
        },
      ];
    });
  });
}
