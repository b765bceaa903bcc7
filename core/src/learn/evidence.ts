import { RPM_PER_RAD_S } from '../chain/constants';
import { openCircuitV } from '../chain/pack';
import type { RunFile } from '../log/run-file';
import { stretchesOf } from '../log/stretches';
import { meanOf, slopeOf, traceOf, type Trace } from '../log/trace';
import { plannedRun, resolvePlan, type ResolvedPlan } from '../plan/resolve-plan';
import { stoodFor, type Temperatures } from '../predict/cool-down';
import { Drivetrain } from '../predict/drivetrain';
import { fastRun } from '../predict/run-fast';
import { ROUGH_RUN } from '../predict/tolerances';
import { balance } from '../predict/top-speed';
import { Conditions, drivenOf } from './conditions';

/** What a run says of the car, one figure each. */
export const FEATURES = [
  'top speed',
  'settled current',
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

/** Noise of the logarithm of each, docs/model.md section 10; in the order of typed, traced where they differ. */
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
  model: (plan: ResolvedPlan, restV: number) => number[];
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

/** What a run says, ready to be compared. Throws PlanError when its plan cannot be computed. */
export function evidenceOf(run: RunFile, place: number): Evidence {
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
  const traced = run.series ? tracedEvidence(run, resolved) : undefined;
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
    model: (plan, restV) => {
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
      if (settledA !== undefined) f.push(Math.log(Math.max(1e-3, at.packA)));
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
  /** Slots whose moments are asked. */
  slots: number[];
  model: (conditions: Conditions, plan: ResolvedPlan) => number;
}

function tracedEvidence(run: RunFile, resolved: ResolvedPlan): Part | undefined {
  const trace = traceOf(run.series!);
  const driven = drivenOf(trace);
  if (!driven) return undefined;
  const metresPerRpmS = 1 / RPM_PER_RAD_S / new Drivetrain(resolved).line.leverAtRest;
  const found = stretchesOf(trace, metresPerRpmS);
  const features: Traced[] = [
    ...settledFeatures(found.passes, trace),
    ...slopeFeatures(found, trace, resolved, driven),
    ...lostFeatures(found.passes, trace),
  ];
  const after = afterwards(run, resolved);
  const usedAh = trace.fields.packA ? trace.fields.packA.reduce((sum, a) => sum + (Number.isNaN(a) ? 0 : a), 0) * (trace.dtS / 3600) : undefined;
  const charge: Draft[] =
    usedAh !== undefined && usedAh > 0.005
      ? [{ kind: 'charge used', label: 'charge used', value: Math.log(usedAh), sigma: withModel(SIGMA.charge), gain: 'gainA' }]
      : [];
  return {
    drafts: [...features, ...charge, ...after.drafts],
    model: (plan, restV) => {
      const conditions = new Conditions(plan, driven, restV);
      return [
        ...features.map((one) => one.model(conditions, plan)),
        ...(charge.length > 0 ? [Math.log(Math.max(1e-6, conditions.usedAh))] : []),
        ...after.model(plan, conditions.end, conditions.usedAh),
      ];
    },
  };
}

type Passes = ReturnType<typeof stretchesOf>['passes'];

/** Speed, amps, volts and rpm at the end of passes, averaged over all of them: wind and slope of the two ways cancel. */
function settledFeatures(passes: Passes, trace: Trace): Traced[] {
  const settled = passes.flatMap((pass) => pass.settled ?? []);
  if (settled.length === 0) return [];
  const slots = settled.map(({ from, to }) => (from + to) >> 1);
  const n = Math.min(COUNT_IN_FULL, settled.length);
  const mean = (of: (one: (typeof settled)[number]) => number | undefined) => {
    const values = settled.map(of);
    return values.every((value) => value !== undefined && value > 0)
      ? values.reduce<number>((sum, value) => sum + Math.log(value!), 0) / values.length
      : undefined;
  };
  const overPasses = (of: (at: Drivetrain, speedMs: number) => number) => (conditions: Conditions, plan: ResolvedPlan) =>
    slots.reduce((sum, slot) => {
      conditions.setTo(slot);
      const { topSpeedMs } = balance(conditions.at, plan.car.tyreGrowth);
      return sum + Math.log(Math.max(1e-9, of(conditions.at, topSpeedMs)));
    }, 0) / slots.length;
  const feature = (
    kind: FeatureKind,
    value: number | undefined,
    sigma: number,
    of: (at: Drivetrain, speedMs: number) => number,
    gain?: Draft['gain'],
  ): Traced[] =>
    value === undefined
      ? []
      : [{ kind, label: kind, value, sigma: Math.hypot(sigma / Math.sqrt(n), SIGMA.model), ...(gain ? { gain } : {}), slots, model: overPasses(of) }];
  const oneWay = settled.length < 2;
  const withRpm = trace.fields.motorRpm !== undefined;
  return [
    ...feature(
      'top speed',
      mean((one) => (withRpm ? one.motorRpm : undefined)),
      oneWay ? SIGMA.speedOneWay : SIGMA.speedByRpm,
      (at) => at.motorRpm(),
    ),
    ...feature(
      'top speed',
      mean((one) => (withRpm ? undefined : one.gpsMs)),
      oneWay ? SIGMA.speedOneWay : SIGMA.speedBothWays,
      (_at, speedMs) => speedMs,
    ),
    ...feature(
      'settled current',
      mean((one) => one.packA),
      SIGMA.currentTraced,
      (at) => at.packA,
      'gainA',
    ),
    ...feature(
      'settled volts',
      mean((one) => one.packV),
      SIGMA.volts,
      (at) => at.busV(),
      'gainV',
    ),
    ...feature(
      'rpm per volt',
      mean((one) => (one.motorRpm !== undefined && one.packV ? one.motorRpm / one.packV : undefined)),
      SIGMA.rpmPerVolt,
      (at) => at.motorRpm() / at.busV(),
      '1/gainV',
    ),
    ...feature(
      'speed per rpm',
      mean((one) => (one.motorRpm && one.gpsMs !== undefined ? one.gpsMs / one.motorRpm : undefined)),
      SIGMA.speedPerRpm,
      (at, speedMs) => speedMs / at.motorRpm(),
    ),
  ];
}

/** Accelerations of passes and decelerations of rolling out, by the motor’s speed. */
function slopeFeatures(
  { passes, coastDowns }: ReturnType<typeof stretchesOf>,
  { fields, dtS }: Trace,
  resolved: ResolvedPlan,
  driven: NonNullable<ReturnType<typeof drivenOf>>,
): Traced[] {
  const { motorRpm } = fields;
  if (!motorRpm) return [];
  const now = new Conditions(resolved, driven, 0);
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
    if (duty === 1 && now.at.limited) return [];
    return [
      { kind, label: kind, value: Math.log(sign * perS), sigma: withModel(duty === 1 ? SIGMA.acceleration : SIGMA.coastDown), slots: [at], model },
    ];
  };
  const top = Math.max(0, ...passes.map((pass) => pass.topRpm ?? 0));
  const all = [
    ...passes.flatMap(({ from, to, topRpm }) =>
      ACCELERATION_AT.flatMap((share) => {
        const at = topRpm === undefined ? undefined : crossing(motorRpm, from, to, share * topRpm, true);
        return at === undefined || at - ACCELERATION_HALF < from
          ? []
          : slope('acceleration', at, 1, ACCELERATION_HALF).map((one) => ({ ...one, label: `acceleration at ${100 * share} % of the pass` }));
      }),
    ),
    ...coastDowns.flatMap(({ from, to }) =>
      COAST_AT.flatMap((share) => {
        const at = crossing(motorRpm, from, to, share * top, false);
        return at === undefined || at - COAST_HALF < from || at + COAST_HALF > to
          ? []
          : slope('coast-down', at, 0, COAST_HALF).map((one) => ({ ...one, label: `coast-down at ${100 * share} % of top speed` }));
      }),
    ),
  ];
  return overAllPasses(all);
}

/** One feature for those alike of all passes: wind and slope of the two ways cancel in their mean. */
function overAllPasses(features: readonly Traced[]): Traced[] {
  return [...new Set(features.map((one) => one.label))].map((label) => {
    const alike = features.filter((one) => one.label === label);
    const mean = (of: (one: Traced) => number) => alike.reduce((sum, one) => sum + of(one), 0) / alike.length;
    return {
      ...alike[0]!,
      value: mean((one) => one.value),
      sigma: Math.hypot(Math.sqrt(alike[0]!.sigma ** 2 - SIGMA.model ** 2) / Math.sqrt(Math.min(COUNT_IN_FULL, alike.length)), SIGMA.model),
      slots: alike.flatMap((one) => one.slots),
      model: (conditions, plan) => mean((one) => one.model(conditions, plan)),
    };
  });
}

/** Volts that the pack loses for each amp, from just before a pass to its end. */
function lostFeatures(passes: Passes, { fields, dtS }: Trace): Traced[] {
  const half = Math.round(0.5 / dtS);
  return passes.flatMap(({ from, settled }): Traced[] => {
    const [volts, amps] = [meanOf(fields.packV, from - 2 * half, from - half), meanOf(fields.packA, from - 2 * half, from - half)];
    if (!settled?.packV || settled.packA === undefined || volts === undefined || amps === undefined || settled.packA - amps < 2) return [];
    const lost = (volts - settled.packV) / (settled.packA - amps);
    if (lost <= 0) return [];
    const [first, last] = [from - half, (settled.from + settled.to) >> 1];
    const [a0, a1] = [amps, settled.packA];
    return [
      {
        kind: 'volts lost',
        label: 'volts lost for each amp',
        value: Math.log(lost),
        sigma: withModel(SIGMA.voltsLost),
        slots: [first, last],
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
