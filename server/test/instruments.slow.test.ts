import { carOfDay, driveHidden, nowOf, readAnyLog, SET_DAYS, type Day } from '@puddler/core';
import type { AskedOfDevices } from '@puddler/contract';
import type { Running } from '../src/serve';
import { clientOf, startServer } from './helpers';

let running: Running;
let client: ReturnType<typeof clientOf>;
beforeAll(async () => {
  running = await startServer();
  client = clientOf(running);
});
afterAll(() => running.stop());

const { base, seed, set } = SET_DAYS[0]!;
const day: Day = { base, seed, set, stoodS: 0, waitedS: 0, drives: [] };
const from = nowOf(day, carOfDay(day));
const asked = (change: Partial<AskedOfDevices['drive']> = {}): AskedOfDevices => ({
  at: '2027-01-09T10:00:00.000Z',
  day: { base, seed, set },
  drive: { plan: base, how: 'passes', seed: 5, from, ...change },
});
const ROOT = '/api/instruments/drives';
const told = async (body: object = asked()) => (await client.http.post(ROOT).send(body)).body as { id: string; seconds: number };

test('a drive is told once and has the same name ever after; another one has another', async () => {
  const [one, again, other] = [await told(), await told(), await told(asked({ seed: 6 }))];
  expect(one.id).toMatch(/^[0-9a-f]{64}$/);
  expect(again).toEqual(one);
  expect(other.id).not.toBe(one.id);
  expect(one.seconds).toBeCloseTo(driveHidden(carOfDay(day), asked().drive, from).outcome.seconds, 6);
});

test('the ESC’s log and the phone’s track are fetched as files that read like any others, the same to the byte', async () => {
  const { id } = await told();
  const esc = await client.http.get(`${ROOT}/${id}/esc.csv`);
  expect([esc.status, esc.headers['content-disposition']]).toEqual([200, 'attachment; filename="esc.csv"']);
  const gpx = await client.http.get(`${ROOT}/${id}/track.gpx?hz=1`).buffer(true);
  const nmea = await client.http.get(`${ROOT}/${id}/track.nmea`).buffer(true);
  for (const text of [esc.text, gpx.text ?? String(gpx.body), nmea.text]) {
    const outcome = readAnyLog(text, { poles: 4 });
    expect(outcome.ok && outcome.reading.problems).toEqual([]);
  }
  expect((await client.http.get(`${ROOT}/${id}/esc.csv`)).text).toBe(esc.text);
});

test('a thermometer answers for the moment and the aim; charger, scale and calliper answer too', async () => {
  const { id } = await told(asked({ how: 'race' }));
  const read = async (query: string) => (await client.http.get(`${ROOT}/${id}/thermometer?${query}`)).body as { c: number };
  const [hot, later, afar] = [await read('of=can&afterS=20'), await read('of=can&afterS=1200'), await read('of=can&afterS=20&distanceM=1.2')];
  expect(hot.c).toBeGreaterThan(later.c);
  expect(hot.c).toBeGreaterThan(afar.c);
  expect(await read('of=can&afterS=20')).toEqual(hot);
  const { body: charger } = await client.http.get(`${ROOT}/${id}/charger`);
  const { body: scale } = await client.http.get(`${ROOT}/${id}/scale`);
  const { body: calliper } = await client.http.get(`${ROOT}/${id}/calliper`);
  expect(charger).toEqual({ putBackAh: expect.any(Number) as number });
  expect(Math.abs((scale as { massKg: number }).massKg / base.car.massKg - 1)).toBeLessThan(0.15);
  expect(Math.abs((calliper as { tyreMm: number }).tyreMm / base.car.tyre.diameterMm - 1)).toBeLessThan(0.1);
});

test('the phone speaks live, a sentence an event, and ends with the drive', async () => {
  const { id } = await told();
  const response = await client.http
    .get(`${ROOT}/${id}/live?hz=1&rate=100`)
    .buffer(true)
    .parse((res, done) => {
      let text = '';
      res.on('data', (piece: Buffer) => (text += piece.toString()));
      res.on('end', () => done(null, text));
    });
  const text = response.body as unknown as string;
  expect(response.headers['content-type']).toMatch(/^text\/event-stream/);
  const sentences = [...text.matchAll(/^data: (\$GPRMC.+)$/gm)].map((match) => match[1]!);
  expect(sentences.length).toBeGreaterThan(20);
  expect(text.trimEnd().endsWith('event: end\ndata:')).toBe(true);
  const outcome = readAnyLog(`${sentences.join('\n')}\n`, {});
  expect(outcome.ok && outcome.reading.problems).toEqual([]);
});

test.each<[string, object, number, string]>([
  ['no drive at all', {}, 422, 'at'],
  ['a plan that cannot be', asked({ plan: { ...base, gearing: { pinion: 0.2, spur: 58 } } }), 422, 'drive.plan.gearing.pinion'],
  [
    'half an hour and more',
    { ...asked(), drive: { ...asked().drive, plan: { ...base, run: { profile: 'race', minutes: 60 } } } },
    422,
    'drive.plan.run.minutes',
  ],
  ['a throttle over all of it', asked({ capShare: 1.2 }), 422, 'drive.capShare'],
])('%s is refused, naming the field', async (_what, body, status, path) => {
  const answer = await client.http.post(ROOT).send(body);
  expect(answer.status).toBe(status);
  expect((answer.body as { error: { problems: { path: string }[] } }).error.problems.map((one) => one.path)).toContain(path);
});

test('a drive that nobody told, a part that there is not, and a log that a brushed ESC does not keep', async () => {
  expect((await client.http.get(`${ROOT}/${'0'.repeat(64)}/esc.csv`)).body).toMatchObject({ error: { code: 'no-such-drive' } });
  const { id } = await told();
  expect((await client.http.get(`${ROOT}/${id}/thermometer?of=driver&afterS=1`)).status).toBe(422);
  const brushed = { ...base, motor: { name: 'Old 21T', kind: 'brushed' as const, sizeClass: '540' as const, turns: 21 } };
  const { id: old } = await told({ ...asked({ plan: brushed }), day: { base: brushed, seed } });
  expect((await client.http.get(`${ROOT}/${old}/esc.csv`)).body).toMatchObject({ error: { code: 'no-esc-log' } });
});
