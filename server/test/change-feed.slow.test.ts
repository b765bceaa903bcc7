import http from 'node:http';
import { SCHEMAS, type LiveChange } from '@puddler/contract';
import type { Running } from '../src/serve';
import { CAR, clientOf, startServer } from './helpers';
import { ask, networkOf, PHONE } from './lan-client';

let running: Running;
let client: ReturnType<typeof clientOf>;
beforeAll(async () => {
  running = await startServer();
  client = clientOf(running);
});
afterAll(() => running.stop());

interface Heard {
  id: string;
  event: string;
  data: string;
}

/** A page that listens; `next` gives its events in turn. */
function listen(url: string, { from, headers = {}, ...query }: { from?: string; headers?: Record<string, string>; [key: string]: unknown } = {}) {
  const waiting: ((heard: Heard) => void)[] = [];
  const heard: Heard[] = [];
  const { hostname, port, host } = new URL(url);
  let ended: () => void;
  const end = new Promise<void>((resolve) => (ended = resolve));
  const search = new URLSearchParams({ forms: SCHEMAS, ...(query as Record<string, string>) });
  const request = http.get(
    {
      hostname,
      port,
      path: `/api/changes?${search}`,
      headers: { host, ...headers },
      agent: false,
      ...(from === undefined ? {} : { localAddress: from }),
    },
    (response) => {
      let text = '';
      response.on('data', (piece: Buffer) => {
        text += piece.toString();
        for (let at = text.indexOf('\n\n'); at >= 0; at = text.indexOf('\n\n')) {
          const fields = new Map(
            text
              .slice(0, at)
              .split('\n')
              .map((line) => [line.slice(0, line.indexOf(':')), line.slice(line.indexOf(':') + 2)]),
          );
          text = text.slice(at + 2);
          const one = { id: fields.get('id') ?? '', event: fields.get('event') ?? 'message', data: fields.get('data') ?? '' };
          const wanted = waiting.shift();
          if (wanted) wanted(one);
          else heard.push(one);
        }
      });
      response.on('error', () => undefined);
      response.on('close', () => ended());
    },
  );
  request.on('error', () => ended());
  return {
    end,
    close: () => request.destroy(),
    next: () => new Promise<Heard>((resolve) => (heard.length > 0 ? resolve(heard.shift()!) : waiting.push(resolve))),
    async change(): Promise<LiveChange> {
      return JSON.parse((await this.next()).data) as LiveChange;
    },
  };
}

const addCar = (name: string, page?: string) => {
  const id = crypto.randomUUID();
  const request = client.http.put(`/api/cars/${id}`).send({ base: 0, body: { car: { ...CAR, name }, bench: {} } });
  return (page === undefined ? request : request.set('X-Page', page)).then(() => id);
};

test('what one page writes, deletes and brings back another hears as it happens, in order', async () => {
  const page = listen(running.address, { page: 'other' });
  expect((await page.next()).event).toBe('hello');
  const car = await addCar('Heard', 'one');
  expect(await page.change()).toMatchObject({
    written: [{ kind: 'car', doc: { id: car, version: 1, body: { car: { name: 'Heard' } } } }],
    gone: [],
    back: [],
  });
  await client.http.delete(`/api/cars/${car}`).send({ base: 1 });
  expect(await page.change()).toMatchObject({ written: [], gone: [{ kind: 'car', id: car, version: 2 }] });
  await client.http.post(`/api/cars/${car}/restore`);
  expect(await page.change()).toMatchObject({ written: [{ kind: 'car', doc: { id: car, version: 3 } }] });
  page.close();
});

test('a page is not told what it did itself, nor what was refused', async () => {
  const page = listen(running.address, { page: 'mine' });
  await page.next();
  await addCar('Mine', 'mine');
  expect((await client.http.put('/api/cars/x').send({ base: 0, body: {} })).status).toBe(422);
  await addCar('Another’s', 'another');
  expect((await page.change()).written[0]!.doc.body).toMatchObject({ car: { name: 'Another’s' } });
  page.close();
});

test('a page that was away catches up; one that was away too long, or over a restart, is told to fetch it all', async () => {
  const page = listen(running.address);
  const { id } = await page.next();
  page.close();
  await addCar('One');
  await addCar('Two');
  const back = listen(running.address, { after: id });
  // Who loses the connection before what was missed is through asks from the same place again.
  expect(await back.next()).toMatchObject({ event: 'hello', id });
  expect([await back.change(), await back.change()].map(({ written }) => (written[0]!.doc.body as { car: { name: string } }).car.name)).toEqual([
    'One',
    'Two',
  ]);
  back.close();
  const earlier = listen(running.address, { after: 'beefbeef-7' });
  expect((await earlier.next()).event).toBe('reload');
  earlier.close();
});

test('a page of another release takes nothing', async () => {
  const page = listen(running.address, { forms: 'car0' });
  expect((await page.next()).event).toBe('other-release');
  await page.end;
});

test('a hundred and more documents at once are fetched as lists', async () => {
  const page = listen(running.address);
  await page.next();
  const writes = Array.from({ length: 101 }, (_, i) => ({
    id: crypto.randomUUID(),
    base: 0,
    body: { kind: 'fan', name: `Fan ${i}`, status: 'owned', spec: {} },
  }));
  expect((await client.http.post('/api/parts').send({ writes })).status).toBe(200);
  expect((await page.next()).event).toBe('reload');
  page.close();
});

test('a paired device is named, and hears the laptop; one that is not paired hears nothing', async () => {
  const lan = await networkOf(running);
  expect((await ask(lan.url, { path: `/api/changes?forms=${SCHEMAS}` })).status).toBe(401);
  const cookie = await lan.pair(PHONE, 'Blue phone');
  const [laptop, phone] = [listen(running.address, { page: 'laptop' }), listen(lan.url, { page: 'phone', from: PHONE, headers: { cookie } })];
  await Promise.all([laptop.next(), phone.next()]);
  const body = { base: 0, body: { car: { ...CAR, name: 'From the track' }, bench: {} } };
  const answer = await ask(lan.url, { method: 'PUT', path: `/api/cars/${crypto.randomUUID()}`, headers: { cookie, 'x-page': 'phone' }, body });
  expect(answer.status).toBe(200);
  expect(await laptop.change()).toMatchObject({ by: 'Blue phone' });
  await addCar('From the boot', 'laptop');
  const heard = await phone.change();
  expect(heard.by).toBeUndefined();
  expect(heard.written[0]!.doc.body).toMatchObject({ car: { name: 'From the boot' } });
  const { id } = (await lan.state()).devices[0]!;
  await lan.laptop.delete(`/api/lan/devices/${id}`);
  await phone.end;
  laptop.close();
});

test('a stop does not wait for those who listen', async () => {
  const other = await startServer();
  const page = listen(other.address);
  await page.next();
  const since = Date.now();
  await other.stop();
  await page.end;
  expect(Date.now() - since).toBeLessThan(5000);
});
