import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { MOST_PHOTO_BYTES } from '@puddler/contract';
import { clientOf, newFolder, startServer } from './helpers';
import type { Running } from '../src/serve';

let running: Running;
let http: ReturnType<typeof clientOf>['http'];
const folder = newFolder();
const photos = path.join(folder, 'photos');

beforeAll(async () => {
  running = await startServer(folder);
  http = clientOf(running).http;
});
afterAll(() => running.stop());

/** The smallest whole pictures of each kind, as their marks go. */
const JPEG = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(400, 7), Buffer.from([0xff, 0xd9])]);
const PNG = Buffer.concat([
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
  Buffer.alloc(300, 1),
  Buffer.from('IEND'),
  Buffer.alloc(4),
]);
const WEBP = Buffer.concat([Buffer.from('RIFF'), Buffer.from([0x3c, 0, 0, 0]), Buffer.from('WEBP'), Buffer.alloc(56)]);

const put = (id: string, bytes: Buffer, type = 'image/jpeg') => http.put(`/api/photos/${id}`).set('content-type', type).send(bytes);
const codeOf = (response: { body: unknown }) => (response.body as { error?: { code: string } }).error?.code;

test.each([
  ['image/jpeg', JPEG],
  ['image/png', PNG],
  ['image/webp', WEBP],
])('a %s comes back byte for byte, as what it is', async (type, bytes) => {
  const id = randomUUID();
  // What the sender calls it does not count.
  expect((await put(id, bytes, 'application/octet-stream')).body).toEqual({ id, bytes: bytes.length });
  const back = await http.get(`/api/photos/${id}`).buffer(true);
  expect(back.headers['content-type']).toBe(type);
  expect(back.headers['x-content-type-options']).toBe('nosniff');
  expect(Buffer.compare(back.body as Buffer, bytes)).toBe(0);
});

test.each<[string, Buffer, number, string]>([
  ['a text', Buffer.from('<svg onload=alert(1)>'), 415, 'photo-type'],
  ['nothing', Buffer.alloc(0), 415, 'photo-type'],
  ['a JPEG cut short', JPEG.subarray(0, 200), 422, 'photo-broken'],
  ['a PNG cut short', PNG.subarray(0, 200), 422, 'photo-broken'],
  ['a WebP cut short', WEBP.subarray(0, 30), 422, 'photo-broken'],
  ['forty megabytes', Buffer.concat([JPEG, Buffer.alloc(5 * MOST_PHOTO_BYTES)]), 413, 'photo-too-large'],
])('%s is refused with the reason and leaves nothing behind', async (_what, bytes, status, code) => {
  const before = existsSync(photos) ? readdirSync(photos).length : 0;
  const response = await put(randomUUID(), bytes);
  expect(response.status).toBe(status);
  expect(codeOf(response)).toBe(code);
  expect(existsSync(photos) ? readdirSync(photos).length : 0).toBe(before);
});

test.each(['..%2f..%2fpuddler.db', 'puddler.db', '%2e%2e', 'a'.repeat(300)])('“%s” never reaches a path', async (name) => {
  expect([404, 422]).toContain((await put(name, JPEG)).status);
  expect([404, 422]).toContain((await http.get(`/api/photos/${name}`)).status);
  expect(readdirSync(folder).filter((file) => !/^(puddler\.db(-wal|-shm)?|photos)$/.test(file))).toEqual([]);
});

test('a photo that is not there says so', async () => {
  expect(codeOf(await http.get(`/api/photos/${randomUUID()}`))).toBe('no-such-photo');
});
