import { execFileSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { get, type IncomingMessage } from 'node:http';
import path from 'node:path';
import type { DocList, FileRef, RestoreLine, RestorePreview } from '@puddler/contract';
import yazl from 'yazl';
import { main } from '../src/backup/cli';
import { copyDaily } from '../src/backup/daily';
import { clearChecked } from '../src/backup/scratch';
import type { Running } from '../src/serve';
import { CAR, clientOf, jpeg, LEARNED, newFolder, openStore, PLAN, RUN, startServer, WISH } from './helpers';

type Client = ReturnType<typeof clientOf>;

const binary = (response: NodeJS.ReadableStream, done: (error: Error | null, body: Buffer) => void) => {
  const all: Buffer[] = [];
  response.on('data', (piece: Buffer) => all.push(piece));
  response.on('end', () => done(null, Buffer.concat(all)));
};
const backup = async ({ http }: Client) =>
  (
    await http
      .get('/api/backup')
      .buffer(true)
      .parse(binary as never)
  ).body as Buffer;
const check = ({ http }: Client, zip: Buffer) => http.post('/api/backup/check').set('content-type', 'application/zip').send(zip);
const restore = ({ http }: Client, token: string) => http.post('/api/backup/restore').send({ token });
const lists = async (client: Client): Promise<DocList['documents']> => ({
  ...(await client.list('garage')).documents,
  ...(await client.list('shelf')).documents,
  ...(await client.list('log')).documents,
});

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');

/** A garage with some of everything. */
async function filled(running: Running): Promise<Client> {
  const client = clientOf(running);
  for (let i = 0; i < 3; i++) {
    const photo = await client.addPhoto(jpeg(i + 1));
    const car = await client.put('car', { car: { ...CAR, name: `Car ${i}` }, bench: { photos: [{ ...photo, caption: `Photo ${i}` }] } });
    await client.addPlan(car.id);
    await client.put('wish', WISH, car.id);
    const log = await client.addLog(`time (s),rpm\n0,${i}\n1,${i}\n`);
    await client.put('run', { ...RUN, logs: [{ ...log, kind: 'esc', name: 'log.csv' }] }, car.id);
    await client.put('learned', LEARNED, car.id);
    await client.put('part', { kind: 'fan', name: `Fan ${i}`, status: 'owned', spec: {} });
  }
  return client;
}

let running: Running;
let client: Client;
beforeAll(async () => {
  running = await startServer();
  client = await filled(running);
});
afterAll(() => running.stop());

test('made under write load and restored into an empty folder, every document and byte is as at one moment of the load', async () => {
  const own = await startServer();
  const source = await filled(own);
  const car = (await lists(source)).car![0]!;
  let writing = true;
  let version = car.version;
  const load = (async () => {
    // Two documents that are always written one after the other: a backup of one moment never has the second ahead of the first.
    while (writing) {
      const { status } = await source.http
        .put(`/api/cars/${car.id}`)
        .send({ base: version, body: { ...car.body, bench: { ...car.body.bench, today: { topSpeedMs: version } } } });
      expect(status).toBe(200);
      version++;
      await source.put('part', { kind: 'fan', name: `Load ${version}`, status: 'owned', spec: {} });
    }
  })();
  const zips: Buffer[] = [];
  while (zips.length < 4) zips.push(await backup(source));
  writing = false;
  await load;
  for (const zip of [...zips, await backup(source)]) {
    const fresh = await startServer();
    const target = clientOf(fresh);
    const { body: preview } = (await check(target, zip)) as { body: RestorePreview };
    expect(preview.lines.every((line) => line.state === 'new')).toBe(true);
    expect((await restore(target, preview.token)).status).toBe(200);
    const there = await lists(target);
    const newest = Math.max(0, ...there.part!.map((doc) => Number(/^Load (\d+)$/.exec(doc.body.name)?.[1] ?? 0)));
    const moved = there.car!.find((doc) => doc.id === car.id)!;
    expect(moved.version - newest).toBeLessThanOrEqual(newest === 0 ? moved.version : 1);
    expect(moved.version).toBeGreaterThanOrEqual(newest);
    for (const { body } of there.car!)
      for (const photo of body.bench.photos!) {
        const bytes = (await target.http.get(`/api/files/${photo.hash}`).buffer(true)).body as Buffer;
        expect(bytes.length).toBe(photo.bytes);
      }
    await fresh.stop();
  }
  const last = await startServer();
  const target = clientOf(last);
  await restore(target, ((await check(target, await backup(source))).body as RestorePreview).token);
  expect(await lists(target)).toEqual(await lists(source));
  await Promise.all([last.stop(), own.stop()]);
});

test('beside what is there: what is newer stays, what was deleted comes back, and it is shown before', async () => {
  const zip = await backup(client);
  const before = await lists(client);
  const [a, b] = before.car!;
  await client.http.put(`/api/cars/${a!.id}`).send({ base: a!.version, body: { ...a!.body, car: { ...a!.body.car, name: 'Renamed since' } } });
  await client.http.delete(`/api/cars/${b!.id}`).send({ base: b!.version });
  const { body: preview } = (await check(client, zip)) as { body: RestorePreview };
  const stateOf = (id: string) => preview.lines.find((line) => line.id === id)?.state;
  expect([stateOf(a!.id), stateOf(b!.id), stateOf(before.part![0]!.id)]).toEqual(['newer-here', 'deleted', 'same']);
  const plansOfB = before.plan!.filter((plan) => plan.parentId === b!.id);
  expect(plansOfB.map((plan) => stateOf(plan.id))).toEqual(['deleted']);
  expect((await lists(client)).car!.some((doc) => doc.id === b!.id)).toBe(false);
  expect((await restore(client, preview.token)).body.lines).toEqual(preview.lines);
  const after = await lists(client);
  expect(after.car!.find((doc) => doc.id === a!.id)!.body.car.name).toBe('Renamed since');
  expect(after.car!.find((doc) => doc.id === b!.id)).toMatchObject({ body: b!.body, version: b!.version + 2 });
  // A token serves once.
  expect((await restore(client, preview.token)).body.error.code).toBe('no-such-backup');
});

test('an older state in the garage gives way to a newer one in the backup', async () => {
  const zip = await backup(client);
  const other = await startServer();
  const target = clientOf(other);
  await restore(target, ((await check(target, zip)).body as RestorePreview).token);
  const car = (await lists(client)).car![2]!;
  await client.http.put(`/api/cars/${car.id}`).send({ base: car.version, body: { ...car.body, car: { ...car.body.car, massKg: 3.3 } } });
  const { body: preview } = (await check(target, await backup(client))) as { body: RestorePreview };
  expect(preview.lines.filter((line) => line.state !== 'same')).toEqual([
    { kind: 'car', id: car.id, name: car.body.car.name, state: 'newer-in-backup' } satisfies RestoreLine,
  ]);
  await restore(target, preview.token);
  expect((await lists(target)).car!.find((doc) => doc.id === car.id)!.body.car.massKg).toBe(3.3);
  await other.stop();
});

test('one backup at a time: another is refused until the first is done or given up', async () => {
  const own = await startServer();
  const { http, addCar, addPlan, put } = clientOf(own);
  const car = await addCar();
  const plan = await addPlan(car.id);
  // More than any socket holds: who does not read keeps the backup under way.
  const log = (await http.post('/api/files/logs').set('content-type', 'text/plain').send(randomBytes(12_000_000).toString('hex'))).body as FileRef;
  await put('run', { ...RUN, planId: plan.id, logs: [{ ...log, name: 'esc.csv', kind: 'esc' }] }, car.id);
  const first = get(`${own.address}/api/backup`);
  const begun = await new Promise<IncomingMessage>((resolve) => first.once('response', resolve));
  expect(begun.statusCode).toBe(200);
  expect((await http.get('/api/backup')).body.error.code).toBe('backup-under-way');
  first.on('error', () => undefined).destroy();
  // The server hears of it a moment later.
  const again = async (): Promise<Buffer> => {
    const answer = await http
      .get('/api/backup')
      .buffer(true)
      .parse(binary as never);
    return answer.status === 200 ? (answer.body as Buffer) : again();
  };
  expect((await again()).length).toBeGreaterThan(10_000_000);
  await own.stop();
});

test('versions count before the clock; where they disagree, or are equal, it is asked', async () => {
  const folder = newFolder();
  const other = await startServer(folder);
  const target = clientOf(other);
  const cars = await Promise.all(['ahead', 'diverged', 'rotten'].map((name) => target.addCar({ ...CAR, name })));
  const [ahead, diverged, rotten] = cars.map(({ id }) => id);
  const edit = async (id: string, base: number, massKg: number) => {
    const body = { ...cars.find((one) => one.id === id)!.body, car: { ...CAR, massKg } };
    expect((await target.http.put(`/api/cars/${id}`).send({ base, body })).status).toBe(200);
  };
  await edit(diverged!, 1, 2.1);
  // The clock was an hour ahead when this one was saved.
  await other.db.client.execute({ sql: 'update documents set updated_at = updated_at + 3600000 where id = ?', args: [ahead!] });
  const zip = await backup(target);
  await edit(ahead!, 1, 2.5);
  // Edited as often here as in the backup, and otherwise.
  await other.db.client.execute({ sql: "update documents set body = replace(body, '2.1', '2.2') where id = ?", args: [diverged!] });
  await other.db.client.execute({ sql: 'update documents set body = substr(body, 1, 20) where id = ?', args: [rotten!] });
  const { body: preview } = (await check(target, zip)) as { body: RestorePreview };
  expect(preview.lines.map(({ id, state }) => [id, state])).toEqual(
    expect.arrayContaining([
      [ahead, 'unsure'],
      [diverged, 'unsure'],
      [rotten, 'newer-in-backup'],
    ]),
  );
  const massOf = async (id: string | undefined) => (await lists(target)).car!.find((one) => one.id === id)?.body.car.massKg;
  await restore(target, preview.token);
  expect([await massOf(ahead), await massOf(diverged)]).toEqual([2.5, 2.2]);
  expect(await massOf(rotten)).toBe(CAR.massKg);
  const again = ((await check(target, zip)).body as RestorePreview).token;
  expect((await target.http.post('/api/backup/restore').send({ token: again, takesUnsure: true })).status).toBe(200);
  expect([await massOf(ahead), await massOf(diverged)]).toEqual([CAR.massKg, 2.1]);
  await other.stop();
});

describe('what is not whole is refused with the reason, and nothing changes', () => {
  let zip: Buffer;
  let before: DocList['documents'];
  beforeAll(async () => {
    zip = await backup(client);
    before = await lists(client);
  });
  const refusal = async (bytes: Buffer) => {
    const response = await check(client, bytes);
    expect(response.status).toBe(422);
    expect(response.body.error.code).toBe('bad-backup');
    expect(await lists(client)).toEqual(before);
    return response.body.error.problems[0].message as string;
  };
  const zipped = async (entries: Record<string, string>) => {
    const file = new yazl.ZipFile();
    for (const [name, text] of Object.entries(entries)) file.addBuffer(Buffer.from(text), name);
    file.end();
    const all: Buffer[] = [];
    for await (const piece of file.outputStream as AsyncIterable<Buffer>) all.push(piece);
    return Buffer.concat(all);
  };

  test('cut', async () => {
    for (const share of [0.2, 0.5, 0.9, 0.999])
      expect(await refusal(zip.subarray(0, Math.floor(zip.length * share)))).toMatch(/zip|damaged|cut|missing/);
  });

  test('one byte changed inside a photo is told by its hash', async () => {
    const at = zip.indexOf(Buffer.alloc(100, 1));
    const bent = Buffer.from(zip);
    bent[at + 50]! ^= 0xff;
    expect(await refusal(bent)).toMatch(/files\/[0-9a-f]{64} (was changed: its SHA-256 is [0-9a-f]{64}|is cut or damaged)/);
  });

  test('any byte changed anywhere brings in either just the same or nothing (every 97th)', async () => {
    for (let at = 0; at < zip.length; at += 97) {
      const bent = Buffer.from(zip);
      bent[at]! ^= 0x55;
      const response = await check(client, bent);
      expect([200, 422]).toContain(response.status);
      if (response.status === 200) expect((response.body as RestorePreview).lines.every((line) => line.state === 'same')).toBe(true);
    }
  });

  test('foreign', async () => {
    expect(await refusal(Buffer.from('just a text'))).toMatch(/no whole zip/);
    expect(await refusal(await zipped({ 'holiday.txt': 'sun' }))).toMatch(/no backup of Puddler: it holds holiday\.txt/);
    expect(await refusal(await zipped({ 'manifest.json': '{}' }))).toMatch(/manifest\.json\.sha256 is missing/);
  });

  /** A zip that says to hold so many cars in a text. */
  const claiming = (cars: string, count: number) => {
    const head = JSON.stringify({
      format: 'puddler-backup',
      version: 1,
      madeAt: new Date().toISOString(),
      documents: { car: { count, sha256: sha256(cars) } },
      files: [],
    });
    return zipped({ 'manifest.json': head, 'manifest.json.sha256': sha256(head), 'documents/car.json': cars });
  };
  const many = 20_000_000;
  test.each([
    ['lists by the million', () => `[${'[],'.repeat(many)}[]]`, many + 1],
    ['lists within lists', () => `[${'['.repeat(many)}${']'.repeat(many)}]`, 1],
    ['one document of millions of values', () => `[{"body":[${'1,'.repeat(many)}1]}]`, 1],
    ['names by the million', () => `[{${Array.from({ length: 200_000 }, (_, i) => `"n${i}":1`).join(',')}}]`, 1],
    ['spaces by the million', () => `[${' '.repeat(2 * many)}]`, 1],
  ])('a small zip with %s is refused before it is read whole, and others are answered meanwhile', async (_what, cars, count) => {
    const bytes = await claiming(cars(), count);
    expect(bytes.length).toBeLessThan(2_000_000);
    let answered = 0;
    const asked = refusal(bytes);
    for (let i = 0; i < 5; i++) if ((await client.http.get('/api/health')).status === 200) answered++;
    expect(await asked).toMatch(/^documents\/car\.json/);
    expect(answered).toBe(5);
  });

  test('a token that nobody was given', async () => {
    expect((await restore(client, crypto.randomUUID())).body.error.code).toBe('no-such-backup');
    expect((await restore(client, '../../puddler')).status).toBe(422);
  });
});

test('a damaged log, a rotted photo and a missing file end no backup: it names them, and restores the rest', async () => {
  const folder = newFolder();
  const own = await startServer(folder);
  try {
    const source = await filled(own);
    const { car, run } = await lists(source);
    const photos = car!.map(({ body }) => body.bench.photos![0]!.hash);
    const logs = run!.map(({ body }) => body.logs![0]!.hash);
    const at = (name: string) => path.join(folder, 'files', name);
    const spoil = (name: string, place: number) => {
      const bytes = readFileSync(at(name));
      bytes[place < 0 ? bytes.length + place : place]! ^= 0x5a;
      writeFileSync(at(name), bytes);
    };
    const whole = await backup(source);
    spoil(`${logs[0]}.gz`, 20);
    writeFileSync(at(`${logs[1]}.gz`), 'x');
    spoil(photos[0]!, 100);
    rmSync(at(photos[1]!));
    const zip = await backup(source);
    const preview = (await check(source, zip)).body as RestorePreview;
    expect(preview).toMatchObject({ files: 2, lost: 4, unread: 0 });

    // What is whole is restored elsewhere; here the older backup repairs what is not.
    const target = await startServer();
    const other = clientOf(target);
    expect((await restore(other, ((await check(other, zip)).body as RestorePreview).token)).status).toBe(200);
    expect((await target.files.hashes()).sort()).toEqual([photos[2]!, logs[2]!].sort());
    await target.stop();
    expect((await restore(source, ((await check(source, whole)).body as RestorePreview).token)).body).toMatchObject({ files: 4 });
    for (const hash of [...photos, ...logs]) expect(await own.files.stateOf(hash)).toBe('whole');
    // A log that cannot be unpacked breaks off for its reader, and for nobody else.
    spoil(`${logs[0]}.gz`, 20);
    await source.http.get(`/api/files/${logs[0]}`).catch(() => undefined);
    expect((await source.http.get('/api/health')).status).toBe(200);
  } finally {
    await own.stop();
  }
});

test('a backup that was checked and not restored is gone an hour later, also while another is checked', async () => {
  const folder = newFolder();
  const own = await startServer(folder);
  try {
    const source = await filled(own);
    const zip = await backup(source);
    const [one, two] = await Promise.all([check(source, zip), check(source, zip)]);
    expect([one.status, two.status]).toEqual([200, 200]);
    const scratch = path.join(folder, 'scratch');
    expect(readdirSync(scratch)).toHaveLength(2);
    await Promise.all([1, 2].map(() => clearChecked(scratch, Date.now() + 2 * 60 * 60 * 1000)));
    expect(readdirSync(scratch)).toEqual([]);
    await clearChecked(path.join(folder, 'never made'));
  } finally {
    await own.stop();
  }
});

test('a copy of the database is made once a day, whole in itself, and seven are kept', async () => {
  const store = await openStore();
  await store.write('plan', [{ id: crypto.randomUUID(), base: 0, parentId: crypto.randomUUID(), body: PLAN }]);
  await store.write('car', [{ id: crypto.randomUUID(), base: 0, body: { car: CAR, bench: {} } }]);
  const folder = path.join(newFolder(), 'backups');
  for (let day = 1; day <= 9; day++) {
    const noon = new Date(Date.UTC(2026, 10, day, 12));
    expect(await copyDaily(store.db, folder, noon)).toBe(true);
    expect(await copyDaily(store.db, folder, noon)).toBe(false);
  }
  expect(readdirSync(folder)).toEqual([3, 4, 5, 6, 7, 8, 9].map((day) => `puddler-2026-11-0${day}.db`));
  const copied = newFolder();
  mkdirSync(copied, { recursive: true });
  writeFileSync(path.join(copied, 'puddler.db'), readFileSync(path.join(folder, 'puddler-2026-11-09.db')));
  const opened = await openStore(copied);
  expect(await opened.all('car')).toEqual(await store.all('car'));
  await Promise.all([opened.db.close(), store.db.close()]);
});

test('the zip opens with any other program', async () => {
  const file = path.join(newFolder(), 'backup.zip');
  writeFileSync(file, await backup(client));
  const listed = execFileSync('python3', [
    '-c',
    'import sys, zipfile; z = zipfile.ZipFile(sys.argv[1]); print(z.testzip(), len(z.namelist()))',
    file,
  ]);
  expect(listed.toString()).toMatch(/^None \d+/);
});

describe('from the command line', () => {
  const run = async (folder: string, ...args: string[]) => {
    const said: string[] = [];
    const hear = (text: string) => void said.push(text);
    jest.spyOn(console, 'log').mockImplementation(hear);
    jest.spyOn(console, 'error').mockImplementation(hear);
    const code = await main(args, { PUDDLER_DATA: folder, INIT_CWD: folder });
    jest.restoreAllMocks();
    return { code, said: said.join('\n') };
  };

  test('a backup is written while the server runs, shown, and restored into a folder that nobody has', async () => {
    const [source, target] = [newFolder(), newFolder()];
    const own = await startServer(source);
    const held = await lists(await filled(own));
    const file = path.join(source, 'mine.zip');
    expect(await run(source, 'backup', file)).toMatchObject({ code: 0, said: expect.stringContaining('mine.zip') as string });
    expect(await run(source, 'backup', file)).toMatchObject({ code: 1, said: expect.stringContaining('is there already') as string });
    expect(await run(source, 'restore', file)).toMatchObject({ code: 1, said: expect.stringContaining('is in use by process') as string });
    await own.stop();
    expect((await run(target, 'restore', '--show', file)).said).toMatch(/not restored:\n +3 cars: new here\n +3 plans: new here/);
    expect((await run(target, 'restore', file)).said).toMatch(/ +3 parts: new here/);
    expect((await run(target, 'restore', file)).said).toMatch(/ +3 cars: the same/);
    const restored = await startServer(target);
    expect(await lists(clientOf(restored))).toEqual(held);
    await restored.stop();
  });

  test('what cannot be is said, and nothing changes', async () => {
    const folder = newFolder();
    writeFileSync(path.join(folder, 'text.zip'), 'no zip at all');
    expect(await run(folder, 'restore', 'text.zip')).toMatchObject({
      code: 1,
      said: expect.stringMatching(/no whole zip file.*Nothing was changed/s) as string,
    });
    expect((await run(folder, 'restore', 'gone.zip')).said).toMatch(/There is no file/);
    expect((await run(path.join(folder, 'nowhere'), 'backup', 'a.zip')).said).toMatch(/no data folder/);
    expect((await run(folder, 'destroy', 'a.zip')).code).toBe(2);
  });
});
