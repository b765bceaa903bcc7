import {
  AnyLogReader,
  groundSpeed,
  joinLogs,
  learn,
  logCsv,
  logGpx,
  measuredOf,
  metresPerRpm,
  MinMax,
  passSpeed,
  replay,
  resolvePlan,
  runBands,
  samplesOf,
  seriesOf,
  stretchesOf,
  TRACE_DT_S,
  traceFigures,
  whatNext,
  withoutLearned,
  type ClockShift,
  type Column,
  type Learned,
  type LoggedRun,
  type LogForm,
  type LogOptions,
  type LogProblem,
  type NextAnswer,
  type NextMeasurement,
  type PlanFile,
  type Replay,
  type RunBand,
  type RunFigure,
  type RunFile,
  type Samples,
  type Series,
  type SeriesField,
  type Stretches,
  type Trace,
} from '@puddler/core';
import { checkRunFile } from '@puddler/contract';
import type { CarRun, KeptLog } from '@puddler/contract/shared';
import { expose, transfer } from 'comlink';

/** Where a log comes from: what was dropped, or what is kept under a hash. */
export type LogSource = { file: File } | { hash: string };

/** What a log turned out to be. */
export interface LogSummary {
  form: LogForm;
  columns: Column[];
  first: string[][];
  problems: LogProblem[];
  runs: { seconds: number; rows: number }[];
}

export type LogOpened = { ok: true; summary: LogSummary } | { ok: false; line: number; reason: string };

/** A log as a run keeps it, with where it can be read now. */
export interface TracePart {
  source: LogSource;
  log: Pick<KeptLog, 'kind' | 'columns' | 'poles' | 'place' | 'shiftS'>;
}

/** A trace that is ready to be drawn. */
export interface TraceFacts {
  /** False while what is in it is still looked for. */
  whole: boolean;
  durationS: number;
  fields: SeriesField[];
  /** Of each part: what was added to its clock, and how well its speed goes with the first’s; 1 for the first. */
  shifts: ClockShift[];
  dtS: number;
  stretches: Stretches;
  passes: PassLine[];
  figures: Pick<RunFile, 'passes' | 'current' | 'launch' | 'minutes'>;
}

/** One pass from the moment of full throttle. */
export interface PassLine {
  fromS: number;
  toS: number;
  speedMs: number | undefined;
  settled: boolean;
  settledA: number | undefined;
  settledV: number | undefined;
  peakA: number | undefined;
  sagV: number | undefined;
  timeS: number[];
  lines: Partial<Record<'speedMs' | 'packA' | 'packV', number[]>>;
}

interface Drawn {
  trace: Trace | undefined;
  /** What is drawn, by field: the samples as they came, moved by their shift. */
  lanes: Map<SeriesField, MinMax>;
  facts: TraceFacts;
}

const read = new Map<string, Promise<{ outcome: ReturnType<AnyLogReader['end']>; form: LogForm }>>();
const drawn = new Map<string, Drawn>();
const MOST_READ = 12;
const PASS_POINTS = 160;
const PASS_LEAD_S = 0.5;
const MOST_LINES = 12;
const REST_S = 8;

const optionsOf = ({ poles, columns }: TracePart['log'], plan: PlanFile | undefined): LogOptions => ({
  ...(poles === undefined ? {} : { poles }),
  ...(plan ? { cells: cellsOf(plan) } : {}),
  ...(columns ? { chosen: columns as NonNullable<LogOptions['chosen']> } : {}),
});

const cellsOf = (plan: PlanFile) => resolvePlan(plan).pack.cells;

/** UTF-16 says so by its first two bytes; anything else is UTF-8. */
const decoderFor = (piece: Uint8Array) =>
  new TextDecoder(piece[0] === 0xff && piece[1] === 0xfe ? 'utf-16le' : piece[0] === 0xfe && piece[1] === 0xff ? 'utf-16be' : 'utf-8');

async function readWhole(source: LogSource, options: LogOptions, report?: (share: number) => void) {
  const response = 'file' in source ? new Response(source.file.stream()) : await fetch(`/api/files/${source.hash}`);
  if (!response.ok || !response.body) throw new Error('The log is not in the data folder any more, or the server does not answer.');
  const size = 'file' in source ? source.file.size : 0;
  const reader = new AnyLogReader(options);
  let decoder: TextDecoder | undefined;
  let [bytes, told] = [0, 0];
  const pieces = response.body.getReader();
  for (let next = await pieces.read(); !next.done; next = await pieces.read()) {
    decoder ??= decoderFor(next.value);
    reader.push(decoder.decode(next.value, { stream: true }));
    bytes += next.value.length;
    if (report && size > 0 && bytes - told > size / 50) report((told = bytes) / size);
  }
  reader.push(decoder?.decode() ?? '');
  return { outcome: reader.end(), form: reader.form };
}

/** Reads a log once for the same options, and keeps the last few. */
function readOnce(source: LogSource, options: LogOptions, report?: (share: number) => void) {
  const key = keyOf(source, options);
  let known = read.get(key);
  if (!known) {
    keepRead(key, (known = readWhole(source, options, report)));
    known.catch(() => read.delete(key));
  }
  return known;
}

const nameOf = (source: LogSource) => ('hash' in source ? source.hash : `${source.file.name} ${source.file.size} ${source.file.lastModified}`);
const keyOf = (source: LogSource, { poles, cells, chosen }: LogOptions) => `${nameOf(source)} ${JSON.stringify([poles, cells, chosen])}`;

function keepRead(key: string, reading: ReturnType<typeof readWhole>): void {
  read.set(key, reading);
  if (read.size > MOST_READ) read.delete(read.keys().next().value!);
}

async function samplesOfPart({ source, log }: TracePart, plan: PlanFile): Promise<Samples> {
  const { outcome } = await readOnce(source, optionsOf(log, plan));
  if (!outcome.ok) throw new Error(`line ${outcome.line}: ${outcome.reason}`);
  const { runs } = outcome.reading;
  return runs[log.place ?? -1] ?? runs.reduce((a, b) => (b.timeS.length > a.timeS.length ? b : a));
}

interface Joined {
  trace: Trace;
  samples: Samples[];
  shifts: ClockShift[];
}

const joined = new Map<string, Promise<Joined>>();
const MOST_JOINED = 3;

/** The logs of a run over each other, made once while they are looked at: a long one takes its time. */
function joinedTrace(parts: readonly TracePart[], plan: PlanFile): Promise<Joined> {
  const key = JSON.stringify([parts.map(({ source, log }) => [nameOf(source), log]), metresPerRpm(resolvePlan(plan)), cellsOf(plan)]);
  let known = joined.get(key);
  if (!known) {
    joined.set(key, (known = joinAnew(parts, plan)));
    known.catch(() => joined.delete(key));
    if (joined.size > MOST_JOINED) joined.delete(joined.keys().next().value!);
  }
  return known;
}

async function joinAnew(parts: readonly TracePart[], plan: PlanFile): Promise<Joined> {
  const samples = await Promise.all(parts.map((part) => samplesOfPart(part, plan)));
  const laid = joinLogs(
    samples.map((one, i) => ({ samples: one, shiftS: parts[i]!.log.shiftS })),
    metresPerRpm(resolvePlan(plan)),
  );
  return { samples, ...laid };
}

const partsOf = ({ logs = [] }: Pick<CarRun, 'logs'>): TracePart[] => logs.map((log) => ({ source: { hash: log.hash }, log }));

/** A kept run as it is learned from and held against: with its trace where it has logs. */
async function loggedRunOf(run: CarRun): Promise<LoggedRun> {
  const { planId: _plan, photos: _photos, logs: _logs, aside: _aside, predicted: _predicted, ...typed } = run;
  const parts = partsOf(run);
  return parts.length === 0 ? typed : { ...typed, trace: (await joinedTrace(parts, run.plan)).trace };
}

/** Before a pass the pack was hardly asked at some moment: its volts then. */
function restVolts(packV: Float64Array | undefined, from: number, dtS: number): number | undefined {
  let most = -Infinity;
  for (let i = Math.max(0, from - Math.round(REST_S / dtS)); packV && i <= from; i++) if (packV[i]! > most) most = packV[i]!;
  return most > 0 ? most : undefined;
}

function passLines({ fields, dtS, count }: Trace, { passes }: Stretches, speed: Float64Array | undefined): PassLine[] {
  const lead = Math.round(PASS_LEAD_S / dtS);
  return passes.map((pass, place) => {
    // Beyond what can be laid over each other, figures are enough.
    const isDrawn = place < MOST_LINES;
    const from = Math.max(0, pass.from - lead);
    const every = Math.max(1, Math.ceil((pass.to - from) / PASS_POINTS));
    const slots = isDrawn ? Array.from({ length: Math.ceil((Math.min(count, pass.to) - from) / every) }, (_, k) => from + k * every) : [];
    const line = (values: Float64Array | undefined) => values && slots.map((slot) => values[slot]!);
    const restV = restVolts(fields.packV, pass.from, dtS);
    return {
      fromS: pass.from * dtS,
      toS: pass.to * dtS,
      speedMs: passSpeed(pass)?.speedMs,
      settled: pass.settled !== undefined,
      settledA: pass.settled?.packA,
      settledV: pass.settled?.packV,
      peakA: pass.peakA,
      sagV: restV !== undefined && pass.settled?.packV !== undefined ? restV - pass.settled.packV : undefined,
      timeS: slots.map((slot) => (slot - pass.from) * dtS),
      lines: Object.fromEntries(
        (
          [
            ['speedMs', line(speed)],
            ['packA', line(fields.packA)],
            ['packV', line(fields.packV)],
          ] as const
        ).filter(([, values]) => values),
      ),
    };
  });
}

/** Columns that can be drawn, each moved by what its clock is off; the first source that tells a field draws it. */
function lanesOf(sources: readonly { samples: Samples; byS: number }[]): Drawn['lanes'] {
  const lanes: Drawn['lanes'] = new Map();
  for (const { samples, byS } of sources) {
    const timeS = byS === 0 ? samples.timeS : samples.timeS.map((time) => time + byS);
    for (const [field, values] of Object.entries(samples.fields) as [SeriesField, Float64Array][])
      if (!lanes.has(field)) lanes.set(field, new MinMax(timeS, values));
  }
  return lanes;
}

/** A log by itself, drawn before anything is looked for in it. */
function drawAlone(key: string, samples: Samples): TraceFacts {
  const { timeS } = samples;
  const startS = timeS[0] ?? 0;
  const lanes = lanesOf([{ samples, byS: -startS }]);
  const facts: TraceFacts = {
    whole: false,
    durationS: (timeS[timeS.length - 1] ?? 0) - startS + TRACE_DT_S,
    fields: [...lanes.keys()],
    shifts: [],
    dtS: TRACE_DT_S,
    stretches: { passes: [], launches: [], coastDowns: [], cutOffs: [], stalls: [], wheelspin: [] },
    passes: [],
    figures: {},
  };
  drawn.set(key, { trace: undefined, lanes, facts });
  return facts;
}

const tasks = {
  /** Reads a log, telling how far it is, and says what its columns are. */
  async open(source: LogSource, options: LogOptions, report: (share: number) => void): Promise<LogOpened> {
    const { outcome, form } = await readOnce(source, options, report);
    if (!outcome.ok) return outcome;
    const { columns, first, problems, runs } = outcome.reading;
    return {
      ok: true,
      summary: { form, columns, first, problems, runs: runs.map(({ timeS }) => ({ seconds: timeS[timeS.length - 1] ?? 0, rows: timeS.length })) },
    };
  },

  /** What was dropped is kept under a hash now: it need not be read again. */
  adopt(file: File, options: LogOptions, log: KeptLog, plan: PlanFile): void {
    const known = read.get(keyOf({ file }, options));
    if (known) keepRead(keyOf({ hash: log.hash }, optionsOf(log, plan)), known);
  },

  /**
   * Lays the logs of a run over each other and finds what is in them; kept under `key` for drawing. One log alone can be drawn as soon as
   * it is read: `early` is told, and the rest follows.
   */
  async trace(key: string, parts: TracePart[], plan: PlanFile, early: (facts: TraceFacts) => void): Promise<TraceFacts> {
    const [only, other] = parts;
    if (only && !other && !drawn.has(key)) early(drawAlone(key, await samplesOfPart(only, plan)));
    const { trace, samples, shifts } = await joinedTrace(parts, plan);
    const before = drawn.get(key);
    if (before?.trace === trace) return before.facts;
    const startS = Math.min(...samples.map(({ timeS }, i) => (timeS[0] ?? 0) + shifts[i]!.shiftS));
    const lanes = other || !before ? lanesOf(samples.map((one, i) => ({ samples: one, byS: shifts[i]!.shiftS - startS }))) : before.lanes;
    const perRpm = metresPerRpm(resolvePlan(plan));
    const stretches = stretchesOf(trace, perRpm);
    const facts: TraceFacts = {
      whole: true,
      durationS: trace.count * trace.dtS,
      fields: [...lanes.keys()],
      shifts,
      dtS: trace.dtS,
      stretches,
      passes: passLines(trace, stretches, groundSpeed(trace, perRpm)),
      figures: traceFigures(trace, stretches),
    };
    drawn.set(key, { trace, lanes, facts });
    return facts;
  },

  /** Least and most of each pixel’s stretch, by field. */
  view(key: string, fromS: number, toS: number, columns: number): Partial<Record<SeriesField, Float32Array>> {
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
  async bands(run: CarRun): Promise<{ measured: Partial<Record<RunFigure, number>>; predicted: Partial<Record<RunFigure, RunBand>> }> {
    const logged = await loggedRunOf(run);
    return { measured: measuredOf(logged), predicted: runBands(logged) };
  },

  /** Learns a car from its runs; tells what it is at. */
  async learn(runs: CarRun[], report: (what: string, share: number) => void): Promise<Learned> {
    const logged: LoggedRun[] = [];
    for (const [i, run] of runs.entries()) {
      report('reading the logs', i / runs.length);
      const one = await loggedRunOf(run);
      logged.push({ ...one, plan: withoutLearned(one.plan) });
    }
    return learn(logged, report);
  },

  next: (plan: PlanFile, answer: NextAnswer): NextMeasurement[] => whatNext(plan, answer),

  /** Drives a plan by the trigger of a run that was logged. */
  async replay(run: CarRun, plan: PlanFile | undefined): Promise<Replay | undefined> {
    const { trace } = await joinedTrace(partsOf(run), run.plan);
    const own = resolvePlan(run.plan);
    return replay(trace, own, plan ? resolvePlan(plan) : own);
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
  async written(run: CarRun, form: 'csv' | 'gpx'): Promise<string | undefined> {
    const { trace } = await joinedTrace(partsOf(run), run.plan);
    const samples: Samples = { timeS: Float64Array.from({ length: trace.count }, (_, i) => i * trace.dtS), fields: trace.fields };
    return form === 'csv' ? logCsv(samples) : logGpx(samples, (timeS) => new Date(Date.parse(run.at) + 1000 * timeS).toISOString());
  },
};

export type LogTasks = typeof tasks;

expose(tasks);
