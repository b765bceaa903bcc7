import {
  AnyLogReader,
  joinLogs,
  metresPerRpm,
  resolvePlan,
  type ClockShift,
  type Column,
  type LoggedRun,
  type LogForm,
  type LogOptions,
  type LogProblem,
  type PlanFile,
  type Samples,
  type Trace,
} from '@puddler/core';
import type { CarRun, KeptLog } from '@puddler/contract/shared';

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

const read = new Map<string, Promise<{ outcome: ReturnType<AnyLogReader['end']>; form: LogForm }>>();
const MOST_READ = 12;

export const optionsOf = ({ poles, columns }: TracePart['log'], plan: PlanFile | undefined): LogOptions => ({
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
export function readOnce(source: LogSource, options: LogOptions, report?: (share: number) => void) {
  const key = keyOf(source, options);
  let known = read.get(key);
  if (!known) {
    keepRead(key, (known = readWhole(source, options, report)));
    known.catch(() => read.delete(key));
  }
  return known;
}

export const nameOf = (source: LogSource) => ('hash' in source ? source.hash : `${source.file.name} ${source.file.size} ${source.file.lastModified}`);
export const keyOf = (source: LogSource, { poles, cells, chosen }: LogOptions) => `${nameOf(source)} ${JSON.stringify([poles, cells, chosen])}`;

export function keepRead(key: string, reading: ReturnType<typeof readWhole>): void {
  read.set(key, reading);
  if (read.size > MOST_READ) read.delete(read.keys().next().value!);
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

const joined = new Map<string, Promise<Joined>>();
const MOST_JOINED = 3;

/** The logs of a run over each other, made once while they are looked at: a long one takes its time. */
export function joinedTrace(parts: readonly TracePart[], plan: PlanFile): Promise<Joined> {
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
  if (known) keepRead(keyOf({ hash: log.hash }, optionsOf(log, plan)), known);
}
