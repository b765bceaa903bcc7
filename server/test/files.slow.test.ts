import { createHash } from 'node:crypto';
import { existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { MOST_PHOTO_BYTES } from '@puddler/contract';
import { KEPT_FOR_MS, sweepFiles } from '../src/files/sweep';
import type { Running } from '../src/serve';
import { CAR, clientOf, jpeg, newFolder, png, startServer, webp } from './helpers';

let running: Running;
let client: ReturnType<typeof clientOf>;
const folder = newFolder();
const kept = path.join(folder, 'files');
const count = () => (existsSync(kept) ? readdirSync(kept).length : 0);

beforeAll(async () => {
  running = await startServer(folder);
  client = clientOf(running);
});
afterAll(() => running.stop());

const post = (bytes: Buffer, type = 'application/octet-stream') => client.http.post('/api/files').set('content-type', type).send(bytes);

test.each([
  ['image/jpeg', jpeg()],
  ['image/png', png()],
  ['image/webp', webp()],
])('a %s is kept under its hash and comes back byte for byte, as what it is', async (type, bytes) => {
  const hash = createHash('sha256').update(bytes).digest('hex');
  // What the sender calls it does not count.
  expect((await post(bytes)).body).toEqual({ hash, type, bytes: bytes.length });
  const back = await client.http.get(`/api/files/${hash}`).buffer(true);
  expect(back.headers).toMatchObject({ 'content-type': type, 'x-content-type-options': 'nosniff', 'content-length': String(bytes.length) });
  expect(back.headers['cache-control']).toContain('immutable');
  expect(Buffer.compare(back.body as Buffer, bytes)).toBe(0);
});

const LOG = Buffer.from(`time (s),rpm\n${Array.from({ length: 5000 }, (_, i) => `${i / 50},${9000 + i}`).join('\n')}\n`);
const postLog = (bytes: Buffer) => client.http.post('/api/files/logs').set('content-type', 'text/csv').send(bytes);

test('a log is kept packed under the hash of its text, and comes back byte for byte to whoever takes it packed or plain', async () => {
  const hash = createHash('sha256').update(LOG).digest('hex');
  const { status, body } = await postLog(LOG);
  expect([status, body]).toEqual([201, { hash, type: 'text/plain', bytes: LOG.length }]);
  expect(statSync(path.join(kept, `${hash}.gz`)).size).toBeLessThan(LOG.length / 2);
  for (const encoding of ['gzip', 'identity']) {
    const back = await client.http.get(`/api/files/${hash}`).set('accept-encoding', encoding).buffer(true);
    expect(back.headers['content-type']).toMatch(/^text\/plain/);
    expect(back.headers['content-encoding']).toBe(encoding === 'gzip' ? 'gzip' : undefined);
    expect(back.text).toBe(LOG.toString());
  }
});

test('a log that no run refers to is swept like a picture', async () => {
  const { hash } = (await postLog(Buffer.from('time (s),rpm\n0,1\n1,2'))).body as { hash: string };
  const { store, files } = running;
  const at = Date.now();
  await sweepFiles(store, files, at);
  await sweepFiles(store, files, at + KEPT_FOR_MS + 1);
  expect(existsSync(path.join(kept, `${hash}.gz`))).toBe(false);
});

test.each<[string, Buffer, number, string]>([
  ['a picture', jpeg(), 415, 'log-type'],
  ['bytes that are no text', Buffer.from([65, 0, 66, 10]), 415, 'log-type'],
  ['nothing', Buffer.alloc(0), 415, 'log-type'],
])('%s is no log, and leaves nothing behind', async (_what, bytes, status, code) => {
  const before = count();
  const response = await postLog(bytes);
  expect([response.status, response.body.error.code]).toEqual([status, code]);
  expect(count()).toBe(before);
});

test('the same picture sent twice is one file', async () => {
  await post(jpeg(9));
  const before = count();
  await Promise.all([post(jpeg(9)), post(jpeg(9))]);
  expect(count()).toBe(before);
});

test.each<[string, Buffer, number, string]>([
  ['a text', Buffer.from('<svg onload=alert(1)>'), 415, 'photo-type'],
  ['nothing', Buffer.alloc(0), 415, 'photo-type'],
  ['a JPEG cut short', jpeg().subarray(0, 200), 422, 'photo-broken'],
  ['a PNG cut short', png().subarray(0, 200), 422, 'photo-broken'],
  ['a WebP cut short', webp().subarray(0, 30), 422, 'photo-broken'],
  ['forty megabytes', Buffer.concat([jpeg(), Buffer.alloc(5 * MOST_PHOTO_BYTES)]), 413, 'photo-too-large'],
])('%s is refused with the reason and leaves nothing behind', async (_what, bytes, status, code) => {
  const before = count();
  const response = await post(bytes);
  expect([response.status, response.body.error.code]).toEqual([status, code]);
  expect(count()).toBe(before);
});

test.each(['..%2f..%2fpuddler.db', 'puddler.db', '%2e%2e', 'a'.repeat(300), 'A'.repeat(64)])('“%s” never reaches a path', async (name) => {
  expect([404, 422]).toContain((await client.http.get(`/api/files/${name}`)).status);
});

test('a file that is not there says so', async () => {
  expect((await client.http.get(`/api/files/${'0'.repeat(64)}`)).body.error.code).toBe('no-such-file');
});

test('swept is what nothing has referred to for a month, and nothing else', async () => {
  const [used, unused] = [await client.addPhoto(jpeg(20)), await client.addPhoto(jpeg(21))];
  const car = await client.put('car', { car: CAR, bench: { photos: [{ ...used, caption: 'Receiver' }] } });
  const sweep = (at: number) => sweepFiles(running.store, running.files, at);
  const isThere = (hash: string) => existsSync(path.join(kept, hash));
  const start = Date.now();
  await sweep(start);
  await sweep(start + KEPT_FOR_MS - 1);
  expect(isThere(unused.hash)).toBe(true);
  await sweep(start + KEPT_FOR_MS);
  expect([isThere(unused.hash), isThere(used.hash)]).toEqual([false, true]);
  // Deleted, the car still holds its photo for a month; then the photo waits a month of its own.
  await client.http.delete(`/api/cars/${car.id}`).send({ base: 1 });
  await sweep(start + KEPT_FOR_MS + 1);
  await sweep(start + 2 * KEPT_FOR_MS + 60_000);
  expect(isThere(used.hash)).toBe(true);
  await sweep(start + 3 * KEPT_FOR_MS + 120_000);
  expect(isThere(used.hash)).toBe(false);
});

test('what a cut upload left is swept at the next start', async () => {
  const own = newFolder();
  const first = await startServer(own);
  await clientOf(first).addPhoto();
  await first.stop();
  writeFileSync(path.join(own, 'files', 'left.part'), 'half a picture');
  const second = await startServer(own);
  await second.stop();
  expect(readdirSync(path.join(own, 'files')).filter((name) => name.endsWith('.part'))).toEqual([]);
});
