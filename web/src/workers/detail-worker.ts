import {
  backToBack,
  BAND_SAMPLES,
  BandSampler,
  driveRun,
  fixesFor,
  gearRun,
  heatCourse,
  houseOf,
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
  type House,
  type ListLine,
  type PartsList,
  type PartsListOptions,
  type Part,
  type PlanFile,
  type Run,
  type SweepAnswers,
  type Swept,
} from '@puddler/core';
import { expose } from 'comlink';
import type { RunTerms } from './predict-worker';

/** Kinds of work; of each only the newest is wanted. */
export type DetailKind = 'bands' | 'fixes' | 'heat' | 'gears' | 'sweep' | 'houses';

const newest: Record<DetailKind, number> = { bands: 0, fixes: 0, heat: 0, gears: 0, sweep: 0, houses: 0 };
/** Work goes on in pieces of about this long, so that a newer wish is heard. */
const PIECE_MS = 25;
const FIRST_SAMPLES = 12;
const BAND_SEED = 1;
/** A drag changes its mind every frame: work begins once it has held still this long. */
const HOLD_STILL_MS = 18;

const breath = (ms = 0) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Runs `work` piece by piece until it says it is done or a newer wish of its kind has come. */
async function inPieces(kind: DetailKind, token: number, work: () => boolean): Promise<boolean> {
  newest[kind] = Math.max(newest[kind], token);
  await breath(HOLD_STILL_MS);
  for (;;) {
    await breath();
    if (newest[kind] !== token) return false;
    const start = performance.now();
    do {
      if (work()) return true;
    } while (performance.now() - start < PIECE_MS);
  }
}

export interface HeatAnswer {
  course: HeatCourse;
  /** The same with one thing changed, for comparison. */
  compared: HeatCourse | undefined;
  /** Runs one after another, when more than one was asked for. */
  series: DrivenRun[];
}

export interface HeatWish {
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

export interface SweepWish {
  x: SweepAxis;
  y: SweepAxis | undefined;
}

export interface SweepAnswer {
  /** Share that is done. */
  done: number;
  /** All points with what was asked, x running fastest; once they are all there. Undefined ones cannot be computed. */
  whole: { wish: SweepWish; points: (SweepAnswers | undefined)[] } | undefined;
}

/** A part of a conversion with what has to be bought for it. */
export interface PricedHouse {
  house: House;
  lines: ListLine[];
}

/** What has to be bought for a plan; and for every part of the conversion, as far as they are done. */
export interface BuyAnswer {
  list: PartsList;
  houses: PricedHouse[];
  /** Of all houses. */
  done: number;
}

const tasks = {
  /** Says that what was asked under a token is no longer wanted. */
  cancel(kind: DetailKind, token: number): void {
    if (newest[kind] <= token) newest[kind] = token + 0.5;
  },

  /** Bands from the first samples at once, then finer ones as they come. */
  async bands(token: number, plan: PlanFile, report: (bands: Bands) => void): Promise<void> {
    const sampler = new BandSampler(plan, resolvePlan(plan), BAND_SEED);
    let due = FIRST_SAMPLES;
    await inPieces('bands', token, () => {
      sampler.add(1);
      if (sampler.samples < due) return false;
      report(sampler.bands());
      due = Math.min(2 * due, BAND_SAMPLES);
      return sampler.samples >= BAND_SAMPLES;
    });
  },

  /** Fixes of each finding, one finding after the other. */
  async fixes(
    token: number,
    plan: PlanFile,
    { limits, stock }: RunTerms,
    run: Run,
    findings: Finding[],
    shelf: Part[],
    report: (mended: [FindingId, Fixes]) => void,
  ): Promise<void> {
    const resolved = resolvePlan(plan);
    const input = { plan, resolved, steady: predictSteady(resolved), run, limits, stock: stock && resolvePlan(stock) };
    const left = [...findings];
    await inPieces('fixes', token, () => {
      const finding = left.shift();
      if (finding) report([finding.id, fixesFor(finding, input, shelf)]);
      return left.length === 0;
    });
  },

  /** Temperatures through the run, after it, compared, and in runs one after another. */
  async heat(token: number, plan: PlanFile, wish: HeatWish, report: (answer: HeatAnswer) => void): Promise<void> {
    await inPieces('heat', token, () => {
      const resolved = resolvePlan(plan);
      const other = wish.compare && resolvePlan(wish.compare);
      report({
        course: heatCourse(resolved, wish.driven, wish.readyC),
        compared: other && heatCourse(other, driveRun(other, {}), wish.readyC),
        series: wish.runs > 1 ? backToBack(resolved, wish.driven, wish.runs, wish.pauseS, {}) : [],
      });
      return true;
    });
  },

  /** Every point of one or two figures over a range, row by row of the second; told how far it is, and all of it at the end. */
  async sweep(token: number, plan: PlanFile, wish: SweepWish, report: (answer: SweepAnswer) => void): Promise<void> {
    const { x, y } = wish;
    const rows = y ? y.values : [undefined];
    const points: (SweepAnswers | undefined)[] = [];
    const total = rows.length * x.values.length;
    let sent = performance.now();
    await inPieces('sweep', token, () => {
      const across = x.values[points.length % x.values.length]!;
      const up = rows[Math.floor(points.length / x.values.length)];
      const edits = [...sweepEdits(plan, x.swept, across), ...(y && up !== undefined ? sweepEdits(plan, y.swept, up) : [])];
      points.push(sweepPoint(plan, edits));
      const finished = points.length >= total;
      if (finished || performance.now() - sent > 80) {
        sent = performance.now();
        report({ done: points.length / total, whole: finished ? { wish, points } : undefined });
      }
      return finished;
    });
  },

  /** The parts list of a plan at once, then each part of the conversion. */
  async houses(token: number, plan: PlanFile, options: PartsListOptions, report: (answer: BuyAnswer) => void): Promise<void> {
    const { stock, limits } = options;
    const left = stock ? partsOfConversion(stock, plan) : [];
    const total = left.length;
    const houses: PricedHouse[] = [];
    let list: PartsList | undefined;
    await inPieces('houses', token, () => {
      if (list) {
        const house = houseOf(stock!, plan, left.shift()!, limits);
        houses.push({ house, lines: house.figures ? partsList(house.plan, { ...options, maxCanC: house.figures.maxCanC }).lines : [] });
      } else list = partsList(plan, options);
      if (left.length === 0 || houses.length % 8 === 0) report({ list, houses: [...houses], done: total === 0 ? 1 : houses.length / total });
      return left.length === 0;
    });
  },

  /** Heat of every pair of gears, some at a time. */
  async gears(
    token: number,
    plan: PlanFile,
    pairs: [pinion: number, spur: number][],
    report: (done: [number, number, GearRun][]) => void,
  ): Promise<void> {
    let done: [number, number, GearRun][] = [];
    let sent = performance.now();
    let at = 0;
    await inPieces('gears', token, () => {
      const pair = pairs[at++];
      if (pair) done.push([...pair, gearRun(plan, ...pair)]);
      const finished = at >= pairs.length;
      if (finished || performance.now() - sent > 60) {
        report(done);
        done = [];
        sent = performance.now();
      }
      return finished;
    });
  },
};

export type DetailTasks = typeof tasks;

expose(tasks);
