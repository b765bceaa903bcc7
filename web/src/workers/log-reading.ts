import {
  compact,
  AnyLogReader,
  joinLogs,
  metresPerRpm,
  resolvePlan,
  type ClockShift,
  type Column,
  type LoggedRun,
  type LogForm,
  type LogOptions,
  type LogOutcome,
  type LogProblem,
  type PlanFile,
  type Samples,
  type Trace,
} from '@puddler/core';
import type { CarRun, KeptLog } from '@puddler/contract/shared';
import { waitingBytes } from './waiting-bytes';

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

type Reading = { outcome: LogOutcome; form: LogForm };
const read = new Map<string, Promise<Reading>>();
/** How many logs are kept as read, and how many figures in them; the newest is kept whatever its size. */
const MOST_READ = 12;
const MOST_FIGURES = 15_000_000;

const optionsOf = ({ poles, columns }: TracePart['log'], plan: PlanFile | undefined): LogOptions => ({
  ...compact({ poles }),
  ...(plan ? { cells: cellsOf(plan) } : {}),
  ...(columns ? { chosen: columns as NonNullable<LogOptions['chosen']> } : {}),
});

const cellsOf = (plan: PlanFile) => resolvePlan(plan).pack.cells;

/** UTF-16 says so by its first two bytes; anything else is UTF-8. */
const decoderFor = (piece: Uint8Array) =>
  new TextDecoder(piece[0] === 0xff && piece[1] === 0xfe ? 'utf-16le' : piece[0] === 0xfe && piece[1] === 0xff ? 'utf-16be' : 'utf-8');

async function readWhole(source: LogSource, options: LogOptions, report?: (share: number) => void): Promise<Reading> {
  const here = 'file' in source ? source.file : (await waitingBytes(source.hash))?.bytes;
  const response = here ? new Response(here.stream()) : await fetch(`/api/files/${(source as { hash: string }).hash}`);
  if (!response.ok || !response.body) throw new Error('The log is not in the data folder any more, or the server does not answer.');
  const size = here?.size ?? 0;
  const reader = new AnyLogReader(options, size);
  let decoder: TextDecoder | undefined;
  let [bytes, reported] = [0, 0];
  const pieces = response.body.getReader();
  for (let next = await pieces.read(); !next.done; next = await pieces.read()) {
    decoder ??= decoderFor(next.value);
    reader.push(decoder.decode(next.value, { stream: true }));
    bytes += next.value.length;
    if (report && size > 0 && bytes - reported > size / 50) report((reported = bytes) / size);
  }
  reader.push(decoder?.decode() ?? '');
  return { outcome: reader.end(), form: reader.form };
}

/** Reads a log once for the same options, and keeps the last few. */
export function readOnce(source: LogSource, options: LogOptions, report?: (share: number) => void) {
  const key = keyOf(source, options);
  let known = read.get(key);
  if (!known) {
    known = readWhole(source, options, report);
    void keepRead(key, known);
    known.catch(() => read.delete(key));
  }
  return known;
}

const nameOf = (source: LogSource) => ('hash' in source ? source.hash : `${source.file.name} ${source.file.size} ${source.file.lastModified}`);
const keyOf = (source: LogSource, { poles, cells, chosen }: LogOptions) => `${nameOf(source)} ${JSON.stringify([poles, cells, chosen])}`;

const figuresIn = ({ outcome }: Reading): number =>
  outcome.ok ? outcome.reading.runs.reduce((sum, { timeS, fields }) => sum + timeS.length * (1 + Object.keys(fields).length), 0) : 0;

/** Keeps a log as the newest, and lets go of the oldest that are more than memory has room for. */
async function keepRead(key: string, reading: Promise<Reading>): Promise<void> {
  read.delete(key);
  read.set(key, reading);
  const known = [...read].reverse();
  let figures = 0;
  for (const [place, [name, one]] of known.entries()) {
    figures += await one.then(figuresIn, () => 0);
    if (place > 0 && (place >= MOST_READ || figures > MOST_FIGURES) && read.get(name) === one) read.delete(name);
  }
}

export async function samplesOfPart({ source, log }: TracePart, plan: PlanFile): Promise<Samples> {
  const { outcome } = await readOnce(source, optionsOf(log, plan));
  if (!outcome.ok) throw new Error(`line ${outcome.line}: ${outcome.reason}`);
  const { runs } = outcome.reading;
  return runs[log.place ?? -1] ?? runs.reduce((a, b) => (b.timeS.length > a.timeS.length ? b : a));
}

export interface Joined {
  trace: Trace;
  samples: Samples[];
  shifts: ClockShift[];
}

const joined: { perRpm: number; shifts: readonly (number | undefined)[]; made: Joined }[] = [];
/** The run that is open, and one that is laid over it. */
const MOST_JOINED = 2;

/**
 * The logs of a run over each other, made once while they are looked at: a long one takes its time. They are known by what was read, so
 * that a log that was dropped is the same when it is kept.
 */
export async function joinedTrace(parts: readonly TracePart[], plan: PlanFile): Promise<Joined> {
  const samples = await Promise.all(parts.map((part) => samplesOfPart(part, plan)));
  const shifts = parts.map(({ log }) => log.shiftS);
  const perRpm = metresPerRpm(resolvePlan(plan));
  const known = joined.find(
    (one) =>
      one.perRpm === perRpm &&
      one.made.samples.length === samples.length &&
      samples.every((sample, i) => sample === one.made.samples[i] && shifts[i] === one.shifts[i]),
  );
  if (known) return known.made;
  const made = {
    samples,
    ...joinLogs(
      samples.map((one, i) => ({ samples: one, shiftS: shifts[i] })),
      perRpm,
    ),
  };
  joined.unshift({ perRpm, shifts, made });
  joined.length = Math.min(joined.length, MOST_JOINED);
  return made;
}

export const partsOf = ({ logs = [] }: Pick<CarRun, 'logs'>): TracePart[] => logs.map((log) => ({ source: { hash: log.hash }, log }));

/** A kept run as it is learned from and held against: with its trace where it has logs. */
export async function loggedRunOf(run: CarRun): Promise<LoggedRun> {
  const { planId: _plan, photos: _photos, logs: _logs, aside: _aside, predicted: _predicted, ...typed } = run;
  const parts = partsOf(run);
  return parts.length === 0 ? typed : { ...typed, trace: (await joinedTrace(parts, run.plan)).trace };
}

/** What was dropped is kept under a hash now: it need not be read again. */
export function adopt(file: File, options: LogOptions, log: KeptLog, plan: PlanFile): void {
  const known = read.get(keyOf({ file }, options));
  if (!known) return;
  read.delete(keyOf({ file }, options));
  void keepRead(keyOf({ hash: log.hash }, optionsOf(log, plan)), known);
}
