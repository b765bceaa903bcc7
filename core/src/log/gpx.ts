import { SaxesParser } from 'saxes';
import type { LogOutcome } from './log-reading';
import { PositionLog } from './position-log';
import { dateS } from './read-time';

/** Groups inside one another: a track has five. */
const MOST_DEPTH = 20;
const LONGEST_TEXT = 200;

/** Reads a GPX 1.1 track that comes in pieces: points with a time, all tracks and segments of a file one after the other. */
export class GpxReader {
  private readonly xml = new SaxesParser();
  private readonly log = new PositionLog();
  private readonly open: string[] = [];
  private point: { lat: number; lon: number; at: number; ele?: number; speed?: number } | undefined;
  private text = '';
  private failed: { line: number; reason: string } | undefined;

  constructor() {
    const { xml } = this;
    xml.on('error', (error) => this.fail(`the XML is broken: ${error.message.replace(/^\d+:\d+: /, '').replace(/\.$/, '')}`));
    xml.on('doctype', () => this.fail('a document type with entities of its own is refused'));
    xml.on('opentag', ({ name, attributes }) => {
      this.open.push(local(name));
      this.text = '';
      if (this.open.length > MOST_DEPTH) this.fail(`more than ${MOST_DEPTH} groups inside one another`);
      if (this.open.length === 1 && local(name) !== 'gpx') this.fail(`it begins with “${name.slice(0, 40)}” and not with gpx`);
      if (local(name) === 'trkpt') this.point = { lat: Number(attributes['lat']), lon: Number(attributes['lon']), at: NaN };
    });
    xml.on('text', (text) => {
      if (this.text.length < LONGEST_TEXT) this.text += text;
    });
    xml.on('closetag', ({ name }) => this.close(local(name)));
  }

  push(chunk: string): void {
    if (!this.failed) this.xml.write(chunk);
  }

  end(): LogOutcome {
    const line = this.xml.line;
    if (!this.failed) this.xml.close();
    return this.failed ? { ok: false, ...this.failed } : this.log.outcome(line);
  }

  private fail(reason: string): void {
    this.failed ??= { line: this.xml.line, reason };
  }

  private close(name: string): void {
    this.open.pop();
    const { point } = this;
    if (this.failed || !point) return;
    if (name === 'time') point.at = dateS(this.text);
    else if (name === 'ele') point.ele = Number(this.text);
    else if (name === 'speed') point.speed = Number(this.text);
    else if (name === 'trkpt') {
      this.point = undefined;
      if (!Number.isFinite(point.at)) this.log.problem(this.xml.line, 'no time: the point is left out');
      else if (!this.log.add(this.xml.line, point.at, point.lat, point.lon, finite(point.ele), finite(point.speed)))
        this.fail('time runs back: points must stand in the order they were driven');
    }
  }
}

const finite = (value: number | undefined) => (value !== undefined && Number.isFinite(value) ? value : undefined);
const local = (name: string) => name.slice(name.indexOf(':') + 1).toLowerCase();
