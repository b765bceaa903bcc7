import { bandOf, type Band } from '../math/band';
import { MonteCarloSamples } from '../predict/monte-carlo-samples';
import { normal, randomStream } from '../math/random';
import { CALM } from './conditions';
import type { FeatureKind } from './feature';
import { resolvedAsDriven, type LoggedRun } from './logged-run';
import { tracedAfterwards } from './traced-evidence';
import { typedEvidence } from './typed-evidence';

/** The figures of a run that a prediction is held against. */
export const RUN_FIGURES = ['topSpeedMs', 'settledA', 'canC', 'escC', 'packC', 'usedAh', 'to18m3S', 'to40m2S'] as const;
export type RunFigure = (typeof RUN_FIGURES)[number];

/** Plans drawn for the bands of a run. */
const RUN_BAND_SAMPLES = 120;

const BY_KIND: Partial<Record<FeatureKind, RunFigure>> = {
  'top speed': 'topSpeedMs',
  'settled current': 'settledA',
  can: 'canC',
  ESC: 'escC',
  pack: 'packC',
  'charge used': 'usedAh',
};

/** Which figure a feature of a run is; undefined for one that is no headline. */
const figureOf = (kind: FeatureKind, label: string): RunFigure | undefined =>
  kind === 'time to a mark' ? (label.includes('18.3') ? 'to18m3S' : 'to40m2S') : BY_KIND[kind];

const isTemperature = (kind: FeatureKind) => kind === 'can' || kind === 'ESC' || kind === 'pack';

/** What was measured in a run, by figure: passes as their mean, the first reading of each part. */
export function measuredOf(run: LoggedRun): Partial<Record<RunFigure, number>> {
  const found: Partial<Record<RunFigure, number>> = {};
  for (const { kind, label, value } of typedEvidence(run, resolvedAsDriven(run)).drafts) {
    const figure = figureOf(kind, label);
    if (figure && found[figure] === undefined) found[figure] = isTemperature(kind) ? value : Math.exp(value);
  }
  return found;
}

/**
 * The likely ranges of what a run measures, by its plan with what that had been taught: the spread of the plan’s figures and that of
 * the instruments together, so that eight of ten figures lie within. Where there is a log, temperatures and charge follow its own
 * throttle. The same run gives the same bands. Throws PlanError when the plan cannot be computed.
 */
export function runBands(run: LoggedRun, samples = RUN_BAND_SAMPLES): Partial<Record<RunFigure, Band>> {
  const resolved = resolvedAsDriven(run);
  const { drafts, model } = typedEvidence(run, resolved);
  const figures = drafts.map(({ kind, label }) => figureOf(kind, label));
  const logged = run.trace && tracedAfterwards(run, resolved);
  const draws = new MonteCarloSamples(run.plan, resolved);
  const random = randomStream(samples);
  const values = drafts.map(() => [] as number[]);
  for (let i = 0; i < samples; i++) {
    const drawn = draws.next().resolved;
    const said = model(drawn, CALM);
    if (logged) said.splice(said.length - logged.count, logged.count, ...logged.model(drawn));
    for (const [k, { kind, sigma }] of drafts.entries()) {
      const value = said[k]! + sigma * normal(random);
      values[k]!.push(isTemperature(kind) ? value : Math.exp(value));
    }
  }
  const bands: Partial<Record<RunFigure, Band>> = {};
  for (const [k, figure] of figures.entries()) {
    if (!figure || bands[figure]) continue;
    bands[figure] = bandOf(values[k]!);
  }
  return bands;
}

/** How well predictions have held over a car’s runs. */
export interface Score {
  inside: number;
  of: number;
  /** Mean interval score of the bands of 80 %, each as a share of its middle, of temperatures as a share of 50 K: smaller is surer and truer. */
  interval: number;
}

/** What a width is a share of: the figure itself; of temperatures, which have no zero that means anything, a usual rise. */
const scaleOf = (figure: RunFigure, { p50 }: Band): number => (figure.endsWith('C') ? USUAL_RISE_K : Math.abs(p50));
const USUAL_RISE_K = 50;

/** A miss counts so many times its distance: 2 over the share that lies outside. */
const MISS = 2 / 0.2;

/** Holds what runs measured against the bands that were frozen before them. Undefined where there is nothing to hold. */
export function scoreOf(
  runs: readonly { measured: Partial<Record<RunFigure, number>>; predicted: Partial<Record<string, Band>> }[],
): Score | undefined {
  let [inside, of, sum] = [0, 0, 0];
  for (const { measured, predicted } of runs)
    for (const figure of RUN_FIGURES) {
      const [value, band] = [measured[figure], predicted[figure]];
      if (value === undefined || !band || !(scaleOf(figure, band) > 0)) continue;
      of++;
      if (value >= band.p10 && value <= band.p90) inside++;
      sum += (band.p90 - band.p10 + MISS * Math.max(0, band.p10 - value, value - band.p90)) / scaleOf(figure, band);
    }
  return of === 0 ? undefined : { inside, of, interval: sum / of };
}
