import { RPM_PER_RAD_S } from '../chain/constants';
import { openCircuitV } from '../chain/pack';
import type { RunFile, Series } from '../log/run-file';
import { groundSpeed, stretchesOf } from '../log/stretches';
import { meanOf, slopeOf, traceOf, type Trace } from '../log/trace';
import { plannedRun, resolvePlan, type ResolvedPlan } from '../plan/resolve-plan';
import { stoodFor, type Temperatures } from '../predict/cool-down';
import { Drivetrain } from '../predict/drivetrain';
import { fastRun } from '../predict/run-fast';
import { ROUGH_RUN } from '../predict/tolerances';
import { balance } from '../predict/top-speed';
import { CALM, Conditions, drivenOf, type Day } from './conditions';

/** What a run says of the car, one figure each. */
export const FEATURES = [
  'top speed',
  'settled current',
  'current at speed',
  'settled volts',
  'rpm per volt',
  'speed per rpm',
  'acceleration',
  'coast-down',
  'volts lost',
  'can',
  'ESC',
  'pack',
  'charge used',
] as const;
export type FeatureKind = (typeof FEATURES)[number];

/** Noise of the logarithm of each, docs/model.md section 11; in the order of typed, traced where they differ. */
const SIGMA = {
  speedBothWays: 0.015,
  speedOneWay: 0.03,
  speedByRpm: 0.01,
  currentTyped: 0.04,
  currentTraced: 0.02,
  volts: 0.004,
  rpmPerVolt: 0.003,
  speedPerRpm: 0.005,
  acceleration: 0.05,
  currentAtSpeed: 0.04,
  coastDown: 0.05,
  voltsLost: 0.08,
  charge: 0.03,
  /** The model’s own error, added in squares to each. */
  model: 0.01,
} as const;
const READING_K = 1.5;
const READING_SHARE = 0.05;
/** So many of one kind within a run count in full: their noise is shared. */
const COUNT_IN_FULL = 3;

/** The part of one run that a plan with other figures is held against. `values` and `model` are alike: logarithms, or °C. */
export interface Evidence {
  name: string;
  features: { kind: FeatureKind; label: string; value: number; sigma: number; weight: number; gain: 'gainA' | 'gainV' | '1/gainV' | undefined }[];
  resolved: ResolvedPlan;
  hasCurrent: boolean;
  hasVolts: boolean;
  /** What a plan of other figures says of each feature. */
  model: (plan: ResolvedPlan, day: Day) => number[];
  /** It goes both ways, so that wind and slope show. */
  isTraced: boolean;
}

interface Draft {
  kind: FeatureKind;
  label: string;
  value: number;
  sigma: number;
  gain?: Evidence['features'][number]['gain'];
}

const withModel = (sigma: number) => Math.hypot(sigma, SIGMA.model);
const readingSigma = (c: number, ambientC: number) => Math.hypot(READING_K, (READING_SHARE + SIGMA.model) * Math.max(0, c - ambientC));

/**
 * What a run says, ready to be compared. `only` names the features of another reading of the same run: just these are taken, whether or not
 * this plan would trust them. Throws PlanError when its plan cannot be computed. */
export function evidenceOf(run: RunFile, place: number, only?: readonly string[]): Evidence {
  const resolved = resolvePlan(
    run.minutes === undefined && !run.drivenAs
      ? run.plan
      : {
          ...run.plan,
          run: {
            ...plannedRun(run.plan),
            ...(run.drivenAs ? { profile: run.drivenAs } : {}),
            ...(run.minutes === undefined ? {} : { minutes: run.minutes }),
          },
        },
  );
  const traced = run.series ? tracedEvidence(run, resolved, only) : undefined;
  const { drafts, model } = traced ?? typedEvidence(run, resolved);
  const counts = new Map<FeatureKind, number>();
  for (const { kind } of drafts) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return {
    name: run.name ?? `run ${place + 1}`,
    resolved,
    hasCurrent: drafts.some((one) => one.gain === 'gainA'),
    hasVolts: drafts.some((one) => one.gain === 'gainV' || one.gain === '1/gainV'),
    features: drafts.map(({ gain, ...draft }) => ({ ...draft, gain, weight: Math.min(1, COUNT_IN_FULL / counts.get(draft.kind)!) })),
    model,
    isTraced: traced !== undefined,
  };
}

type Part = { drafts: Draft[]; model: Evidence['model'] };

/** Readings with a thermometer, and charge put back: the same for both kinds of runs. */
function afterwards(
  run: RunFile,
  resolved: ResolvedPlan,
): { drafts: Draft[]; model: (plan: ResolvedPlan, end: Temperatures, usedAh: number) => number[] } {
  const { ambientC } = resolved.site;
  const readings = (run.readings ?? []).flatMap((one) => {
    const store = one.of === 'can' ? ('canC' as const) : one.of === 'esc' ? ('escC' as const) : one.of === 'pack' ? ('packC' as const) : undefined;
    return store ? [{ ...one, store }] : [];
  });
  const drafts: Draft[] = readings.map(({ of, c }) => ({
    kind: of === 'can' ? 'can' : of === 'esc' ? 'ESC' : 'pack',
    label: `${of} after the run`,
    value: c,
    sigma: readingSigma(c, ambientC),
  }));
  if (run.usedAh !== undefined && run.usedAh > 0)
    drafts.push({ kind: 'charge used', label: 'charge put back', value: Math.log(run.usedAh), sigma: withModel(SIGMA.charge) });
  return {
    drafts,
    model: (plan, end, usedAh) => [
      ...readings.map(({ store, afterStopS = 0 }) => (afterStopS > 0 ? stoodFor(plan, end, afterStopS) : end)[store]),
      ...(run.usedAh !== undefined && run.usedAh > 0 ? [Math.log(Math.max(1e-6, usedAh))] : []),
    ],
  };
}

/** A typed pass was driven early: parts this much of the way from the air to the end of the run, and so much of the charge gone. */
const EARLY = 0.3;

function typedEvidence(run: RunFile, resolved: ResolvedPlan): Part {
  const drafts: Draft[] = [];
  const passes = run.passes ?? [];
  const bothWays = passes.some((one) => one.direction === 'out') && passes.some((one) => one.direction === 'back');
  if (passes.length > 0) {
    const mean = passes.reduce((sum, one) => sum + Math.log(one.speedMs), 0) / passes.length;
    drafts.push({ kind: 'top speed', label: 'top speed', value: mean, sigma: withModel(bothWays ? SIGMA.speedBothWays : SIGMA.speedOneWay) });
  }
  const settledA = run.current?.settledA;
  if (settledA !== undefined)
    drafts.push({
      kind: 'settled current',
      label: 'settled current',
      value: Math.log(settledA),
      sigma: withModel(SIGMA.currentTyped),
      gain: 'gainA',
    });
  const after = afterwards(run, resolved);
  const asksRun = after.drafts.length > 0;
  return {
    drafts: [...drafts, ...after.drafts],
    model: (plan, { restV }) => {
      const { ambientC } = plan.site;
      const driven = asksRun ? fastRun(plan, ROUGH_RUN) : undefined;
      const end = driven?.end ?? {
        windingC: ambientC + 30,
        canC: ambientC + 15,
        escC: ambientC + 10,
        packC: plan.site.packC + 3,
        charge: plan.startCharge - 0.15,
      };
      const early = (cold: number, warm: number) => cold + EARLY * (warm - cold);
      const at = new Drivetrain(plan);
      const packOhm = plan.pack.resistanceOhm;
      at.conditions(
        early(ambientC, end.windingC),
        early(ambientC, end.canC),
        packOhm,
        openCircuitV(plan.pack, early(plan.startCharge, end.charge)) + restV,
      );
      const { topSpeedMs } = balance(at, plan.car.tyreGrowth);
      const f: number[] = [];
      if (passes.length > 0) f.push(Math.log(topSpeedMs));
      if (settledA !== undefined) f.push(Math.log(Math.max(1e-3, at.packA + at.line.receiverW / at.openCircuitV)));
      return [...f, ...after.model(plan, end, (plan.startCharge - end.charge) * plan.pack.capacityAh)];
    },
  };
}

const ACCELERATION_AT = [0.2, 0.4, 0.6, 0.8] as const;
const COAST_AT = [0.85, 0.6, 0.35] as const;
/** Half of the stretch over which a slope is read [slots of 0.02 s]. */
const ACCELERATION_HALF = 6;
const COAST_HALF = 12;

/** A slot where a motor speed is passed, upward or downward. */
function crossing(rpm: Float64Array, from: number, to: number, level: number, up: boolean): number | undefined {
  for (let i = from + 1; i < to; i++) if (up ? rpm[i - 1]! < level && rpm[i]! >= level : rpm[i - 1]! > level && rpm[i]! <= level) return i;
  return undefined;
}

/** One feature of a trace with what the model says of it, once the drivetrain has been set to its moment. */
interface Traced extends Draft {
  model: (conditions: Conditions, plan: ResolvedPlan) => number;
}

const traces = new WeakMap<Series, Trace>();

/** The trace of a series, made once: suppositions about the plan look at the same log again and again. */
function tracedOnce(series: Series): Trace {
  let trace = traces.get(series);
  if (!trace) traces.set(series, (trace = traceOf(series)));
  return trace;
}

function tracedEvidence(run: RunFile, resolved: ResolvedPlan, only: readonly string[] | undefined): Part | undefined {
  const guarded = only === undefined;
  const trace = tracedOnce(run.series!);
  const metresPerRpmS = 1 / RPM_PER_RAD_S / new Drivetrain(resolved).line.leverAtRest;
  const found = stretchesOf(trace, metresPerRpmS);
  // Who drives out comes back: passes go one way and the other in turn.
  const driven = drivenOf(trace, wayAt(found.passes, trace, metresPerRpmS));
  if (!driven) return undefined;
  const now = new Conditions(resolved, driven, CALM);
  const all: Traced[] = [
    ...settledFeatures(found.passes),
    ...slopeFeatures(found, trace, now, guarded),
    ...currentFeatures(found.passes, trace, now, guarded),
    ...lostFeatures(found.passes, trace),
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

type Passes = ReturnType<typeof stretchesOf>['passes'];

/** A car that has slowed to this share of its speed since the last pass has turned round before the next. */
const TURNED_BELOW = 0.3;

/** Which way the car goes at a slot, by how often it has slowed down between passes. */
function wayAt(passes: Passes, trace: Trace, metresPerRpmS: number): (slot: number) => 1 | -1 {
  const speed = groundSpeed(trace, metresPerRpmS);
  const turns: number[] = [];
  for (const [i, pass] of passes.entries()) {
    const before = passes[i - 1];
    const slowest = before && speed ? speed.subarray(before.to, pass.from).reduce((least, value) => (value < least ? value : least), Infinity) : 0;
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
function settledFeatures(passes: Passes): Traced[] {
  return passes.flatMap(({ settled }, i) => {
    if (!settled) return [];
    const slot = (settled.from + settled.to) >> 1;
    return SETTLED.flatMap(({ kind, sigma, gain, value, model }): Traced[] => {
      const measured = value(settled);
      if (measured === undefined || !(measured > 0)) return [];
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

/** Accelerations of passes and decelerations of rolling out, by the motor’s speed. */
function slopeFeatures({ passes, coastDowns }: ReturnType<typeof stretchesOf>, { fields, dtS }: Trace, now: Conditions, guarded: boolean): Traced[] {
  const { motorRpm } = fields;
  if (!motorRpm) return [];
  const slope = (kind: 'acceleration' | 'coast-down', at: number, duty: 0 | 1, half: number): Traced[] => {
    const sign = duty === 1 ? 1 : -1;
    const perS = slopeOf(motorRpm, at, half, dtS);
    const rpm = meanOf(motorRpm, at - 2, at + 3);
    if (perS === undefined || rpm === undefined || sign * perS <= 0) return [];
    const model = (conditions: Conditions): number => {
      const { at: line } = conditions;
      conditions.setTo(at);
      const v = rpm / RPM_PER_RAD_S / line.line.leverAtRest;
      line.throttle(v, duty);
      line.resist(v);
      const accel = (line.forceN - line.resistanceN) / line.line.movingMassKg;
      return Math.log(Math.max(1e-4, sign * accel * line.line.leverAtRest * RPM_PER_RAD_S));
    };
    model(now);
    // Where the tyres hold the car back, its motor’s speed tells nothing of the car’s.
    if (guarded && duty === 1 && now.at.limited) return [];
    return [{ kind, label: kind, value: Math.log(sign * perS), sigma: withModel(duty === 1 ? SIGMA.acceleration : SIGMA.coastDown), model }];
  };
  const top = Math.max(0, ...passes.map((pass) => pass.topRpm ?? 0));
  const all = [
    ...passes.flatMap(({ from, to, topRpm }, i) =>
      ACCELERATION_AT.flatMap((share) => {
        const at = topRpm === undefined ? undefined : crossing(motorRpm, from, to, share * topRpm, true);
        return at === undefined || at - ACCELERATION_HALF < from
          ? []
          : slope('acceleration', at, 1, ACCELERATION_HALF).map((one) => ({ ...one, label: `acceleration at ${100 * share} % of pass ${i + 1}` }));
      }),
    ),
    ...coastDowns.flatMap(({ from, to }, i) =>
      COAST_AT.flatMap((share) => {
        const at = crossing(motorRpm, from, to, share * top, false);
        return at === undefined || at - COAST_HALF < from || at + COAST_HALF > to
          ? []
          : slope('coast-down', at, 0, COAST_HALF).map((one) => ({ ...one, label: `coast-down ${i + 1} at ${100 * share} % of top speed` }));
      }),
    ),
  ];
  return all;
}

/** Shares of a pass’s top speed at which amps are read against the motor’s speed: this holds also while it gains, and while tyres spin. */
const CURRENT_AT = [0.6, 0.8, 0.95] as const;
const CURRENT_HALF = 5;
/** Fewer amps than this are rounding [A]. */
const LEAST_A = 3;
/** Amps further than this from what a fully open ESC gives were not drawn through one [ln]. */
const OPEN_WITHIN = 0.8;

function currentFeatures(passes: Passes, { fields }: Trace, now: Conditions, guarded: boolean): Traced[] {
  const { motorRpm, packA } = fields;
  if (!motorRpm || !packA) return [];
  const all = passes.flatMap(({ from, to, topRpm }, i) =>
    CURRENT_AT.flatMap((share): Traced[] => {
      const at = topRpm === undefined ? undefined : crossing(motorRpm, from, to, share * topRpm, true);
      if (at === undefined || at - 3 * CURRENT_HALF < from) return [];
      const [rpm, amps] = [meanOf(motorRpm, at - CURRENT_HALF, at + CURRENT_HALF + 1), meanOf(packA, at - CURRENT_HALF, at + CURRENT_HALF + 1)];
      if (rpm === undefined || amps === undefined || amps < LEAST_A) return [];
      const model: Traced['model'] = (conditions) => {
        conditions.setTo(at);
        return Math.log(Math.max(1e-3, fullDutyA(conditions.at, rpm / RPM_PER_RAD_S)));
      };
      // An ESC that is not as open as its log says, or limits the current, tells nothing of the motor.
      if (guarded && Math.abs(model(now, now.plan) - Math.log(amps)) > OPEN_WITHIN) return [];
      return [
        {
          kind: 'current at speed',
          label: `current at ${100 * share} % of pass ${i + 1}`,
          value: Math.log(amps),
          sigma: withModel(SIGMA.currentAtSpeed),
          gain: 'gainA',
          model,
        },
      ];
    }),
  );
  return all;
}

/** What the pack gives with the ESC fully open to motors that turn at a speed, whatever the tyres do with it [A]. */
function fullDutyA(at: Drivetrain, omega: number): number {
  const { line } = at;
  const sourceOhm = line.motors * (at.busVAt(0) - at.busVAt(1));
  const ohm = at.windingOhm + line.escOhm + line.lag * omega + sourceOhm;
  return at.otherA + line.motors * Math.min(line.burstA, Math.max(0, (at.openCircuitV - at.kt * omega - line.brushV) / ohm));
}

/** Volts that the pack loses for each amp, from just before a pass to its end. */
function lostFeatures(passes: Passes, { fields, dtS }: Trace): Traced[] {
  const half = Math.round(0.5 / dtS);
  return passes.flatMap(({ from, settled }, i): Traced[] => {
    const [volts, amps] = [meanOf(fields.packV, from - 2 * half, from - half), meanOf(fields.packA, from - 2 * half, from - half)];
    if (!settled?.packV || settled.packA === undefined || volts === undefined || amps === undefined || settled.packA - amps < 2) return [];
    const lost = (volts - settled.packV) / (settled.packA - amps);
    if (lost <= 0) return [];
    const [first, last] = [from - half, (settled.from + settled.to) >> 1];
    const [a0, a1] = [amps, settled.packA];
    return [
      {
        kind: 'volts lost',
        label: `volts lost for each amp in pass ${i + 1}`,
        value: Math.log(lost),
        sigma: withModel(SIGMA.voltsLost),
        model: (conditions) => {
          const { at } = conditions;
          const bus = (slot: number, a: number) => {
            conditions.setTo(slot);
            at.otherA = 0;
            return at.busVAt(a);
          };
          return Math.log(Math.max(1e-6, (bus(first, a0) - bus(last, a1)) / (a1 - a0)));
        },
      },
    ];
  });
}
