import { predictSteady, refitted, type LoggedRun, type PlanFile, type Series } from '@puddler/core';
import { bisector } from 'd3-array';
import { plainPlan } from '../helpers';
import { hiddenSession, KINDS, otherSetup, type Odd } from './hidden-session';

/** Cars and sessions that do not obey what learning takes for granted, each kind for one reason. */
export interface OddKind {
  name: string;
  odd: Odd;
  plan?: (kind: PlanFile) => PlanFile;
  /** More runs of the same car, beside the odd one. */
  also?: Odd;
}

const without = (series: Series, field: 'motorRpm' | 'speedMs'): Series => {
  const { [field]: _gone, ...rest } = series;
  return rest;
};
const scaled =
  (field: 'motorRpm' | 'packA' | 'speedMs', factor: number, offset = 0) =>
  (series: Series): Series =>
    series[field] ? { ...series, [field]: series[field].map((value) => (value === null ? null : value * factor + offset)) } : series;

/** A GPS that speaks late by more than learning expects. */
function late(lagS: number) {
  return ({ speedMs = [], ...series }: Series): Series => {
    const heard = series.timeS.flatMap((timeS, i) => (speedMs[i] === null || speedMs[i] === undefined ? [] : [{ timeS, speedMs: speedMs[i] }]));
    const times = bisector(({ timeS }: { timeS: number }) => timeS);
    return {
      ...series,
      speedMs: series.timeS.map((timeS, i) => (speedMs[i] === null ? null : (heard[times.right(heard, timeS - lagS + 1e-9) - 1]?.speedMs ?? 0))),
    };
  };
}

export const ODD_KINDS: readonly OddKind[] = [
  { name: 'wind of 7 m/s', odd: { weather: { windMs: 7 } } },
  { name: 'slope of 3 %', odd: { weather: { grade: 0.03 } } },
  { name: 'GPS a second late', odd: { log: late(1) } },
  { name: 'tyres that grow', odd: { bend: (truth) => (truth.car.tyreGrowth = 0.08) } },
  {
    name: 'charge of another driver',
    odd: { note: ({ trace: _trace, ...run }) => ({ ...run, passes: [], readings: [], usedAh: 1.2, minutes: 4 }) },
  },
  { name: 'half the poles', odd: { log: scaled('motorRpm', 2) } },
  { name: 'two motors', odd: {}, plan: (kind) => ({ ...kind, motorCount: 2 }) },
  {
    name: 'tired pack',
    odd: {
      bend: (truth) => {
        truth.pack.resistanceOhm *= 2;
        truth.pack.capacityAh *= 0.7;
      },
    },
  },
  { name: 'two runs that contradict each other', odd: { log: (series) => scaled('speedMs', 1.08)(scaled('motorRpm', 1.08)(series)) }, also: {} },
  { name: 'no rpm in the log', odd: { log: (series) => without(series, 'motorRpm') } },
  { name: 'no speed in the log', odd: { log: (series) => without(series, 'speedMs') } },
  { name: 'ground that grips little', odd: { bend: (truth) => (truth.site.grip *= 0.6) } },
  { name: 'ammeter an amp high', odd: { log: scaled('packA', 1, 1) } },
];

export interface OddSession {
  runs: LoggedRun[];
  /** Another gearing and a cell less, and what it truly does on a day without wind. */
  plan: PlanFile;
  trueMs: number;
}

export function oddSession(seed: number, { odd, plan: of = (kind) => kind, also }: OddKind): OddSession {
  const kind = of(KINDS[seed % KINDS.length] ?? plainPlan());
  const { hidden, run } = hiddenSession(seed, kind, { slip: 'none' }, odd);
  const plan = otherSetup(run.plan);
  const truth = refitted(hidden, plan);
  odd.bend?.(truth);
  const more = also ? [{ ...hiddenSession(seed, kind, { slip: 'none' }, also).run, name: 'another day' }] : [];
  return { runs: [run, ...more], plan, trueMs: predictSteady(truth).topSpeedMs };
}
