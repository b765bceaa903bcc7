import {
  backToBack,
  BAND_SAMPLES,
  BandSampler,
  driveRun,
  fixesFor,
  gearRun,
  heatCourse,
  partialConversionOf,
  partsList,
  partsOfConversion,
  predictSteady,
  resolvePlan,
  sweepEdits,
  sweepPoint,
  type Bands,
  type DrivenRun,
  type Finding,
  type FindingId,
  type Fixes,
  type GearRun,
  type HeatCourse,
  type PartialConversion,
  type ListLine,
  type PartsList,
  type PartsListOptions,
  type Part,
  type PlanFile,
  type Run,
  type SweepAnswers,
  type Swept,
  isReachable,
  type Limits,
} from '@puddler/core';
import { inPieces } from './in-pieces';
import type { RunTerms } from './predict-worker';
import { serve, type Work } from './serve';

const FIRST_SAMPLES = 8;
const SWEEP_NEWS_MS = 80;
const GEARS_NEWS_MS = 60;
const HOUSES_A_PART = 8;

/** True when so many milliseconds have gone by since it was last true. */
function every(ms: number): () => boolean {
  let last = performance.now();
  return () => {
    if (performance.now() - last < ms) return false;
    last = performance.now();
    return true;
  };
}

export interface HeatAnswer {
  course: HeatCourse;
  /** The same with one thing changed, for comparison. */
  compared: HeatCourse | undefined;
  /** Runs one after another, when more than one was asked for. */
  series: DrivenRun[];
}

export interface HeatQuestion {
  plan: PlanFile;
  /** The run, as it was driven for the answers. */
  driven: DrivenRun;
  readyC: number;
  compare: PlanFile | undefined;
  runs: number;
  pauseS: number;
}

export interface SweepAxis {
  swept: Swept;
  values: number[];
}

export interface SweepQuestion {
  plan: PlanFile;
  x: SweepAxis;
  y: SweepAxis | undefined;
}

/** All points with what was asked, x running fastest; undefined ones cannot be computed. */
export interface SweepAnswer extends Omit<SweepQuestion, 'plan'> {
  points: (SweepAnswers | undefined)[];
}

/** A part of a conversion with what has to be bought for it. */
export interface PricedPartial {
  partial: PartialConversion;
  lines: ListLine[];
}

export interface PartialsQuestion {
  plan: PlanFile;
  options: PartsListOptions;
}

/** What has to be bought for a plan; and for every part of the conversion, as far as they are done. */
export interface BuyAnswer {
  list: PartsList;
  partials: PricedPartial[];
  /** Of all partial conversions. */
  done: number;
}

export interface FixesQuestion {
  plan: PlanFile;
  terms: RunTerms;
  run: Run;
  findings: Finding[];
  shelf: Part[];
}

export type FixesOfFinding = [FindingId, Fixes];

export interface ReachQuestion {
  setups: { key: string; plan: PlanFile }[];
  limits: Limits;
}

export type ReachAnswer = [key: string, reaches: boolean][];

export interface GearsQuestion {
  plan: PlanFile;
  pairs: [pinion: number, spur: number][];
}

export type GearRuns = [pinion: number, spur: number, run: GearRun][];

const tasks = {
  /** Bands from the first samples at once, then finer ones as they come. */
  async bands(plan: PlanFile, work: Work<Bands>): Promise<Bands> {
    const sampler = new BandSampler(plan, resolvePlan(plan));
    let due = FIRST_SAMPLES;
    await inPieces(work, () => {
      sampler.add(1);
      if (sampler.samples < due) return false;
      if (sampler.samples >= BAND_SAMPLES) return true;
      work.part(sampler.bands());
      due = Math.min(2 * due, BAND_SAMPLES);
      return false;
    });
    return sampler.bands();
  },

  /** Fixes of each finding, one finding after the other. */
  async fixes({ plan, terms: { limits, stock }, run, findings, shelf }: FixesQuestion, work: Work<FixesOfFinding[]>): Promise<FixesOfFinding[]> {
    const resolved = resolvePlan(plan);
    const input = { plan, resolved, steady: predictSteady(resolved), run, limits, stock: stock && resolvePlan(stock) };
    const left = [...findings];
    await inPieces(work, () => {
      const finding = left.shift();
      if (finding) work.part([[finding.id, fixesFor(finding, input, shelf)]]);
      return left.length === 0;
    });
    return [];
  },

  /** Temperatures through the run, after it, compared, and in runs one after another. */
  heat({ plan, driven, readyC, compare, runs, pauseS }: HeatQuestion): HeatAnswer {
    const resolved = resolvePlan(plan);
    const other = compare && resolvePlan(compare);
    return {
      course: heatCourse(resolved, driven, readyC),
      compared: other && heatCourse(other, driveRun(other, {}), readyC),
      series: runs > 1 ? backToBack(resolved, driven, runs, pauseS, {}) : [],
    };
  },

  /** Every point of one or two figures over a range, row by row of the second. Undefined points cannot be computed. */
  async sweep({ plan, x, y }: SweepQuestion, work: Work): Promise<SweepAnswer> {
    const rows = y ? y.values : [undefined];
    const points: (SweepAnswers | undefined)[] = [];
    const total = rows.length * x.values.length;
    const isDue = every(SWEEP_NEWS_MS);
    await inPieces(work, () => {
      const across = x.values[points.length % x.values.length]!;
      const up = rows[Math.floor(points.length / x.values.length)];
      const edits = [...sweepEdits(plan, x.swept, across), ...(y && up !== undefined ? sweepEdits(plan, y.swept, up) : [])];
      points.push(sweepPoint(plan, edits));
      if (isDue()) work.progress(points.length / total);
      return points.length >= total;
    });
    return { x, y, points };
  },

  /** The parts list of a plan at once, then each part of the conversion. */
  async partials({ plan, options }: PartialsQuestion, work: Work<BuyAnswer>): Promise<BuyAnswer> {
    const { stock, limits } = options;
    const left = stock ? partsOfConversion(stock, plan) : [];
    const total = left.length;
    const partials: PricedPartial[] = [];
    const list = partsList(plan, options);
    const answer = (): BuyAnswer => ({ list, partials: [...partials], done: total === 0 ? 1 : partials.length / total });
    work.part(answer());
    await inPieces(work, () => {
      const conversion = left.shift();
      if (conversion === undefined) return true;
      const partial = partialConversionOf(stock!, plan, conversion, limits);
      partials.push({ partial, lines: partial.figures ? partsList(partial.plan, { ...options, driven: partial.figures }).lines : [] });
      if (partials.length % HOUSES_A_PART === 0) work.part(answer());
      return left.length === 0;
    });
    return answer();
  },

  /** Heat of every pair of gears, some at a time. */
  async gears({ plan, pairs }: GearsQuestion, work: Work<GearRuns>): Promise<GearRuns> {
    let done: GearRuns = [];
    let at = 0;
    const isDue = every(GEARS_NEWS_MS);
    await inPieces(work, () => {
      const pair = pairs[at++];
      if (pair) done.push([...pair, gearRun(plan, ...pair)]);
      if (isDue()) {
        work.part(done);
        done = [];
      }
      return at >= pairs.length;
    });
    return done;
  },

  /** Which setups Step up would let be driven for the whole run, one after the other. */
  async reach({ setups, limits }: ReachQuestion, work: Work<ReachAnswer>): Promise<ReachAnswer> {
    let at = 0;
    const answer: ReachAnswer = [];
    await inPieces(work, () => {
      const setup = setups[at++];
      if (setup) answer.push([setup.key, isReachable(setup.plan, limits)]);
      return at >= setups.length;
    });
    return answer;
  },
};

export type PlanTasks = typeof tasks;

serve(tasks);
