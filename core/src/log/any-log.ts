import { GpxReader } from './gpx';
import type { LogOptions, LogOutcome } from './log-reading';
import { NmeaReader } from './nmea';
import { LogReader } from './read-log';

export type LogForm = 'csv' | 'gpx' | 'nmea';

interface Reader {
  push(chunk: string): void;
  end(): LogOutcome;
}

const READERS: Record<LogForm, (options: LogOptions, length: number) => Reader> = {
  csv: (options, length) => new LogReader(options, length),
  gpx: () => new GpxReader(),
  nmea: () => new NmeaReader(),
};

/** What a log is by how it begins. */
const formOf = (beginning: string): LogForm => {
  const text = beginning.replace(/^\uFEFF?\s*/, '');
  return text.startsWith('<') ? 'gpx' : /^\$[A-Z]{5},/.test(text) ? 'nmea' : 'csv';
};

/** Reads a log of any form that comes in pieces. */
export class AnyLogReader {
  private beginning = '';
  private reader: Reader | undefined;
  form: LogForm = 'csv';

  /** `length`: of the whole text, where it is known, in characters. */
  constructor(
    private readonly options: LogOptions = {},
    private readonly length = 0,
  ) {}

  push(chunk: string): void {
    if (this.reader) return this.reader.push(chunk);
    this.beginning += chunk;
    if (this.beginning.trim().length >= BEGINNING) this.begin();
  }

  end(): LogOutcome {
    if (!this.reader) this.begin();
    return this.reader!.end();
  }

  private begin(): void {
    this.form = formOf(this.beginning);
    this.reader = READERS[this.form](this.options, this.length);
    this.reader.push(this.beginning);
    this.beginning = '';
  }
}

/** So many characters tell what a log is. */
const BEGINNING = 8;

/** Reads a whole log of any form. */
export function readAnyLog(text: string, options: LogOptions = {}): LogOutcome & { form: LogForm } {
  const reader = new AnyLogReader(options);
  reader.push(text);
  const outcome = reader.end();
  return { ...outcome, form: reader.form };
}
