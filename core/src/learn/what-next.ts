import { capitalized } from '../plan/words';
import { P90 } from '../predict/speed-spread';
import { openCircuitV } from '../chain/pack';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { Drivetrain } from '../predict/drivetrain';
import { covarianceAt } from '../resolve/learned-figures';
import { dot, quadratic, times, zeros, type Matrix } from '../math/matrix';
import { fastRun } from '../predict/run-fast';
import { ROUGH_RUN } from '../predict/tolerances';
import { solveTopSpeed } from '../predict/top-speed';
import { scaledBy, uncertainFigures, type UncertainFigure } from '../resolve/uncertain-figures';
import { readingSigma, SIGMA, withModel } from './feature';

/** The answers that a measurement may narrow. */
export const NEXT_ANSWERS = ['topSpeedMs', 'packCurrentA', 'maxCanC'] as const;
export type NextAnswer = (typeof NEXT_ANSWERS)[number];

/** Something that could be measured, and how much surer the wanted answer would be. */
export interface NextMeasurement {
  id: string;
  what: string;
  how: string;
  /** Width of the band p10 to p90, as a share of the answer. */
  before: number;
  after: number;
}

/** One figure that a measurement gives: how it is computed, and its noise in the same measure. */
interface Reading {
  of: (plan: ResolvedPlan) => number;
  sigma: number;
}

interface Candidate extends Pick<NextMeasurement, 'id' | 'what' | 'how'> {
  readings: Reading[];
}

const DIFFERENCE = 0.5;
/** A figure measured at the bench is known to this. */
const BENCH_SIGMA = 0.02;
const COAST_AT = [0.8, 0.4] as const;
/** Less than this share narrower is not worth an afternoon. */
const LEAST_GAIN = 0.03;
const OTHER_TEETH = 3;

const lnTopSpeed = (plan: ResolvedPlan) => Math.log(Math.max(1e-6, solveTopSpeed(plan).topSpeedMs));
function lnPackA(plan: ResolvedPlan): number {
  const { at } = solveTopSpeed(plan);
  return Math.log(Math.max(1e-6, at.packA));
}
const canC = (plan: ResolvedPlan) => fastRun(plan, ROUGH_RUN).end.canC;

const ANSWERS: Record<NextAnswer, (plan: ResolvedPlan) => number> = {
  topSpeedMs: lnTopSpeed,
  packCurrentA: lnPackA,
  maxCanC: (plan) => Math.log(Math.max(1, fastRun(plan, ROUGH_RUN).run.maxCanC)),
};

/** How fast the car loses speed at a share of its top speed, trigger closed: logarithm. */
function lnCoast(share: number, topSpeedMs: number) {
  return (plan: ResolvedPlan): number => {
    const at = new Drivetrain(plan);
    at.conditions(plan.site.ambientC, plan.site.ambientC, plan.pack.resistanceOhm, openCircuitV(plan.pack, plan.startCharge));
    const v = share * topSpeedMs;
    at.throttle(v, 0);
    at.resist(v);
    return Math.log(Math.max(1e-4, (at.resistanceN - at.forceN) / at.line.movingMassKg));
  };
}

function candidates(plan: PlanFile, resolved: ResolvedPlan, figures: readonly UncertainFigure[]): Candidate[] {
  const { topSpeedMs, at } = solveTopSpeed(resolved);
  const can: Reading = { of: canC, sigma: readingSigma(canC(resolved), resolved.site.ambientC) };
  const speed: Reading = { of: lnTopSpeed, sigma: withModel(SIGMA.speedBothWays) };
  const amps: Reading = { of: lnPackA, sigma: withModel(SIGMA.currentTyped) };
  const coast = COAST_AT.map((share): Reading => ({ of: lnCoast(share, topSpeedMs), sigma: withModel(SIGMA.coastDown) }));
  const perVolt: Reading = {
    of: (one) => {
      const solved = solveTopSpeed(one);
      return Math.log(Math.max(1e-6, solved.at.motorRpm() / Math.max(1e-6, solved.at.busV())));
    },
    sigma: withModel(SIGMA.rpmPerVolt),
  };
  const others: Candidate[] = [
    { id: 'passes', what: 'Two passes with this plan, one each way', how: 'Note the highest speed of each.', readings: [speed] },
    { id: 'current', what: 'The amps at top speed', how: 'A meter between pack and ESC, read at the end of a pass.', readings: [speed, amps] },
    { id: 'can', what: 'The can after a run', how: 'An infrared thermometer on a matt patch, with the seconds since the stop.', readings: [can] },
    {
      id: 'coast',
      what: 'Rolling out from top speed with the trigger closed',
      how: 'Logged by the ESC or a GPS, no brakes, both ways.',
      readings: coast,
    },
    {
      id: 'log',
      what: 'A logged session: passes both ways, rolled out',
      how: 'Drop the ESC’s log and the phone’s track here.',
      readings: [{ ...speed, sigma: withModel(SIGMA.speedByRpm) }, { ...amps, sigma: withModel(SIGMA.currentTraced) }, perVolt, ...coast, can],
    },
  ];
  const { pinion } = plan.gearing;
  if (pinion !== undefined && at.packA > 0) {
    const other = { ...plan, gearing: { ...plan.gearing, pinion: Math.max(8, pinion - OTHER_TEETH) } };
    const ratio = resolvePlan(other).ratio / resolved.ratio;
    others.push({
      id: 'other-gearing',
      what: `Two passes on a pinion of ${other.gearing.pinion} teeth`,
      how: 'Another gearing tells the motor from the air.',
      readings: [{ of: (one) => lnTopSpeed({ ...one, ratio: one.ratio * ratio }), sigma: withModel(SIGMA.speedBothWays) }],
    });
  }
  const bench = figures
    .filter((figure) => figure.sigma > BENCH_SIGMA && !figure.path.startsWith('heat.') && !figure.path.startsWith('driver.'))
    .map((figure): Candidate => ({
      id: figure.path,
      what: `${capitalized(figure.label)}, measured at the bench`,
      how: figure.measure,
      readings: [],
    }));
  return [...others, ...bench];
}

/** The spread of a plan’s figures: what runs have taught with its whole matrix, what is usual for the rest. */
function spreadOf(plan: PlanFile, figures: readonly UncertainFigure[]): Matrix {
  const spread = zeros(figures.length);
  for (const [i, a] of figures.entries())
    for (const [j, b] of figures.entries()) {
      if (i === j) spread[i]![i] = a.sigma ** 2;
      else if (plan.learned && a.learnedAt !== undefined && b.learnedAt !== undefined)
        spread[i]![j] = covarianceAt(plan.learned, a.learnedAt, b.learnedAt);
      else if (a.correlatesWith?.path === b.path || b.correlatesWith?.path === a.path)
        spread[i]![j] = (a.correlatesWith ?? b.correlatesWith)!.correlation * a.sigma * b.sigma;
    }
  return spread;
}

/** What is left of a spread once something was read that goes with `h`. */
function narrowed(spread: Matrix, h: readonly number[], sigma: number): Matrix {
  const ch = times(spread, h);
  const under = dot(h, ch) + sigma * sigma;
  return spread.map((row, i) => row.map((value, j) => value - (ch[i]! * ch[j]!) / under));
}

/** What to measure next to be surer of an answer, the most telling first; empty for a car that does not move. */
export function whatNext(plan: PlanFile, answer: NextAnswer): NextMeasurement[] {
  const resolved = resolvePlan(plan);
  if (!(solveTopSpeed(resolved).topSpeedMs > 0)) return [];
  const figures = uncertainFigures(plan, resolved);
  const slopes = (of: (plan: ResolvedPlan) => number) =>
    figures.map((figure) => {
      const step = DIFFERENCE * figure.sigma;
      return step > 0 ? (of(scaledBy(resolved, figure, Math.exp(step))) - of(scaledBy(resolved, figure, Math.exp(-step)))) / (2 * step) : 0;
    });
  const spread = spreadOf(plan, figures);
  const g = slopes(ANSWERS[answer]);
  const widthOf = (matrix: Matrix) => 2 * P90 * Math.sqrt(Math.max(0, quadratic(matrix, g)));
  const before = widthOf(spread);
  const known = new Map<Reading['of'], number[]>();
  const slopesOf = (of: Reading['of']) => {
    if (!known.has(of)) known.set(of, slopes(of));
    return known.get(of)!;
  };
  return candidates(plan, resolved, figures)
    .map(({ id, what, how, readings }): NextMeasurement => {
      const at = figures.findIndex((figure) => figure.path === id);
      const after =
        at >= 0
          ? narrowed(
              spread,
              figures.map((_, i) => (i === at ? 1 : 0)),
              BENCH_SIGMA,
            )
          : readings.reduce((sofar, { of, sigma }) => narrowed(sofar, slopesOf(of), sigma), spread);
      return { id, what, how, before, after: widthOf(after) };
    })
    .filter((one) => one.before > 0 && one.after < (1 - LEAST_GAIN) * one.before)
    .sort((a, b) => a.after - b.after);
}
