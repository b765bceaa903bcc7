import {
  compact,
  courseOfTrace,
  groundSpeed,
  learn,
  logCsv,
  logGpx,
  measuredOf,
  metresPerRpm,
  type MinMax,
  replay,
  resolvePlan,
  runBands,
  samplesOf,
  seriesOf,
  stretchesOf,
  traceFigures,
  whatNext,
  withoutLearned,
  type Learned,
  type LoggedRun,
  type LogOptions,
  type NextAnswer,
  type NextMeasurement,
  type PlanFile,
  type Replay,
  type Band,
  type RunFigure,
  type RunFile,
  type Samples,
  type Series,
  type SeriesField,
} from '@puddler/core';
import { checkRunFile } from '@puddler/contract';
import type { CarRun, KeptLog } from '@puddler/contract/shared';
import { transfer } from 'comlink';
import { drawAlone, lanesOf, passLines, predictedPass, type Drawn, type PassLine, type TraceFacts } from './log-drawing';
import { clockSpeeds, type ClockSpeed } from './log-clocks';
import { adopt, joinedTrace, loggedRunOf, partsOf, readOnce, samplesOfPart, type LogOpened, type LogSource, type TracePart } from './log-reading';
import { serve, type Work } from './serve';

const drawn = new Map<string, Drawn>();
/** Told when a view is asked for. */
const onView = new Map<string, () => void>();
/** So long the search in a log waits for its first drawing. */
const FIRST_VIEW_MS = 150;

/** Lets the first view of a log be drawn, if anyone looks at it: what follows takes the worker a while. */
const viewed = (key: string): Promise<void> =>
  new Promise<void>((resolve) => {
    onView.set(key, () => setTimeout(resolve));
    setTimeout(resolve, FIRST_VIEW_MS);
  }).finally(() => onView.delete(key));

/** What runs taught, and from which of them. */
export interface LearningResult {
  learned: Learned;
  runs: readonly CarRun[];
}

/** The logs of a run, and the name under which they are kept for drawing. */
export interface TraceQuestion {
  key: string;
  parts: TracePart[];
  plan: PlanFile;
}

export interface ViewQuestion extends TraceQuestion {
  fromS: number;
  toS: number;
  columns: number;
}

export interface OpenQuestion {
  source: LogSource;
  options: LogOptions;
}

export interface AdoptQuestion {
  file: File;
  options: LogOptions;
  log: KeptLog;
  plan: PlanFile;
}

/** Draws one log alone as soon as it is read; several are drawn when they lie over each other. */
async function drawFirst({ key, parts, plan }: TraceQuestion): Promise<Drawn | undefined> {
  const [only, other] = parts;
  if (!only || other || drawn.has(key)) return undefined;
  const alone = drawAlone(await samplesOfPart(only, plan));
  drawn.set(key, alone);
  return alone;
}

const tasks = {
  /** Reads a log, telling how far it is, and says what its columns are. */
  async open({ source, options }: OpenQuestion, { progress }: Work): Promise<LogOpened> {
    const { outcome, form } = await readOnce(source, options, progress);
    if (!outcome.ok) return outcome;
    const { columns, first, problems, runs } = outcome.reading;
    return {
      ok: true,
      summary: { form, columns, first, problems, runs: runs.map(({ timeS }) => ({ seconds: timeS[timeS.length - 1] ?? 0, rows: timeS.length })) },
    };
  },

  adopt: ({ file, options, log, plan }: AdoptQuestion): void => adopt(file, options, log, plan),

  /** Lays the logs of a run over each other and finds what is in them. The first part is sent as soon as one log alone can be drawn. */
  async trace(question: TraceQuestion, { part }: Work<TraceFacts>): Promise<TraceFacts> {
    const { key, parts, plan } = question;
    const first = await drawFirst(question);
    if (first) {
      part(first.facts);
      await viewed(key);
    }
    const { trace, samples, shifts } = await joinedTrace(parts, plan);
    const before = drawn.get(key);
    if (before?.trace === trace) return before.facts;
    const startS = Math.min(...samples.map(({ timeS }, i) => (timeS[0] ?? 0) + shifts[i]!.shiftS));
    const lanes = parts.length > 1 || !before ? lanesOf(samples.map((one, i) => ({ samples: one, byS: shifts[i]!.shiftS - startS }))) : before.lanes;
    const resolved = resolvePlan(plan);
    const perRpm = metresPerRpm(resolved);
    const speed = groundSpeed(trace, perRpm);
    const stretches = stretchesOf(trace, perRpm);
    const facts: TraceFacts = {
      whole: true,
      durationS: trace.count * trace.dtS,
      fields: [...lanes.keys()],
      shifts,
      dtS: trace.dtS,
      stretches,
      passes: passLines(trace, stretches, speed),
      ...compact({ course: courseOfTrace(trace, speed, resolved) }),
      figures: traceFigures(trace, stretches),
    };
    drawn.set(key, { trace, lanes, facts });
    return facts;
  },

  /** Least and most of each pixel’s stretch, by field. What is not kept for drawing (any more) is laid out again. */
  async view({ fromS, toS, columns, ...question }: ViewQuestion): Promise<Partial<Record<SeriesField, Float32Array>>> {
    const { key } = question;
    onView.get(key)?.();
    if (!drawn.has(key)) await tasks.trace(question, { part: () => undefined, progress: () => undefined, isWanted: () => true });
    const lanes = drawn.get(key)?.lanes ?? new Map<SeriesField, MinMax>();
    const over = Object.fromEntries([...lanes].map(([field, lane]) => [field, lane.over(fromS, toS, columns)]));
    return transfer(
      over,
      Object.values(over).map((values) => values.buffer),
    );
  },

  forget(key: string): void {
    drawn.delete(key);
  },

  /** The run’s figures as measured, and their bands by its own frozen plan. */
  async bands(run: CarRun): Promise<{ measured: Partial<Record<RunFigure, number>>; predicted: Partial<Record<RunFigure, Band>> }> {
    const logged = await loggedRunOf(run);
    return { measured: measuredOf(logged), predicted: runBands(logged) };
  },

  /** Learns a car from its runs; tells what it is at. */
  async learn(runs: readonly CarRun[], { progress }: Work): Promise<LearningResult> {
    const logged: LoggedRun[] = [];
    for (const [i, run] of runs.entries()) {
      progress(i / runs.length, 'reading the logs');
      const one = await loggedRunOf(run);
      logged.push({ ...one, plan: withoutLearned(one.plan) });
    }
    const learned = learn(logged, (what, share) => progress(share, what));
    return { learned, runs };
  },

  next: ({ plan, answer }: { plan: PlanFile; answer: NextAnswer }): NextMeasurement[] => whatNext(plan, answer),

  /** What plans give at full throttle, in turn. */
  plannedPasses: (plans: PlanFile[]): PassLine[] => plans.map(predictedPass),

  /** The speeds of a run’s logs, each by its own clock. */
  clocks: ({ parts, plan }: TraceQuestion): Promise<ClockSpeed[]> => clockSpeeds(parts, plan),

  /** Drives a plan by the trigger of a run that was logged. */
  async replay({ run, plan }: { run: CarRun; plan: PlanFile | undefined }): Promise<Replay | null> {
    const { trace } = await joinedTrace(partsOf(run), run.plan);
    const own = resolvePlan(run.plan);
    return replay(trace, own, plan ? resolvePlan(plan) : own) ?? null;
  },

  /** A run file as typed or written: checked whole, or what is wrong with it. */
  checkRun(text: string): { ok: true; run: RunFile } | { ok: false; problems: string[] } {
    let input: unknown;
    try {
      input = JSON.parse(text.replace(/^\uFEFF/, ''));
    } catch {
      return { ok: false, problems: ['The file is not JSON: a comma or a bracket may be missing.'] };
    }
    const checked = checkRunFile(input);
    return checked.ok ? { ok: true, run: checked.value } : { ok: false, problems: checked.problems.map((one) => one.message) };
  },

  /** What the logs of a run say, as the series of a run file. */
  async series(run: CarRun): Promise<Series> {
    const { trace } = await joinedTrace(partsOf(run), run.plan);
    return seriesOf({ timeS: Float64Array.from({ length: trace.count }, (_, i) => i * trace.dtS), fields: trace.fields });
  },

  /** The series of a run file as a CSV log. */
  csvOf: (series: Series): string => logCsv(samplesOf(series)),

  /** The logs of a run written out: as CSV of all on one clock, or its places as GPX. */
  async written({ run, form }: { run: CarRun; form: 'csv' | 'gpx' }): Promise<string | undefined> {
    const { trace } = await joinedTrace(partsOf(run), run.plan);
    const samples: Samples = { timeS: Float64Array.from({ length: trace.count }, (_, i) => i * trace.dtS), fields: trace.fields };
    return form === 'csv' ? logCsv(samples) : logGpx(samples, (timeS) => new Date(Date.parse(run.at) + 1000 * timeS).toISOString());
  },
};

export type LogTasks = typeof tasks;

serve(tasks);
