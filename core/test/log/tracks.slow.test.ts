import fc from 'fast-check';
import { logCsv, logGpx, readAnyLog, type LogReading, type Samples } from '@puddler/core';
import { AnyLogReader } from '../../src/log/any-log';
import { checksum } from '../../src/log/nmea';

const reading = (text: string): LogReading => {
  const outcome = readAnyLog(text);
  if (!outcome.ok) throw new Error(`line ${outcome.line}: ${outcome.reason}`);
  return outcome.reading;
};
const refused = (text: string) => {
  const outcome = readAnyLog(text);
  if (outcome.ok) throw new Error('it was taken');
  return `line ${outcome.line}: ${outcome.reason}`;
};

/** A track north at 10 m/s for ten seconds. */
const track: Samples = {
  timeS: Float64Array.from({ length: 11 }, (_, i) => i),
  fields: {
    latDeg: Float64Array.from({ length: 11 }, (_, i) => 53 + (10 * i) / 111_195),
    lonDeg: new Float64Array(11).fill(-4.2),
    elevationM: new Float64Array(11).fill(31),
  },
};
const clock = (timeS: number) => new Date(Date.UTC(2027, 0, 9, 10) + 1000 * timeS).toISOString();
const GPX = logGpx(track, clock)!;

test('a GPX track reads back; where it tells no speed, that is fitted to the places, and its name says over how long', () => {
  const { columns, runs } = reading(GPX);
  expect(runs[0]!.timeS).toEqual(track.timeS);
  expect(runs[0]!.fields.latDeg![7]).toBeCloseTo(track.fields.latDeg![7]!, 6);
  for (const speed of runs[0]!.fields.speedMs!.slice(1, -1)) expect(speed).toBeCloseTo(10, 1);
  expect(columns.map((one) => one.name)).toEqual(['time', 'latitude', 'longitude', 'height', 'speed from places, over 3 s']);
});

test('a GPX track that tells its speed keeps it', () => {
  const told = logGpx({ ...track, fields: { ...track.fields, speedMs: new Float64Array(11).fill(9.5) } }, clock)!;
  expect([...reading(told).runs[0]!.fields.speedMs!]).toEqual(Array(11).fill(9.5));
});

test.each<[string, string, RegExp]>([
  ['broken XML', GPX.replace('</trkpt>', '</trk>'), /line 3: the XML is broken/],
  ['a document type', `<!DOCTYPE x [<!ENTITY e "e">]>${GPX.slice(GPX.indexOf('<gpx'))}`, /entities of its own/],
  ['an unknown entity', GPX.replace('<ele>', '<ele>&big;'), /the XML is broken/],
  ['deep nesting', `<gpx>${'<a>'.repeat(50_000)}`, /more than 20 groups/],
  ['another kind of file', '<svg xmlns="http://www.w3.org/2000/svg"></svg>', /not with gpx/],
  ['time that runs back', GPX.replace('10:00:05', '09:00:05'), /line 8: time runs back/],
  ['a cut file', GPX.slice(0, 600), /the XML is broken/],
  ['points without time', GPX.replace(/<time>[^<]*<\/time>/g, ''), /no two points have a time/],
])('GPX with %s is refused with its line', (_what, text, message) => {
  expect(refused(text)).toMatch(message);
});

test('a point off the globe and one at the same time twice are told and left out', () => {
  const { runs, problems } = reading(GPX.replace(/lat="53\.0001799"/, 'lat="253"').replace('10:00:05', '10:00:04'));
  expect(runs[0]!.timeS).toHaveLength(9);
  expect(problems.map((one) => one.what)).toEqual(['no place on the globe: the point is left out', 'the same time twice: the point is left out']);
});

const sentence = (body: string) => `$${body}*${checksum(body).toString(16).toUpperCase().padStart(2, '0')}`;
const rmc = (clock: string, lat: string, knots: string, date = '090127') =>
  sentence(`GPRMC,${clock},A,${lat},N,00412.0000,W,${knots},000.0,${date},,`);
const NMEA = Array.from(
  { length: 6 },
  (_, i) => `${rmc(`10000${i}.00`, `5300.0${i}00`, '19.44')}\n${sentence(`GPGGA,10000${i}.00,5300.0000,N,00412.0000,W,1,08,1.0,31.0,M,,M,,`)}`,
).join('\n');

test('NMEA sentences tell time, place, speed and height; checksums are tested', () => {
  const { runs, problems } = reading(NMEA);
  const { timeS, fields } = runs[0]!;
  expect([...timeS]).toEqual([0, 1, 2, 3, 4, 5]);
  expect(fields.latDeg![3]).toBeCloseTo(53 + 0.03 / 60, 9);
  expect(fields.lonDeg![0]).toBeCloseTo(-4.2, 9);
  expect(fields.speedMs![2]).toBeCloseTo(10, 2);
  expect(fields.elevationM![2]).toBe(31);
  expect(problems).toEqual([]);
  const bent = reading(NMEA.replace('5300.0300', '5300.0301'));
  expect(bent.problems).toEqual([{ line: 7, what: 'the checksum does not fit: the sentence is left out', count: 1 }]);
  expect(bent.runs[0]!.timeS).toHaveLength(5);
});

test('speed may stand in a sentence of its own, a fix may be missing, midnight may pass, lines may be junk', () => {
  const text = [
    sentence('GNRMC,235959.00,A,5300.0000,N,00412.0000,E,,,,,'),
    sentence('GNVTG,0.0,T,,M,19.4,N,36.0,K'),
    sentence('GNRMC,000000.00,V,,,,,,,,,'),
    'rubbish',
    sentence('GNRMC,000001.00,A,5300.0060,S,00412.0000,E,,,,,'),
    sentence('GNVTG,0.0,T,,M,19.4,N,36.0,K'),
  ].join('\r\n');
  const { runs, problems } = reading(text);
  expect([...runs[0]!.timeS]).toEqual([0, 2]);
  expect([...runs[0]!.fields.speedMs!]).toEqual([10, 10]);
  expect(runs[0]!.fields.latDeg![1]).toBeLessThan(0);
  expect(problems.map((one) => one.what)).toEqual(['no fix: the sentence is left out', 'no sentence: the line is left out']);
});

test('NMEA whose time runs back is refused with its line', () => {
  expect(refused(`${rmc('100005.00', '5300.0', '1')}\n${rmc('100001.00', '5300.0', '1')}\n`)).toMatch(/line 2: time runs back/);
});

test('what is written as CSV reads back the same', () => {
  const log: Samples = {
    timeS: Float64Array.from([0, 0.05, 0.1]),
    fields: { outputShare: Float32Array.from([0, 0.5, 1]), packV: Float32Array.from([8.4, NaN, 8.125]) },
  };
  const { runs, columns, problems } = reading(logCsv(log));
  expect(runs[0]).toEqual(log);
  expect(columns.every((one) => one.sure)).toBe(true);
  expect(problems).toEqual([]);
});

test.each([
  ['GPX', GPX],
  ['NMEA', NMEA],
])('2,000 mutated %s files neither throw nor hang, in one piece or in many (seed 5)', (_form, text) => {
  fc.assert(
    fc.property(
      fc.nat(text.length),
      fc.nat(30),
      fc.string({ unit: 'binary', maxLength: 12 }),
      fc.integer({ min: 1, max: 400 }),
      (at, cut, put, piece) => {
        const bent = text.slice(0, at) + put + text.slice(at + cut);
        const whole = readAnyLog(bent);
        const reader = new AnyLogReader();
        for (let i = 0; i < bent.length; i += piece) reader.push(bent.slice(i, i + piece));
        expect(reader.end().ok).toBe(whole.ok);
        if (!whole.ok) return expect(whole.reason).not.toBe('');
        for (const values of Object.values(whole.reading.runs[0]!.fields)) expect(values).toHaveLength(whole.reading.runs[0]!.timeS.length);
      },
    ),
    { seed: 5, numRuns: 2000 },
  );
});
