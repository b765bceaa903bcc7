import type { LogOutcome } from './log-reading';
import { PositionLog } from './position-log';
import { dateS } from './read-time';

const LONGEST_SENTENCE = 200;
export const KNOT_MS = 0.514444;
const DAY_S = 86_400;

/** Reads NMEA 0183 sentences that come in pieces: RMC for time, place and speed, VTG for speed, GGA for height; checksums are tested. */
export class NmeaReader {
  private readonly log = new PositionLog();
  private rest = '';
  private line = 0;
  private failed: { line: number; reason: string } | undefined;
  /** Days since the first sentence without a date, by clocks that pass midnight. */
  private days = 0;
  private lastClockS = -1;

  push(chunk: string): void {
    if (this.failed) return;
    const lines = (this.rest + chunk).split(/\r\n|\n|\r(?!$)/);
    this.rest = lines.pop() ?? '';
    for (const text of lines) this.sentence(text);
    if (this.rest.length > LONGEST_SENTENCE)
      this.failed ??= { line: this.line + 1, reason: `a line of ${this.rest.length} characters is no sentence` };
  }

  end(): LogOutcome {
    if (!this.failed && this.rest.trim() !== '') this.sentence(this.rest);
    return this.failed ? { ok: false, ...this.failed } : this.log.outcome(this.line);
  }

  private sentence(text: string): void {
    this.line++;
    if (this.failed || text.trim() === '') return;
    const match = /^\s*\$([A-Z]{2})([A-Z]{3}),([^*]*)(?:\*([0-9A-Fa-f]{2}))?\s*$/.exec(text);
    if (!match) return this.log.problem(this.line, 'no sentence: the line is left out');
    const [, talker, kind, body, sum] = match as unknown as [string, string, string, string, string | undefined];
    if (sum !== undefined && checksum(`${talker}${kind},${body}`) !== parseInt(sum, 16))
      return this.log.problem(this.line, 'the checksum does not fit: the sentence is left out');
    const fields = body.split(',');
    if (kind === 'RMC') this.position(fields);
    else if (kind === 'VTG' && number(fields[6]) !== undefined) this.log.addToLast('speedMs', number(fields[6])! / 3.6);
    else if (kind === 'GGA' && number(fields[8]) !== undefined) this.log.addToLast('elevationM', number(fields[8])!);
  }

  private position(fields: string[]): void {
    const [clock = '', status, lat, north, lon, east, knots, , date] = fields;
    if (status !== 'A') return this.log.problem(this.line, 'no fix: the sentence is left out');
    const atS = this.timeOf(clock, date ?? '');
    const [latDeg, lonDeg] = [degrees(lat, 2), degrees(lon, 3)];
    if (atS === undefined || latDeg === undefined || lonDeg === undefined)
      return this.log.problem(this.line, 'no time or place: the sentence is left out');
    const speed = number(knots);
    const isForward = this.log.add(
      this.line,
      atS,
      north === 'S' ? -latDeg : latDeg,
      east === 'W' ? -lonDeg : lonDeg,
      undefined,
      speed === undefined ? undefined : speed * KNOT_MS,
    );
    if (!isForward) this.failed = { line: this.line, reason: 'time runs back: sentences must stand in the order they were spoken' };
  }

  private timeOf(clock: string, date: string): number | undefined {
    const [, hour, minute, second] = /^(\d\d)(\d\d)(\d\d(?:\.\d+)?)$/.exec(clock) ?? [];
    if (hour === undefined) return undefined;
    const clockS = Number(hour) * 3600 + Number(minute) * 60 + Number(second);
    const [, day, month, year] = /^(\d\d)(\d\d)(\d\d)$/.exec(date) ?? [];
    if (day !== undefined) return dateS(`20${year}-${month}-${day} 00:00`) + clockS;
    // Half a day back is the next day; less is time that runs back.
    if (this.lastClockS - clockS > DAY_S / 2) this.days++;
    this.lastClockS = clockS;
    return this.days * DAY_S + clockS;
  }
}

/** All characters between $ and * together by exclusive or. */
export const checksum = (text: string): number => {
  let sum = 0;
  for (let i = 0; i < text.length; i++) sum ^= text.charCodeAt(i);
  return sum;
};

const number = (text: string | undefined): number | undefined => {
  const value = text === undefined || text.trim() === '' ? NaN : Number(text);
  return Number.isFinite(value) ? value : undefined;
};

/** `5312.3456` with two digits of degrees is 53° 12.3456′. */
function degrees(text: string | undefined, digits: number): number | undefined {
  const value = number(text);
  const whole = Number(text?.slice(0, digits));
  return value === undefined || !Number.isFinite(whole) ? undefined : whole + Number(text!.slice(digits)) / 60;
}
