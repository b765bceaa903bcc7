import { medianStepS } from './trace';
import type { Column } from './columns';
import type { LogOutcome, LogProblem } from './log-reading';
import { fittedOverS, speedFromPlaces } from './place-speed';
import { packedOf, Packed, wholeColumn, type Floats, type Samples } from './samples';

const SHOWN = 5;
/** Of a position on the globe in degrees, .1 m. */
const DIGITS = 9;

/** The first values of a column, to be looked at. */
const shown = (values: Floats | undefined): string[] =>
  [...(values?.subarray(0, SHOWN) ?? [])].map((value) => (Number.isFinite(value) ? String(Number(value.toPrecision(DIGITS))) : ''));

/** Positions one after the other, as a GPS writes them, into one run: the part that GPX and NMEA have in common. */
export class PositionLog {
  private readonly times = new Packed(wholeColumn);
  private readonly values = {
    latDeg: packedOf('latDeg'),
    lonDeg: packedOf('lonDeg'),
    elevationM: packedOf('elevationM'),
    speedMs: packedOf('speedMs'),
  };
  private readonly problems = new Map<string, LogProblem>();
  private startS = NaN;
  private lastS = -Infinity;
  private speeds = 0;
  private heights = 0;

  problem(line: number, what: string): void {
    const known = this.problems.get(what);
    if (known) known.count++;
    else this.problems.set(what, { line, what, count: 1 });
  }

  get lastTimeS(): number {
    return this.lastS;
  }

  /** Takes a position; says false where its time runs back. One at the same time as the last is told and left out. */
  add(line: number, atS: number, latDeg: number, lonDeg: number, elevationM: number | undefined, speedMs: number | undefined): boolean {
    if (atS < this.lastS) return false;
    if (atS === this.lastS) {
      this.problem(line, 'the same time twice: the point is left out');
      return true;
    }
    if (!(Math.abs(latDeg) <= 90) || !(Math.abs(lonDeg) <= 180)) {
      this.problem(line, 'no place on the globe: the point is left out');
      return true;
    }
    if (Number.isNaN(this.startS)) this.startS = atS;
    this.lastS = atS;
    this.times.push(atS - this.startS);
    this.values.latDeg.push(latDeg);
    this.values.lonDeg.push(lonDeg);
    this.values.elevationM.push(elevationM ?? NaN);
    this.values.speedMs.push(speedMs !== undefined && speedMs >= 0 ? speedMs : NaN);
    if (speedMs !== undefined) this.speeds++;
    if (elevationM !== undefined) this.heights++;
    return true;
  }

  /** What has been said late of the last position: a speed in a sentence of its own, a height. */
  addToLast(field: 'speedMs' | 'elevationM', value: number): void {
    if (this.times.length === 0 || !Number.isFinite(value)) return;
    this.values[field].setLast(value);
    if (field === 'speedMs') this.speeds++;
    else this.heights++;
  }

  outcome(line: number): LogOutcome {
    if (this.times.length < 2) return { ok: false, line, reason: 'no two points have a time and a place' };
    const timeS = this.times.taken();
    const fields: Samples['fields'] = { latDeg: this.values.latDeg.taken(), lonDeg: this.values.lonDeg.taken() };
    if (this.heights > 0) fields.elevationM = this.values.elevationM.taken();
    const samples: Samples = { timeS, fields };
    const columns: Column[] = [
      { name: 'time', as: 'timeS', unit: 'date', sure: true },
      { name: 'latitude', as: 'latDeg', unit: '°', sure: true },
      { name: 'longitude', as: 'lonDeg', unit: '°', sure: true },
      ...(this.heights > 0 ? [{ name: 'height', as: 'elevationM', unit: 'm', sure: true } as const] : []),
    ];
    if (this.speeds * 2 > timeS.length) {
      fields.speedMs = this.values.speedMs.taken();
      columns.push({ name: 'speed', as: 'speedMs', unit: 'm/s', sure: true });
    } else {
      const stepS = medianStepS(timeS);
      const speeds = speedFromPlaces(samples, stepS);
      if (speeds) fields.speedMs = speeds;
      columns.push({ name: `speed from places, over ${Number(fittedOverS(stepS).toFixed(1))} s`, as: 'speedMs', unit: 'm/s', sure: true });
    }
    return {
      ok: true,
      reading: {
        columns,
        first: columns.map(({ as }) => shown(as === 'timeS' ? timeS : fields[as as keyof typeof fields])),
        problems: [...this.problems.values()],
        runs: [samples],
      },
    };
  }
}
