import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { AddressInfo } from 'node:net';
import { FolderInUse, LOCK_FILES } from '../src/db/lock';
import { storageFault } from '../src/http/storage-fault';
import { serve } from '../src/serve';
import pino from 'pino';
import { clientOf, configOf, newFolder, startServer } from './helpers';

test('a second server on one folder says who holds it and does not start; after the first has stopped it does', async () => {
  const folder = newFolder();
  const first = await startServer(folder);
  const refused = await startServer(folder).catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(FolderInUse);
  expect((refused as FolderInUse).message).toContain(`process ${process.pid} at ${first.address}`);
  await clientOf(first).addCar();
  await first.stop();
  const second = await startServer(folder);
  expect((await clientOf(second).list('garage')).documents.car).toHaveLength(1);
  await second.stop();
});

test('with the lock removed by hand a second one starts, and neither loses what the other acknowledged', async () => {
  const folder = newFolder();
  const first = await startServer(folder);
  for (const name of LOCK_FILES) rmSync(path.join(folder, name));
  const second = await startServer(folder);
  const clients = [clientOf(first), clientOf(second)];
  const { id, body } = await clients[0]!.addCar();
  let acknowledged = 1;
  await Promise.all(
    clients.map(async ({ http }, n) => {
      for (let i = 0; i < 40; i++) {
        const { version } = (await http.get(`/api/cars/${id}`)).body as { version: number };
        const { status } = await http
          .put(`/api/cars/${id}`)
          .send({ base: version, body: { ...body, bench: { today: { topSpeedMs: 1 + n + i / 100 } } } });
        expect([200, 409]).toContain(status);
        if (status === 200) acknowledged++;
      }
    }),
  );
  expect((await clients[1]!.http.get(`/api/cars/${id}`)).body.version).toBe(acknowledged);
  await first.stop();
  await second.stop();
});

test('a damaged lock is replaced; held by a process that is alive it is said to be in use', async () => {
  const folder = newFolder();
  const first = await startServer(folder);
  await clientOf(first).addCar();
  await first.stop();
  const [lock, holder] = LOCK_FILES.map((name) => path.join(folder, name)) as [string, string];
  writeFileSync(lock, 'no database any more '.repeat(60));
  writeFileSync(holder, JSON.stringify({ pid: process.ppid, since: '2026-11-30T00:00:00Z' }));
  await expect(startServer(folder)).rejects.toThrow(FolderInUse);
  rmSync(holder);
  const second = await startServer(folder);
  expect((await clientOf(second).list('garage')).documents.car).toHaveLength(1);
  await expect(startServer(folder)).rejects.toThrow(FolderInUse);
  await second.stop();
});

test('links and foreign things in the data folder are left alone', async () => {
  const [folder, elsewhere] = [newFolder(), newFolder()];
  chmodSync(elsewhere, 0o755);
  symlinkSync(path.join(folder, 'nowhere'), path.join(folder, 'dangling'));
  symlinkSync(elsewhere, path.join(folder, 'backups'));
  writeFileSync(path.join(folder, 'mine.txt'), 'mine');
  chmodSync(path.join(folder, 'mine.txt'), 0o644);
  const running = await startServer(folder);
  expect(statSync(elsewhere).mode & 0o777).toBe(0o755);
  expect(statSync(path.join(folder, 'mine.txt')).mode & 0o777).toBe(0o644);
  expect(statSync(path.join(folder, 'puddler.db')).mode & 0o777).toBe(0o600);
  await running.stop();
});

test('a taken port leaves the data folder as it is, also when it was to be emptied', async () => {
  const folder = newFolder();
  const running = await startServer(folder);
  await clientOf(running).addCar();
  const { port } = running.server.address() as AddressInfo;
  await expect(serve({ ...configOf(folder), port }, { empty: true })).rejects.toThrow(/EADDRINUSE/);
  await expect(serve(configOf(folder), { empty: true })).rejects.toThrow(FolderInUse);
  expect((await clientOf(running).list('garage')).documents.car).toHaveLength(1);
  await running.stop();
  const emptied = await serve(configOf(folder), { empty: true });
  expect((await clientOf(emptied).list('garage')).documents.car).toEqual([]);
  await emptied.stop();
});

test('a clean stop leaves everything in the database itself', async () => {
  const folder = newFolder();
  const running = await startServer(folder);
  await clientOf(running).addCar();
  await running.stop();
  const log = path.join(folder, 'puddler.db-wal');
  expect(existsSync(log) ? readFileSync(log).length : 0).toBe(0);
});

test('told to stop twice, it stops once', async () => {
  const running = await startServer();
  await Promise.all([running.stop(), running.stop()]);
  await running.stop();
});

describe('what is wrong with a folder has its own words', () => {
  const reasonOf = async (folder: string) => storageFault(await startServer(folder).catch((error: unknown) => error));

  test('a damaged database', async () => {
    const folder = newFolder();
    writeFileSync(path.join(folder, 'puddler.db'), 'this is no database, whatever its name says. '.repeat(100));
    expect(await reasonOf(folder)).toBe('damaged-database');
  });

  test('a folder that is a file', async () => {
    const folder = path.join(newFolder(), 'file');
    writeFileSync(folder, '');
    await expect(startServer(folder)).rejects.toThrow();
  });

  test('a folder that cannot be written to', async () => {
    const folder = path.join(newFolder(), 'own');
    mkdirSync(folder);
    chmodSync(folder, 0o500);
    // Root may write anywhere; for others it is refused.
    if (process.getuid?.() !== 0) expect(await reasonOf(folder)).toBe('read-only');
    expect(storageFault(Object.assign(new Error('no'), { code: 'EROFS' }))).toBe('read-only');
    expect(storageFault(new Error('failed', { cause: Object.assign(new Error('full'), { code: 'SQLITE_FULL' }) }))).toBe('disk-full');
    chmodSync(folder, 0o700);
  });
});

test('a full disk is told as such, and what was acknowledged stays', async () => {
  const running = await startServer();
  const client = clientOf(running);
  const car = await client.addCar();
  const { rows } = await running.db.client.execute('PRAGMA page_count');
  await running.db.client.execute(`PRAGMA max_page_count = ${rows[0]!['page_count'] as number}`);
  const notes = 'n'.repeat(9_000);
  const writes = Array.from({ length: 20 }, () => ({
    id: crypto.randomUUID(),
    base: 0,
    body: { kind: 'fan', name: 'F', status: 'owned', notes, spec: {} },
  }));
  const response = await client.http.post('/api/parts').send({ writes });
  expect([response.status, response.body.error.code]).toEqual([507, 'disk-full']);
  expect((await client.list('garage')).documents.car).toEqual([car]);
  expect((await client.list('shelf')).documents.part).toEqual([]);
  await running.stop();
});

test('fifty starts, each stopped at once: what the house does by itself ends with it, and nothing is logged', async () => {
  const lines: string[] = [];
  const log = pino({ level: 'info' }, { write: (line: string) => void lines.push(line) });
  const folder = newFolder();
  for (let i = 0; i < 50; i++) {
    const running = await serve(configOf(folder), { log });
    // The stop comes at another moment of the first round each time.
    for (let turn = 0; turn < i; turn++) await new Promise((resolve) => setImmediate(resolve));
    await running.stop();
  }
  expect(lines).toEqual([]);
}, 60_000);

test('each request is logged once with the id that its answer carries: at info, or at warn when it was refused', async () => {
  const lines: { level: number; req: { id: string; method: string; url: string }; res: { statusCode: number } }[] = [];
  const log = pino({ level: 'info' }, { write: (line: string) => void lines.push(JSON.parse(line) as (typeof lines)[number]) });
  const running = await serve(configOf(newFolder()), { log });
  const { http } = clientOf(running);
  const good = await http.get('/api/garage').set('Cookie', 'secret=1');
  const bad = await http.put('/api/cars/nobody').send({ base: 'x' });
  await running.stop();
  expect(lines.map(({ level, req, res }) => [level, req, res])).toEqual([
    [30, { id: good.headers['x-request-id'], method: 'GET', url: '/api/garage' }, { statusCode: 200 }],
    [40, { id: bad.headers['x-request-id'], method: 'PUT', url: '/api/cars/nobody' }, { statusCode: 422 }],
  ]);
  expect(JSON.stringify(lines)).not.toContain('secret');
});
