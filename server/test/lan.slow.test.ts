import { readFileSync, statSync } from 'node:fs';
import { X509Certificate } from 'node:crypto';
import http from 'node:http';
import https from 'node:https';
import path from 'node:path';
import fc from 'fast-check';
import { carOfDay, nowOf, SET_DAYS } from '@puddler/core';
import pino from 'pino';
import { KIND_NAMES, kindOf, LIST_NAMES, PAIRING_MS, type LanState } from '@puddler/contract';
import { hostOf, lanAddresses } from '../src/lan/addresses';
import { Authority, canBeCertified } from '../src/lan/certificates';
import { LocalNetwork } from '../src/lan/local-network';
import { PairedDevices } from '../src/lan/paired-devices';
import { Pairing } from '../src/lan/pairing';
import type { Running } from '../src/serve';
import { anyRequest } from './any-request';
import { CAR, clientOf, newFolder, startServer } from './helpers';
import { ask, codeOf, LAN, networkOf, OTHER, PHONE } from './lan-client';

const SEED = 2727;

let running: Running;
let folder: string;
let lan: Awaited<ReturnType<typeof networkOf>>;
beforeAll(async () => {
  folder = newFolder();
  running = await startServer(folder);
  lan = await networkOf(running);
});
afterAll(() => running.stop());

/** A drive that the simulated phone speaks of for a minute and more. */
const { base, seed, set } = SET_DAYS[0]!;
const day = { base, seed, set };
const driveAsked = () => ({
  at: '2027-01-09T10:00:00.000Z',
  day,
  drive: {
    plan: base,
    how: 'passes',
    seed: 5,
    from: nowOf({ ...day, stoodS: 0, waitedS: 0, drives: [] }, carOfDay(day)),
  },
});

const paired = (cookie: string, asked: Parameters<typeof ask>[1] = {}) => ask(lan.url, { ...asked, headers: { cookie, ...asked.headers } });

describe('how a device is let in', () => {
  test('by the QR code’s secret, once, after a yes at the laptop', async () => {
    const { secret } = await lan.offer();
    const asked = await lan.askIn({ secret, name: 'Blue phone' });
    expect(asked.status).toBe(200);
    const { token, number } = asked.json();
    expect((await lan.outcome(token)).json()).toEqual({ outcome: 'waiting' });
    expect((await lan.state()).asks).toEqual([expect.objectContaining({ name: 'Blue phone', address: PHONE, number })]);
    await lan.answer('yes');
    const letIn = await lan.outcome(token);
    expect(letIn.json()).toEqual({ outcome: 'yes' });
    expect(letIn.headers['set-cookie']![0]).toMatch(/^puddler_device=[0-9a-f]{64}; path=\/; expires=.*; samesite=strict; httponly$/);
    // A second and a third try with what was used.
    expect(codeOf(await lan.askIn({ secret }))).toBe('pairing-refused');
    expect(codeOf(await lan.askIn({ secret }))).toBe('pairing-refused');
    expect((await lan.outcome(token)).json()).toEqual({ outcome: 'no' });
  });

  test('by the code as people type it', async () => {
    const { code } = await lan.offer();
    expect(code).toMatch(/^[A-HJKMNP-Z2-9]{8}$/);
    expect((await lan.askIn({ code: ` ${code.slice(0, 4).toLowerCase()}-${code.slice(4)} ` })).status).toBe(200);
  });

  test('not after a no', async () => {
    const { secret } = await lan.offer();
    const { token } = (await lan.askIn({ secret })).json();
    const waiting = (await lan.state()).asks.length;
    for (let i = 0; i < waiting; i++) await lan.answer('no');
    const refused = await lan.outcome(token);
    expect(refused.json()).toEqual({ outcome: 'no' });
    expect(refused.headers['set-cookie']).toBeUndefined();
  });

  test('nobody else takes the yes that was given to a device', async () => {
    const { secret } = await lan.offer();
    const { token } = (await lan.askIn({ secret })).json();
    await lan.answer('yes');
    expect((await lan.outcome(token, OTHER)).json()).toEqual({ outcome: 'no' });
    expect((await lan.outcome('0'.repeat(32))).json()).toEqual({ outcome: 'no' });
    expect((await lan.outcome(token)).json()).toEqual({ outcome: 'yes' });
  });

  test('five wrong codes in all withdraw the offer, from wherever they come', async () => {
    const { code, secret } = await lan.offer();
    for (const from of [PHONE, OTHER, PHONE, OTHER, PHONE]) expect(codeOf(await lan.askIn({ code: 'AAAAAAAA' }, from))).toBe('pairing-refused');
    expect((await lan.state()).offer).toBeUndefined();
    expect(codeOf(await lan.askIn({ code }))).toBe('pairing-refused');
    expect(codeOf(await lan.askIn({ secret }))).toBe('pairing-refused');
  });

  test('two minutes and a second are too many, for an offer and for an ask', () => {
    let nowMs = 0;
    const pairing = new Pairing(() => nowMs);
    pairing.offer();
    const { secret } = pairing.state().offer!;
    nowMs = PAIRING_MS + 1000;
    expect(() => pairing.ask({ secret, name: 'Phone' }, PHONE)).toThrow();
    pairing.offer();
    const { token } = pairing.ask({ secret: pairing.state().offer!.secret, name: 'Phone' }, PHONE);
    const { id } = pairing.state().asks[0]!;
    nowMs += PAIRING_MS + 1000;
    expect(() => pairing.answer(id, 'yes')).toThrow();
    expect(pairing.outcome(token, PHONE).outcome).toBe('no');
  });

  test('what is no code, secret or name is refused with its field', async () => {
    await lan.offer();
    for (const body of [
      {},
      { secret: 'x', name: 'P' },
      { code: 'A', secret: '0'.repeat(32), name: 'P' },
      { code: 'A', name: '' },
      { code: 7, name: 'P' },
    ])
      expect((await ask(lan.url, { method: 'POST', path: '/pair/ask', body })).status).toBe(422);
    expect((await ask(lan.url, { method: 'POST', path: '/pair/ask', body: { code: 'A'.repeat(2000), name: 'P' } })).status).toBe(413);
  });
});

const page = readFileSync(path.join(__dirname, '../pairing/pair.html'), 'utf8');

describe('what a device that is not paired gets', () => {
  test.each(['/', '/plans/6e02cdb4-79e4-4747-97d0-c453acc15bb5', '/shelf', '/pair'])('one page at %s', async (at) => {
    const answer = await ask(lan.url, { path: at });
    expect(answer.body.toString()).toBe(page);
    expect(answer.headers['cache-control']).toBe('no-store');
    // Browsers take no opener policy over plain HTTP, and complain of it.
    expect(answer.headers['cross-origin-opener-policy']).toBeUndefined();
  });

  test('its style and its script', async () => {
    expect((await ask(lan.url, { path: '/pair/pair.css' })).headers['content-type']).toContain('text/css');
    expect((await ask(lan.url, { path: '/pair/pair.js' })).headers['content-type']).toContain('javascript');
  });

  test.each([
    ['GET', '/api/garage'],
    ['GET', '/api/health'],
    ['GET', '/api/lan'],
    ['GET', '/api/backup'],
    ['POST', '/api/demo'],
    ['GET', '/index.html'],
    ['GET', '/assets/main.js'],
    ['GET', '/pair/../index.html'],
    ['GET', '/pair/pair.html'],
    ['GET', '/pair/..%2f..%2fpackage.json'],
    ['PUT', '/api/lan'],
    ['DELETE', '/api/cars/00000000-0000-4000-8000-000000000000'],
    ['POST', '/'],
    ['OPTIONS', '/api/garage'],
  ])('nothing of %s %s', async (method, at) => {
    const answer = await ask(lan.url, { method, path: at });
    expect(answer.status).toBe(401);
    expect(answer.json()).toEqual({ error: expect.objectContaining({ code: 'not-paired' }) });
    expect(answer.headers['access-control-allow-origin']).toBeUndefined();
  });
});

test('nothing of any route, by any method, nor of any file of the page', async () => {
  const id = '00000000-0000-4000-8000-000000000000';
  const documents = KIND_NAMES.map((kind) => `/api/${kindOf(kind).path}`);
  const routes = [
    ...LIST_NAMES.map((list) => `/api/${list}`),
    ...documents.flatMap((at) => [at, `${at}/${id}`, `${at}/${id}/restore`]),
    ...[
      '/api/plans/x/file',
      '/api/imports',
      '/api/files',
      `/api/files/${'0'.repeat(64)}`,
      '/api/files/logs',
      '/api/demo',
      '/api/changes',
      '/api/health',
    ],
    ...[
      '/api/backup',
      '/api/backup/check',
      '/api/backup/restore',
      '/api/check',
      '/api/lan',
      '/api/lan/offer',
      `/api/lan/asks/${id}`,
      `/api/lan/devices/${id}`,
    ],
    ...['/api/instruments/drives', `/api/instruments/drives/${id}/live`, '/api', '/api/', '/api/nothing'],
  ];
  const files = ['/index.html', '/sw.js', '/manifest.webmanifest', '/puddler.svg', '/icon-192.png', '/assets/app.js', '/assets/style.css'];
  for (const at of [...routes, ...files])
    for (const method of ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS']) {
      const { status, body } = await ask(lan.url, { method, path: at });
      // `/api` by itself is no route but an address of the page.
      if (at === '/api' && method === 'GET') expect(body.toString()).toBe(page);
      else expect([method, at, status]).toEqual([method, at, 401]);
    }
});

test(`2,000 generated requests of devices that are not paired: none is let in, none meets a fault, none changes anything (seed ${SEED})`, async () => {
  const before = (await clientOf(running).http.get('/api/garage')).text;
  const statuses = new Map<number, number>();
  const strange = fc.record(
    {
      origin: fc.constantFrom('null', 'http://elsewhere.example', 'http://127.0.0.1:8417', ''),
      host: fc.constantFrom('elsewhere.example', '127.0.0.1:8417', 'localhost'),
      cookie: fc.constantFrom(`puddler_device=${'a'.repeat(64)}`, 'puddler_device', '=;=;', 'puddler_device=__proto__'),
      'x-forwarded-for': fc.constant('127.0.0.1'),
    },
    { requiredKeys: [] },
  );
  await fc.assert(
    fc.asyncProperty(anyRequest, fc.oneof(fc.constant({}), strange), async ({ method, path: at, headers, body }, more) => {
      const { status, body: said } = await ask(lan.url, { method, path: at, headers: { ...headers, ...more }, body });
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (status === 200) expect(said.length === 0 || said.toString().includes('Pair this device')).toBe(true);
      else expect([400, 401, 403, 404, 405, 413]).toContain(status);
      expect(said.toString()).not.toMatch(/Ridgeback|documents|"body"/);
    }),
    { seed: SEED, numRuns: 2_000, endOnFailure: true },
  );
  expect(statuses.get(401)).toBeGreaterThan(500);
  expect(statuses.get(403)).toBeGreaterThan(500);
  expect((await clientOf(running).http.get('/api/garage')).text).toBe(before);
}, 60_000);

describe('a device that is paired', () => {
  let cookie: string;
  beforeAll(async () => {
    cookie = await lan.pair();
  });

  test('reads and writes', async () => {
    const id = '5ca5bb5c-0d4b-4d4e-9a53-96d3ec7d3f12';
    expect((await paired(cookie, { path: '/api/garage' })).status).toBe(200);
    expect((await paired(cookie, { method: 'PUT', path: `/api/cars/${id}`, body: { base: 0, body: { car: CAR, bench: {} } } })).status).toBe(200);
    expect((await clientOf(running).http.get(`/api/cars/${id}`)).body.body.car.name).toBe(CAR.name);
    expect((await paired(cookie, { path: '/' })).body.toString()).toContain('<title>');
    for (let i = 0; i < 8; i++) await clientOf(running).addCar();
    expect((await paired(cookie, { path: '/api/garage?limit=5', headers: { 'accept-encoding': 'gzip' } })).headers['content-encoding']).toBe('gzip');
  });

  test.each(['/api/backup', '/api/backup/check', '/api/check', '/api/lan', '/api/lan/devices/x', '/api/lan/offer'])(
    'never reaches %s',
    async (at) => {
      expect(codeOf(await paired(cookie, { path: at }))).toBe('local-only');
      expect(codeOf(await paired(cookie, { method: 'POST', path: at, body: {} }))).toBe('local-only');
    },
  );

  test.each([
    ['another site', { origin: 'http://elsewhere.example' }],
    ['a sandboxed frame', { origin: 'null' }],
    ['no Origin at all', { origin: '' }],
    ['the laptop’s own page', { origin: 'http://127.0.0.1:8417' }],
    ['another port', { origin: `http://${LAN}:1` }],
    ['the same place by TLS', { origin: `https://${LAN}` }],
    ['another site, by what the browser says', { 'sec-fetch-site': 'cross-site' }],
    ['another port, by what the browser says', { 'sec-fetch-site': 'same-site' }],
  ])('writes nothing from %s', async (_from, headers) => {
    expect(codeOf(await paired(cookie, { method: 'POST', path: '/api/demo', headers }))).toBe('bad-origin');
  });

  test.each([
    'elsewhere.example',
    '127.0.0.1',
    '127.0.0.2',
    '127.0.0.2:1',
    '127.0.0.02:P',
    '0x7f.0.0.2:P',
    '2130706434:P',
    '127.0.0.2.:P',
    '127.0.0.2:0P',
    '[::ffff:127.0.0.2]:P',
    'localhost:P',
    '127.0.0.2:P:P',
    ' 127.0.0.2:P,x',
  ])('is answered at no other Host than what is served: %s', async (host) => {
    const answer = await paired(cookie, { path: '/api/garage', headers: { host: host.replace(/P/g, new URL(lan.url).port) } });
    expect([400, 403]).toContain(answer.status);
  });

  test('a header does not make a request local', async () => {
    const headers = {
      'x-forwarded-for': '127.0.0.1',
      'x-forwarded-host': '127.0.0.1',
      'x-real-ip': '127.0.0.1',
      forwarded: 'for=127.0.0.1;host=localhost',
      via: '1.1 localhost',
    };
    expect((await ask(lan.url, { path: '/api/garage', headers })).status).toBe(401);
    expect(codeOf(await paired(cookie, { path: '/api/lan', headers }))).toBe('local-only');
  });

  test('is known from its own address only', async () => {
    expect((await paired(cookie, { path: '/api/garage', from: OTHER })).status).toBe(401);
    expect((await paired(cookie, { path: '/api/garage' })).status).toBe(200);
  });

  test.each(['', 'puddler_device=', `puddler_device=${'0'.repeat(64)}`, `puddler_device=${'x'.repeat(9000)}`, 'puddler_device=%00'])(
    'no other secret is: %s',
    async (other) => {
      expect((await ask(lan.url, { path: '/api/garage', headers: { cookie: other.slice(0, 9000) } })).status).toBe(401);
    },
  );

  test('the laptop is not moved: its own Host and Origin hold, and the network’s are not its', async () => {
    expect(codeOf(await ask(running.address, { path: '/api/garage', headers: { host: new URL(lan.url).host }, from: '127.0.0.1' }))).toBe('bad-host');
  });
});

describe('a device that is put out', () => {
  test('is not answered any more, and what it was being sent ends', async () => {
    const cookie = await lan.pair(PHONE, 'Lost phone');
    const drive = await paired(cookie, { method: 'POST', path: '/api/instruments/drives', body: driveAsked() });
    expect(drive.status).toBe(201);
    const { hostname, port, host } = new URL(lan.url);
    const ended = new Promise<string>((resolve) => {
      const request = http.get(
        {
          hostname,
          port,
          path: `/api/instruments/drives/${String(drive.json()['id'])}/live`,
          headers: { host, cookie },
          localAddress: PHONE,
          agent: false,
        },
        (response) => {
          response.once('data', () => void put());
          response.on('error', () => undefined);
          response.once('close', () => resolve(response.complete ? 'whole' : 'cut'));
        },
      );
      request.on('error', () => resolve('cut'));
    });
    const put = async () => {
      const { id } = (await lan.state()).devices.find((one) => one.name === 'Lost phone')!;
      expect((await lan.laptop.delete(`/api/lan/devices/${id}`)).status).toBe(200);
    };
    expect(await ended).toBe('cut');
    const out = await paired(cookie, { path: '/' });
    expect(out.headers['clear-site-data']).toBe('"cache", "storage"');
    expect((await ask(lan.url)).headers['clear-site-data']).toBeUndefined();
    expect((await paired(cookie, { path: '/api/garage' })).status).toBe(401);
    expect((await lan.laptop.delete('/api/lan/devices/5ca5bb5c-0d4b-4d4e-9a53-96d3ec7d3f12')).body.error.code).toBe('no-such-device');
  });

  test('is known after a restart, is not once it is out, and an old database lets it in no more', async () => {
    const own = newFolder();
    const first = await startServer(own);
    const net = await networkOf(first);
    const cookie = await net.pair();
    const file = path.join(own, 'devices.json');
    expect(readFileSync(file, 'utf8')).not.toContain(cookie.slice('puddler_device='.length));
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(
      (
        await net.laptop
          .get('/api/backup')
          .buffer(true)
          .parse((response, done) => {
            const pieces: Buffer[] = [];
            response.on('data', (piece: Buffer) => pieces.push(piece));
            response.on('end', () => done(null, Buffer.concat(pieces)));
          })
      ).body.includes('devices'),
    ).toBe(false);
    await first.stop();
    const second = await startServer(own);
    const again = await networkOf(second);
    expect((await ask(again.url, { path: '/api/garage', headers: { cookie } })).status).toBe(200);
    await again.laptop.delete(`/api/lan/devices/${(await again.state()).devices[0]!.id}`);
    expect((await ask(again.url, { path: '/api/garage', headers: { cookie } })).status).toBe(401);
    await second.stop();
    expect((await PairedDevices.in(file)).list()).toEqual([]);
  });

  test('no more than sixteen are let in', async () => {
    const devices = await PairedDevices.in(path.join(newFolder(), 'devices.json'));
    for (let i = 0; i < 16; i++) await devices.add(`Phone ${i}`, PHONE, new Date());
    await expect(devices.add('One more', PHONE, new Date())).rejects.toMatchObject({ code: 'too-many-devices' });
  });
});

describe('where it is served', () => {
  test('nowhere until it is switched on, and nowhere once it is off', async () => {
    const other = await startServer();
    const { http: laptop } = clientOf(other);
    expect((await laptop.get('/api/lan')).body.on).toBeUndefined();
    expect((await laptop.post('/api/lan/offer')).body.error.code).toBe('lan-off');
    const { url } = await networkOf(other);
    expect((await ask(url)).status).toBe(200);
    await laptop.put('/api/lan').send({ isOn: false });
    await expect(ask(url)).rejects.toMatchObject({ code: 'ECONNREFUSED' });
    await other.stop();
  });

  test('an address that is not this machine’s is said to be none', async () => {
    const other = await startServer();
    const { http: laptop } = clientOf(other);
    const { body } = await laptop.put('/api/lan').send({ isOn: true, address: '198.51.100.7' });
    expect(body.on).toBeUndefined();
    expect(body.problem).toContain('198.51.100.7 cannot be served');
    expect((await laptop.put('/api/lan').send({ isOn: true, address: 'the router' })).status).toBe(422);
    await other.stop();
  });

  test('private addresses come first, IPv4 before IPv6, none that needs a zone', () => {
    const of = (address: string, internal = false) =>
      ({ address, internal, netmask: '', mac: '', cidr: null, family: address.includes(':') ? 'IPv6' : 'IPv4', scopeid: 0 }) as never;
    const found = lanAddresses({
      lo: [of('127.0.0.1', true)],
      a: [of('203.0.113.5'), of('fe80::1'), of('2001:db8::5'), of('fd00::5')],
      b: [of('172.20.0.5'), of('172.32.0.5'), of('192.168.1.5')],
    });
    expect(found.map(({ address }) => address)).toEqual(['172.20.0.5', '192.168.1.5', '203.0.113.5', '172.32.0.5', 'fd00::5', '2001:db8::5']);
    expect(hostOf('fd00::5')).toBe('[fd00::5]');
  });

  test('it follows the address that a router gives its interface, and says when there is none', async () => {
    let address: string | undefined = LAN;
    const interfaces = () => ({
      wlan: address === undefined ? [] : [{ address, internal: false, netmask: '', mac: '', cidr: null, family: 'IPv4' as const }],
    });
    const network = new LocalNetwork({
      port: 0,
      name: 'pits.test',
      devices: await PairedDevices.in(path.join(newFolder(), 'd.json')),
      authorityFile: path.join(newFolder(), 'authority.json'),
      log: pino({ level: 'silent' }),
      interfaces,
    });
    await network.start();
    expect(network.state().on?.address).toBe(LAN);
    expect(network.hosts()[0]).toMatch(/^pits\.test:\d+$/);
    address = undefined;
    await network.follow();
    expect(network.state().problem).toContain(`${LAN} is gone`);
    address = OTHER;
    await network.follow();
    expect(network.state()).toMatchObject({ on: { address: OTHER } });
    expect(network.state().problem).toBeUndefined();
    await network.stop();
    expect(network.state().on).toBeUndefined();
  });
});

describe('encrypted, for phones that keep the page', () => {
  let own: Running;
  let url: URL;
  let trust: { url: string; fingerprint: string };
  beforeAll(async () => {
    own = await startServer();
    const { body } = await clientOf(own).http.put('/api/lan').send({ isOn: true, address: LAN, isTls: true });
    url = new URL((body as LanState).on!.url);
    trust = (body as LanState).on!.trust!;
  });
  afterAll(() => own.stop());
  /** Over TLS, trusting what is given. */
  const overTls = (ca: string, { method = 'GET', at = '/', headers = {}, body = '' } = {}) =>
    new Promise<{ status: number; text: string; cookie: string | undefined }>((resolve, reject) => {
      const request = https.request(
        { hostname: url.hostname, port: url.port, path: at, method, ca, headers: { host: url.host, ...headers }, agent: false, localAddress: PHONE },
        (response) => {
          let text = '';
          response.on('data', (piece: Buffer) => (text += piece.toString()));
          response.on('end', () => resolve({ status: response.statusCode!, text, cookie: response.headers['set-cookie']?.[0] }));
        },
      );
      request.on('error', reject);
      request.end(body);
    });

  test('the authority is fetched beside it, with its fingerprint; nothing else is', async () => {
    const pem = (await ask(trust.url, { path: '/puddler-authority.crt' })).body.toString();
    const authority = new X509Certificate(pem);
    expect(authority.fingerprint256).toBe(trust.fingerprint);
    expect(authority.ca).toBe(true);
    expect((await ask(trust.url)).body.toString()).toContain('Trust the laptop');
    expect((await ask(trust.url, { path: '/trust.json' })).json()).toEqual({ url: url.origin });
    expect((await ask(trust.url, { path: '/api/garage' })).status).toBe(404);
    expect((await ask(trust.url, { method: 'POST', path: '/pair/ask', body: {} })).status).toBe(405);
    expect((await ask(trust.url, { headers: { host: 'elsewhere.example' } })).status).toBe(403);
  });

  test('a phone that trusts it is let in, with a cookie for TLS and this host alone', async () => {
    const pem = (await ask(trust.url, { path: '/puddler-authority.crt' })).body.toString();
    expect((await overTls(pem)).text).toContain('Pair this device');
    const laptop = clientOf(own).http;
    const { secret } = ((await laptop.post('/api/lan/offer')).body as LanState).offer!;
    const post = (at: string, body: object, origin = url.origin) =>
      overTls(pem, { method: 'POST', at, headers: { origin, 'content-type': 'application/json' }, body: JSON.stringify(body) });
    expect((await post('/pair/ask', { secret, name: 'Phone' }, `http://${url.host}`)).status).toBe(403);
    const { token } = JSON.parse((await post('/pair/ask', { secret, name: 'Phone' })).text) as { token: string };
    await laptop.post(`/api/lan/asks/${((await laptop.get('/api/lan')).body as LanState).asks[0]!.id}`).send({ answer: 'yes' });
    const { cookie } = await post('/pair/outcome', { token });
    expect(cookie).toMatch(/^__Host-puddler_device=[0-9a-f]{64}; path=\/; .*secure; httponly$/);
    expect((await overTls(pem, { at: '/api/garage', headers: { cookie: cookie!.split(';')[0]! } })).status).toBe(200);
  });

  test('one that does not is not spoken to', async () => {
    await expect(overTls('')).rejects.toThrow();
    const other = await Authority.in(path.join(newFolder(), 'authority.json'), undefined);
    await expect(overTls(other.cert)).rejects.toThrow();
  });

  test('the authority stays the same, and speaks for private networks and local names only', async () => {
    const file = path.join(newFolder(), 'authority.json');
    const [first, again] = [await Authority.in(file, undefined), await Authority.in(file, undefined)];
    expect(again.fingerprint).toBe(first.fingerprint);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect((await Authority.in(file, 'pits.test')).fingerprint).not.toBe(first.fingerprint);
    expect(['192.168.1.2', '10.9.8.7', '172.31.0.1', '127.0.0.2', 'fd00::5'].map(canBeCertified)).toEqual(new Array(5).fill(true));
    expect(['192.0.2.2', '172.32.0.1', '8.8.8.8', '2001:db8::1', 'pits.test', ''].map(canBeCertified)).toEqual(new Array(6).fill(false));
    const { body } = await clientOf(own).http.put('/api/lan').send({ isOn: true, address: '192.0.2.2', isTls: true });
    expect((body as LanState).problem).toContain('192.0.2.2 is no private address');
  });
});
