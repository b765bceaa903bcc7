import { checksum, KNOT_MS } from '../log/nmea';
import type { Series } from '../log/run-file';
import type { Samples } from '../log/samples';

/** What the simulated devices write, each in its own manner, as files that are read like any others. */

/** An ESC’s log: semicolons, electrical rpm, its own clock in milliseconds. */
export function escLogCsv({ timeS, throttleShare, outputShare, packV, packA, motorRpm, escC }: Series, poles: number): string {
  const lines = ['# ESC log, 20 Hz', 'Time (ms);Throttle (%);Output (%);Voltage (V);Current (A);eRPM;ESC temp (C)'];
  const number = (values: (number | null)[] | undefined, i: number, factor: number, digits: number) => {
    const value = values?.[i];
    return value === null || value === undefined ? '' : (value * factor).toFixed(digits);
  };
  for (const [i, time] of timeS.entries())
    lines.push(
      [
        (1000 * time).toFixed(0),
        number(throttleShare, i, 100, 0),
        number(outputShare, i, 100, 0),
        number(packV, i, 1, 2),
        number(packA, i, 1, 1),
        number(motorRpm, i, poles / 2, 0),
        number(escC, i, 1, 0),
      ].join(';'),
    );
  return `${lines.join('\n')}\n`;
}

/** Degrees as NMEA writes them: `5312.3456` is 53° 12.3456′. */
function degrees(value: number, digits: number): string {
  const size = Math.abs(value);
  const whole = Math.floor(size);
  return `${String(whole).padStart(digits, '0')}${((size - whole) * 60).toFixed(5).padStart(8, '0')}`;
}

/** One NMEA sentence with its checksum. */
const nmeaSentence = (body: string): string => `$${body}*${checksum(body).toString(16).toUpperCase().padStart(2, '0')}`;

/** The RMC sentence of a moment: `clock` is ISO 8601. */
export function rmcSentence(clock: string, latDeg: number, lonDeg: number, speedMs: number): string {
  const [, year, month, day, hour, minute, second] = /^\d\d(\d\d)-(\d\d)-(\d\d)T(\d\d):(\d\d):(\d\d(?:\.\d+)?)/.exec(clock)!;
  const body = `GPRMC,${hour}${minute}${second},A,${degrees(latDeg, 2)},${latDeg < 0 ? 'S' : 'N'},${degrees(lonDeg, 3)},${lonDeg < 0 ? 'W' : 'E'},${(speedMs / KNOT_MS).toFixed(2)},,${day}${month}${year},,`;
  return nmeaSentence(body);
}

/** A track as NMEA sentences; `clock` writes a moment of it [s] as ISO 8601. */
export function trackNmea({ timeS, fields: { latDeg, lonDeg, speedMs } }: Samples, clock: (timeS: number) => string): string {
  return `${Array.from(timeS, (time, i) => rmcSentence(clock(time), latDeg![i]!, lonDeg![i]!, speedMs![i]!)).join('\n')}\n`;
}
