import { SERIES_FIELDS, type SeriesField } from './run-file';
import type { Samples } from './samples';

/** Heads that `readLog` knows, with their units, and the digits that are written. */
const HEADS: Record<SeriesField, { head: string; factor: number; digits: number }> = {
  outputShare: { head: 'output (%)', factor: 100, digits: 1 },
  throttleShare: { head: 'throttle (%)', factor: 100, digits: 1 },
  packV: { head: 'volts (V)', factor: 1, digits: 3 },
  packA: { head: 'current (A)', factor: 1, digits: 2 },
  motorRpm: { head: 'rpm (rpm)', factor: 1, digits: 0 },
  escC: { head: 'esc temp (C)', factor: 1, digits: 1 },
  canC: { head: 'motor temp (C)', factor: 1, digits: 1 },
  speedMs: { head: 'speed (m/s)', factor: 1, digits: 3 },
  latDeg: { head: 'latitude (deg)', factor: 1, digits: 7 },
  lonDeg: { head: 'longitude (deg)', factor: 1, digits: 7 },
  elevationM: { head: 'height (m)', factor: 1, digits: 1 },
};

/** A log as CSV with heads and units that read back the same. */
export function logCsv({ timeS, fields }: Samples): string {
  const there = SERIES_FIELDS.filter((field) => fields[field]);
  const lines = [['time (s)', ...there.map((field) => HEADS[field].head)].join(',')];
  for (let i = 0; i < timeS.length; i++)
    lines.push(
      [
        timeS[i]!.toFixed(4),
        ...there.map((field) => {
          const value = fields[field]![i]!;
          return Number.isNaN(value) ? '' : (value * HEADS[field].factor).toFixed(HEADS[field].digits);
        }),
      ].join(','),
    );
  return `${lines.join('\n')}\n`;
}

/** Places of a log as a GPX 1.1 track; `clock` writes a moment of it [s] as ISO 8601. Undefined for a log without places. */
export function logGpx({ timeS, fields: { latDeg, lonDeg, elevationM, speedMs } }: Samples, clock: (timeS: number) => string): string | undefined {
  if (!latDeg || !lonDeg) return undefined;
  const points: string[] = [];
  for (let i = 0; i < timeS.length; i++) {
    const [lat, lon, ele, speed] = [latDeg[i]!, lonDeg[i]!, elevationM?.[i] ?? NaN, speedMs?.[i] ?? NaN];
    if (Number.isNaN(lat) || Number.isNaN(lon)) continue;
    points.push(
      `<trkpt lat="${lat.toFixed(7)}" lon="${lon.toFixed(7)}">${Number.isNaN(ele) ? '' : `<ele>${ele.toFixed(1)}</ele>`}` +
        `<time>${clock(timeS[i]!)}</time>` +
        `${Number.isNaN(speed) ? '' : `<extensions><speed>${speed.toFixed(3)}</speed></extensions>`}</trkpt>`,
    );
  }
  return `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="Puddler" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>\n${points.join('\n')}\n</trkseg></trk></gpx>\n`;
}
