import { openCircuitV } from '../chain/pack';
import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { bandOf, type Band } from '../math/band';
import { BLOCK } from '../math/stratified-normals';
import { MonteCarloSamples, BAND_SEED } from './monte-carlo-samples';
import { simulateRunFast } from './run-fast';
import { shownRun } from './peak';
import type { Run } from './run-types';
import { predictSteady } from './steady';
import { ROUGH_RUN } from './tolerances';
import { solveTopSpeed } from './top-speed';

/** The headline figures whose spread is asked for. */
export const BAND_FIGURES = ['topSpeedMs', 'packCurrentA', 'peakPackCurrentA', 'maxCanC', 'maxWindingC', 'maxEscC', 'minutes'] as const;
export type BandFigure = (typeof BAND_FIGURES)[number];

/** A figure whose measuring would narrow an answer, and the share of the answer's variance it makes. */
export interface Narrowing {
  path: string;
  label: string;
  share: number;
  measure: string;
}

/** How sure a prediction is. */
export interface Bands {
  samples: number;
  figures: Record<BandFigure, Band>;
  /** For each figure the one that, measured, would narrow it most. */
  narrows: Record<BandFigure, Narrowing | undefined>;
  /** Of the lap [s], where the run has laps. */
  lapS?: Band;
}

/** Ends of a band are within 3 to 8 % of its width of those of thousands of samples. */
export const BAND_SAMPLES = 6 * BLOCK;
/** Less of the variance than chance brings among so many samples is no reason to measure. */
const LEAST_SHARE = 0.05;

/**
 * Draws plans whose uncertain figures vary as docs/model.md section 2 says, and sorts what they do. Resumable: each call
 * of `add` drives some more; `bands` sums up what there is. The same seed gives the same samples.
 */
export class BandSampler {
  private readonly drawn: MonteCarloSamples;
  private readonly draws: number[][] = [];
  private readonly values = Object.fromEntries(BAND_FIGURES.map((figure) => [figure, [] as number[]])) as Record<BandFigure, number[]>;

  private readonly lapsS: number[] = [];

  constructor(plan: PlanFile, resolved: ResolvedPlan, seed = BAND_SEED) {
    this.drawn = new MonteCarloSamples(plan, resolved, seed);
  }

  get samples(): number {
    return this.draws.length;
  }

  /** Drives `count` samples more. */
  add(count: number): void {
    for (let i = 0; i < count; i++) {
      const { deviations, resolved: copy } = this.drawn.next();
      const steady = predictSteady(copy, solveTopSpeed(copy));
      const run = simulateRunFast(copy, ROUGH_RUN);
      this.draws.push(deviations);
      this.values.topSpeedMs.push(steady.topSpeedMs);
      this.values.packCurrentA.push(steady.packCurrentA);
      if (run.lapS !== null) this.lapsS.push(run.lapS);
      this.values.minutes.push(minutesToCutoff(copy, run));
      const shown = shownRun(steady, run);
      for (const figure of ['peakPackCurrentA', 'maxCanC', 'maxWindingC', 'maxEscC'] as const) this.values[figure].push(shown[figure]);
    }
  }

  bands(): Bands {
    const entries = <T>(of: (figure: BandFigure) => T) =>
      Object.fromEntries(BAND_FIGURES.map((figure) => [figure, of(figure)])) as Record<BandFigure, T>;
    return {
      samples: this.samples,
      figures: entries((figure) => bandOf(this.values[figure])),
      narrows: entries((figure) => this.narrowing(figure)),
      ...(this.samples > 0 && this.lapsS.length === this.samples ? { lapS: bandOf(this.lapsS) } : {}),
    };
  }

  /** The figure whose draws go most with an answer. */
  private narrowing(figure: BandFigure): Narrowing | undefined {
    const shares = this.drawn.figures.map((_, i) =>
      squaredCorrelation(
        this.draws.map((draw) => draw[i]!),
        this.values[figure],
      ),
    );
    const best = shares.reduce((most, share, i) => (share > shares[most]! ? i : most), 0);
    const { path, label, measure } = this.drawn.figures[best]!;
    return shares[best]! >= LEAST_SHARE ? { path, label, measure, share: shares[best]! } : undefined;
  }
}

/** The band of top speed alone, of the same samples: no run is driven for it. */
export function topSpeedBand(plan: PlanFile, resolved: ResolvedPlan): Band {
  const draws = new MonteCarloSamples(plan, resolved);
  return bandOf(Array.from({ length: BAND_SAMPLES }, () => solveTopSpeed(draws.next().resolved).topSpeedMs));
}

/** All samples at once, for the command line. */
export function sampleBands(plan: PlanFile, resolved: ResolvedPlan, seed = BAND_SEED, samples = BAND_SAMPLES): Bands {
  const sampler = new BandSampler(plan, resolved, seed);
  sampler.add(samples);
  return sampler.bands();
}

/**
 * Minutes until the ESC cuts off: where the run does, or carried on from its use of the charge to where the bus, sagging
 * as much as it did at worst, would be at the cut-off.
 */
export function minutesToCutoff(plan: ResolvedPlan, run: Run): number {
  const minutes = run.endS / 60;
  const used = run.usedAh / plan.pack.capacityAh;
  if (run.stop !== 'time' || used <= 0) return minutes;
  const now = plan.startCharge - used;
  const sag = Math.max(0, openCircuitV(plan.pack, now) - run.minBusV);
  let [low, high] = [0, Math.max(now, 0)];
  for (let i = 0; i < 30; i++) {
    const middle = 0.5 * (low + high);
    if (openCircuitV(plan.pack, middle) - sag < plan.pack.cutoffV) low = middle;
    else high = middle;
  }
  return (minutes * (plan.startCharge - high)) / used;
}

function squaredCorrelation(a: readonly number[], b: readonly number[]): number {
  const n = a.length;
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / n;
  const [meanA, meanB] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [da, db] = [a[i]! - meanA, b[i]! - meanB];
    ab += da * db;
    aa += da * da;
    bb += db * db;
  }
  return aa > 0 && bb > 0 ? (ab * ab) / (aa * bb) : 0;
}
