import type { FigurePath } from '../plan/figure-path';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { simulateRun } from '../predict/run';
import { heatOf } from '../predict/run-types';
import { solveTopSpeed } from '../predict/top-speed';
import { scaledBy, uncertainFigures, type UncertainFigure } from '../resolve/uncertain-figures';

/** What the car was measured to do, on the plan's ground with the plan's parts. */
export interface MeasuredToday {
  topSpeedMs: number;
  /** Can after the plan's run [°C]. */
  canC?: number;
}

/** One figure that, changed alone, makes the prediction meet the measurement. */
export interface Explanation {
  path: FigurePath;
  label: string;
  /** `spread`: within what such a figure may be off; `slip`: a digit typed wrong. */
  kind: 'spread' | 'slip';
  /** The figure as it is and as it would have to be, in the plan file's unit. */
  from: number;
  to: number;
  /** How far that is in standard deviations of the figure; a slip counts as SLIP_SIGMAS. */
  sigmas: number;
  /** Can after the run with it [°C]; only where a can was measured. */
  canC?: number;
  measure: string;
}

export interface Difference {
  predictedMs: number;
  measuredMs: number;
  /** The likeliest first; empty when the two agree. */
  explanations: Explanation[];
}

/** Measured and predicted this near need no explanation: a GPS is no better. */
const AGREES = 0.02;
const MOST_FACTOR = 3;
const HALVINGS = 40;
/** A slipped digit is about as likely as a figure off by this much. */
const SLIP_SIGMAS = 1.8;
const SLIP_FITS = 0.04;
/** A can's temperature is known this well, model and thermometer together [K]. */
const CAN_SIGMA_K = 9;
/** Runs are computed for this many of the likeliest. */
const RUNS = 6;
const UNLIKELY_SIGMAS = 4;

/** Figures that decide top speed and can be written into a car or a plan. */
const ADJUSTABLE = [
  'motor.kvRpmPerV',
  'car.dragAreaM2',
  'site.rollingResistance',
  'car.tyre.diameterMm',
  'car.driveEfficiency',
  'motor.resistanceOhm',
  'packs[0].cellResistanceOhm',
] as const satisfies readonly FigurePath[];

/** Which single figure explains best why a car does not do what is predicted. Throws PlanError as resolvePlan does. */
export function explainDifference(plan: PlanFile, today: MeasuredToday): Difference {
  const resolved = resolvePlan(plan);
  const predictedMs = solveTopSpeed(resolved).topSpeedMs;
  const measuredMs = today.topSpeedMs;
  if (Math.abs(predictedMs / measuredMs - 1) <= AGREES) return { predictedMs, measuredMs, explanations: [] };
  const found = [...spreads(plan, resolved, measuredMs), ...slips(plan, resolved, measuredMs)].sort(
    (a, b) => a.explanation.sigmas - b.explanation.sigmas,
  );
  const score = new Map(found.map(({ explanation }) => [explanation, explanation.sigmas]));
  if (today.canC !== undefined) {
    for (const { explanation, as } of found.slice(0, RUNS)) {
      explanation.canC = heatOf(simulateRun(as)).maxCanC;
      score.set(explanation, Math.hypot(explanation.sigmas, (explanation.canC - today.canC) / CAN_SIGMA_K));
    }
  }
  const explanations = found.map(({ explanation }) => explanation).filter((one) => one.sigmas <= UNLIKELY_SIGMAS);
  return { predictedMs, measuredMs, explanations: explanations.sort((a, b) => score.get(a)! - score.get(b)!) };
}

interface Found {
  explanation: Explanation;
  as: ResolvedPlan;
}

function spreads(plan: PlanFile, resolved: ResolvedPlan, measuredMs: number): Found[] {
  return uncertainFigures(plan, resolved).flatMap((figure) => {
    const path = ADJUSTABLE.find((one) => one === figure.path);
    if (path === undefined) return [];
    const factor = factorFor(resolved, figure, measuredMs);
    const from = resolved.provenance[path]?.value;
    if (factor === undefined || typeof from !== 'number') return [];
    const to = Number((from * factor).toPrecision(4));
    if (path === 'car.driveEfficiency' && to > 1) return [];
    const sigmas = Math.abs(Math.log(factor)) / figure.sigma;
    return [
      {
        explanation: { path, label: figure.label, kind: 'spread' as const, from, to, sigmas, measure: figure.measure },
        as: scaledBy(resolved, figure, factor),
      },
    ];
  });
}

/** The factor on one figure that gives the measured speed, by halving its logarithm; undefined when none within MOST_FACTOR does. */
function factorFor(resolved: ResolvedPlan, figure: UncertainFigure, measuredMs: number): number | undefined {
  const excess = (logFactor: number) => solveTopSpeed(scaledBy(resolved, figure, Math.exp(logFactor))).topSpeedMs - measuredMs;
  let low = -Math.log(MOST_FACTOR);
  let high = -low;
  const atLow = excess(low);
  if (atLow * excess(high) > 0) return undefined;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = 0.5 * (low + high);
    if (excess(middle) * atLow > 0) low = middle;
    else high = middle;
  }
  return Math.exp(0.5 * (low + high));
}

const TYPED: {
  path: FigurePath;
  label: string;
  get: (plan: PlanFile) => number | undefined;
  set: (plan: PlanFile, value: number) => PlanFile;
  whole: boolean;
  measure: string;
}[] = [
  {
    path: 'car.internalRatio',
    label: 'ratio behind the spur',
    get: (plan) => plan.car.internalRatio,
    set: (plan, internalRatio) => ({ ...plan, car: { ...plan.car, internalRatio } }),
    whole: false,
    measure: 'Turn the wheel once and count turns of the spur.',
  },
  {
    path: 'car.tyre.diameterMm',
    label: 'tyre diameter',
    get: (plan) => plan.car.tyre.diameterMm,
    set: (plan, diameterMm) => ({ ...plan, car: { ...plan.car, tyre: { ...plan.car.tyre, diameterMm } } }),
    whole: false,
    measure: 'Roll the car one turn of the wheel; divide by 3.14.',
  },
  {
    path: 'gearing.pinion',
    label: 'pinion teeth',
    get: (plan) => plan.gearing.pinion,
    set: (plan, pinion) => ({ ...plan, gearing: { ...plan.gearing, pinion } }),
    whole: true,
    measure: 'Count its teeth again, with a pen mark on the first.',
  },
  {
    path: 'gearing.spur',
    label: 'spur teeth',
    get: (plan) => plan.gearing.spur,
    set: (plan, spur) => ({ ...plan, gearing: { ...plan.gearing, spur } }),
    whole: true,
    measure: 'Count its teeth again, with a pen mark on the first.',
  },
];

/** Figures typed with two digits swapped, or the point one place off, that would give the measured speed. */
function slips(plan: PlanFile, resolved: ResolvedPlan, measuredMs: number): Found[] {
  return TYPED.flatMap(({ path, label, get, set, whole, measure }) => {
    const from = get(plan);
    if (from === undefined) return [];
    return misreadingsOf(from, whole).flatMap((to) => {
      const as = resolvePlan(set(plan, to));
      const off = Math.abs(solveTopSpeed(as).topSpeedMs / measuredMs - 1);
      return off <= SLIP_FITS
        ? [{ explanation: { path, label, kind: 'slip' as const, from, to, sigmas: SLIP_SIGMAS + off / SLIP_FITS / 2, measure }, as }]
        : [];
    });
  }).filter(({ as }) => as !== resolved);
}

/** Neighbouring digits swapped, and for measures the point moved one place. */
export function misreadingsOf(value: number, whole: boolean): number[] {
  const text = String(value);
  const swapped = text.split('').flatMap((digit, i) => {
    const next = text[i + 1] === '.' ? i + 2 : i + 1;
    const other = text[next];
    if (digit === '.' || other === undefined || other === digit) return [];
    const digits = text.split('');
    digits[i] = other;
    digits[next] = digit;
    return [Number(digits.join(''))];
  });
  return [...swapped, ...(whole ? [] : [value * 10, value / 10])].filter((other) => Number.isFinite(other) && other > 0 && (!whole || other >= 4));
}
