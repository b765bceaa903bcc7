import { readdirSync, readFileSync } from 'node:fs';
import http from 'node:http';
import { homedir } from 'node:os';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { ERRORS } from '@puddler/contract';
import request from 'supertest';
import { readConfig } from '../src/config';
import type { Running } from '../src/serve';
import { CAR, clientOf, newFolder, startServer } from './helpers';

let running: Running;
let port: number;
beforeAll(async () => {
  running = await startServer();
  port = (running.server.address() as AddressInfo).port;
});
afterAll(() => running.stop());

const agent = () => request(running.server);
const ID = '00000000-0000-4000-8000-000000000000';
/** A body sent as it is. */
const json = (at: string, body: string | Buffer) =>
  agent()
    .post(at)
    .set('Content-Type', 'application/json')
    .serialize((bytes: unknown) => bytes as string)
    .send(body as string);

test('health', async () => {
  expect((await agent().get('/api/health')).body).toEqual({ status: 'ok' });
});

test('it listens on this machine only', () => {
  expect((running.server.address() as AddressInfo).address).toBe('127.0.0.1');
});

describe('who may speak to it', () => {
  test.each([
    ['rebound.example', 403],
    ['127.0.0.1.rebound.example', 403],
    ['localhost:1', 403],
    ['', 403],
  ])('Host “%s” is %i', async (host, status) => {
    const response = await agent().get('/api/health').set('Host', host);
    expect([400, status]).toContain(response.status);
    if (host) expect(response.body.error.code).toBe('bad-host');
  });

  test('its own names are served', async () => {
    for (const name of ['localhost', '127.0.0.1', 'LOCALHOST']) {
      expect((await agent().get('/api/health').set('Host', `${name}:${port}`)).status).toBe(200);
    }
  });

  test('a foreign Origin is refused, its own is not', async () => {
    const from = (origin: string) => agent().get('/api/garage').set('Host', `127.0.0.1:${port}`).set('Origin', origin);
    expect((await from('http://elsewhere.example')).body.error.code).toBe('bad-origin');
    expect((await from('null')).status).toBe(403);
    expect((await from(`https://127.0.0.1:${port}`)).status).toBe(403);
    expect((await from(`http://127.0.0.1:${port}`)).status).toBe(200);
  });

  test('a cross-site write without an Origin is refused', async () => {
    const response = await agent().post('/api/imports').set('Sec-Fetch-Site', 'cross-site').send({});
    expect(response.status).toBe(403);
  });

  test('a picture or a frame on another page starts no backup; a link opens a page', async () => {
    const from = (at: string, site: string) => agent().get(at).set('Host', `127.0.0.1:${port}`).set('Sec-Fetch-Site', site);
    for (const site of ['cross-site', 'same-site']) {
      expect((await from('/api/backup', site)).body.error.code).toBe('bad-origin');
      expect((await from('/plans/anything', site)).status).toBe(200);
    }
    for (const site of ['same-origin', 'none']) expect((await from('/api/garage', site)).status).toBe(200);
  });
});

describe('headers', () => {
  test('a strict policy, its nonce new each time and in the page', async () => {
    const [one, two] = [await agent().get('/'), await agent().get('/plans/anything')];
    const policy = String(one.headers['content-security-policy']);
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toContain('unsafe');
    const nonce = /'nonce-([^']+)'/.exec(policy)![1]!;
    expect(one.text).toContain(nonce);
    expect(one.text).not.toContain('__STYLE_NONCE__');
    expect(two.text).not.toContain(nonce);
    expect(one.headers['x-content-type-options']).toBe('nosniff');
    expect(one.headers['referrer-policy']).toBe('no-referrer');
    expect(one.headers['strict-transport-security']).toBeUndefined();
  });

  test.each([
    ['de-AT,de;q=0.9,en;q=0.8', 'de-AT ,'],
    ['en-GB', 'en-GB .'],
    ['en;q=0.5, pt-BR', 'pt-BR ,'],
    ['xx', 'xx .'],
    ['*', ''],
    ['"><script>', ''],
  ])('the decimal mark of “%s” is in the page: “%s”', async (languages, mark) => {
    const { text } = await agent().get('/').set('Accept-Language', languages);
    expect(text).toContain(`<meta name="decimal-mark" content="${mark}" />`);
  });

  test('assets are kept, the page is not', async () => {
    expect((await agent().get('/assets/app-1234.js')).headers['cache-control']).toContain('immutable');
    expect((await agent().get('/')).headers['cache-control']).toBe('no-store');
  });
});

describe('every error is JSON from the catalogue', () => {
  test.each<[string, () => request.Test, keyof typeof ERRORS]>([
    ['an unknown address', () => agent().get('/api/nothing'), 'not-found'],
    ['a missing file', () => agent().get('/assets/gone.js'), 'not-found'],
    ['a way out of the folder', () => agent().get('/..%2f..%2fpackage.json'), 'bad-request'],
    ['a method that is not taken', () => agent().patch('/api/garage'), 'method-not-allowed'],
    ['broken JSON', () => agent().post('/api/imports').set('Content-Type', 'application/json').send('{"a":'), 'bad-json'],
    ['a form', () => agent().post('/api/imports').type('form').send({ a: 1 }), 'unsupported-type'],
    [
      'two megabytes',
      () =>
        agent()
          .post('/api/imports')
          .send({ name: 'x'.repeat(2_000_000) }),
      'too-large',
    ],
    ['an id of another form', () => agent().get('/api/cars/17'), 'bad-document'],
    ['a car nobody has', () => agent().get('/api/cars/00000000-0000-4000-8000-000000000000'), 'no-such-document'],
    ['nesting that is deeper than any document', () => json('/api/imports', '['.repeat(5000) + ']'.repeat(5000)), 'bad-document'],
    ['more nesting than can be read', () => json('/api/parts', '{"a":'.repeat(100_000)), 'bad-document'],
    [
      'a thousand fields nobody knows',
      () => json('/api/imports', JSON.stringify(Object.fromEntries(Array.from({ length: 1000 }, (_, i) => [`k${i}`, i])))),
      'bad-document',
    ],
    ['bytes that are no text', () => json('/api/imports', Buffer.from([0x22, 0xff, 0xfe, 0x22])), 'bad-json'],
    ['a body that says it is compressed', () => json('/api/imports', '{}').set('Content-Encoding', 'gzip'), 'unsupported-encoding'],
    ['an encoding there is not', () => json('/api/imports', '{}').set('Content-Encoding', 'constructor'), 'unsupported-encoding'],
    [
      'a form that every object has',
      () =>
        json(
          '/api/parts',
          JSON.stringify({
            writes: [{ id: ID, base: 0, body: { kind: 'motor', name: 'M', status: 'owned', spec: { kind: 'brushless', form: 'constructor' } } }],
          }),
        ),
      'bad-document',
    ],
    ['no body', () => agent().put('/api/cars/00000000-0000-4000-8000-000000000000'), 'bad-document'],
    [
      'an envelope with more in it',
      () =>
        agent()
          .put('/api/cars/00000000-0000-4000-8000-000000000000')
          .send({ base: 0, body: { car: CAR, bench: {} }, admin: true }),
      'bad-document',
    ],
  ])('%s', async (_, call, code) => {
    const response = await call();
    expect(response.status).toBe(ERRORS[code].status);
    expect(response.type).toBe('application/json');
    expect(response.body.error).toMatchObject({ code, message: ERRORS[code].message, mend: ERRORS[code].mend });
  });

  test('what fails inside shows no detail', async () => {
    const broken = await startServer();
    broken.db.client.close();
    const response = await request(broken.server).get('/api/garage');
    expect(response.status).toBe(500);
    expect(response.body.error.code).toBe('internal');
    expect(JSON.stringify(response.body)).not.toMatch(/closed|sqlite|client/i);
    broken.server.closeAllConnections();
    broken.server.close();
  });

  test('the catalogue and docs/errors.md agree', () => {
    const text = readFileSync(path.join(__dirname, '../../docs/errors.md'), 'utf8');
    const rows = [...text.matchAll(/^\| `([a-z-]+)` \| (\d+) \| (.+?) \| (.+?) \|$/gm)].map(([, code, status, message, mend]) => [
      code,
      Number(status),
      message,
      mend,
    ]);
    expect(rows).toEqual(Object.entries(ERRORS).map(([code, { status, message, mend }]) => [code, status, message, mend]));
  });
});

describe('stopping', () => {
  test('a request in flight is finished, then the server is gone', async () => {
    const own = await startServer();
    const { port: ownPort } = own.server.address() as AddressInfo;
    const body = JSON.stringify({ base: 0, body: { car: CAR, bench: {} } });
    const arrived = new Promise((resolve) => own.server.once('request', resolve));
    let rest: () => void;
    const answered = new Promise<number>((resolve, reject) => {
      const slow = http.request(
        {
          port: ownPort,
          host: '127.0.0.1',
          method: 'PUT',
          path: '/api/cars/00000000-0000-4000-8000-000000000001',
          headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) },
        },
        (response) => resolve(response.statusCode!),
      );
      slow.once('error', reject);
      slow.write(body.slice(0, 10));
      rest = () => slow.end(body.slice(10));
    });
    await arrived;
    const stopped = own.stop();
    rest!();
    expect(await answered).toBe(200);
    await stopped;
    await expect(request(`http://127.0.0.1:${ownPort}`).get('/api/health')).rejects.toThrow();
  });
});

describe('configuration', () => {
  test('has its defaults and takes the environment', () => {
    expect(readConfig({}).port).toBe(8417);
    const config = readConfig({ PORT: '9000', PUDDLER_DATA: '/tmp/club' });
    expect(config).toMatchObject({ port: 9000, dataFolder: '/tmp/club' });
  });
  test('what is set to nothing is not set', () => {
    const config = readConfig({ PORT: '', PUDDLER_DATA: ' ', PUDDLER_LOG: '' });
    expect(config).toMatchObject({ port: 8417, dataFolder: path.join(homedir(), '.puddler'), logLevel: 'warn' });
  });
  test.each(['a b', 'a%20b', 'what?', 'no#1', 'ü'])('a data folder called “%s” is that folder', async (name) => {
    const folder = path.join(newFolder(), name);
    const own = await startServer(folder);
    await clientOf(own).addCar();
    await own.stop();
    expect(readdirSync(path.dirname(folder))).toEqual([name]);
    expect(readdirSync(folder)).toContain('puddler.db');
  });
  test.each(['abc', '-1', '70000', '80.5'])('PORT=%s is refused by name', (value) => {
    expect(() => readConfig({ PORT: value })).toThrow(`PORT is "${value}"`);
  });
});

test('within this machine nothing is packed, whatever is asked: it would take longer than it saves', async () => {
  const client = clientOf(running);
  for (let i = 0; i < 8; i++) await client.addCar();
  for (const taken of ['gzip', 'br', 'identity', 'gzip;q=0, identity;q=0'])
    expect((await agent().get('/api/garage').set('Accept-Encoding', taken)).headers['content-encoding']).toBeUndefined();
});
