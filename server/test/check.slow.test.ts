import { execFile } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { createClient } from '@libsql/client';
import { damageText, type CheckReport } from '@puddler/contract';
import { copyDaily } from '../src/backup/daily';
import { databaseIn } from '../src/db/open';
import { openDataFolder } from '../src/data-folder';
import type { Running } from '../src/serve';
import pino from 'pino';
import { CAR, clientOf, configOf, jpeg, newFolder, RUN, startServer } from './helpers';

let running: Running | undefined;
afterEach(() => running?.stop());

async function changed(folder: string, statement: string): Promise<void> {
  const client = createClient({ url: databaseIn(folder) });
  await client.execute(statement);
  client.close();
}

/** A car with a plan, a run and three photos, and yesterday's copy of it all. */
async function filled() {
  const folder = newFolder();
  const server = await startServer(folder);
  const client = clientOf(server);
  const car = await client.addCar({ ...CAR, name: 'Ridgeback' });
  const plan = await client.addPlan(car.id);
  const [whole, rotten, gone] = [await client.addPhoto(jpeg(3)), await client.addPhoto(jpeg(4)), await client.addPhoto(jpeg(5))];
  const run = await client.put('run', { ...RUN, name: 'Club evening', planId: plan.id, photos: [whole, rotten, gone] }, car.id);
  await copyDaily(server.db, path.join(folder, 'backups'), new Date('2026-11-29T10:00:00Z'));
  return { folder, server, car, plan, run, rotten, gone, at: (hash: string) => path.join(folder, 'files', hash) };
}

test('a check reads everything, names what is not as it was saved by what holds it, and where a copy has it whole', async () => {
  const { folder, server, plan, run, rotten, gone, at } = await filled();
  const { http } = clientOf(server);
  const clean = (await http.post('/api/check')).body as CheckReport;
  expect(clean).toMatchObject({ documents: 3, files: 3, bad: [] });
  await server.stop();

  const bytes = readFileSync(at(rotten.hash));
  bytes[100]! ^= 1;
  writeFileSync(at(rotten.hash), bytes);
  rmSync(at(gone.hash));
  await changed(folder, `update documents set body = replace(body, '"minutes":', '"minutes":-') where id = '${plan.id}'`);
  running = await startServer(folder);
  const after = clientOf(running);
  // The last report is what it was until another check is made.
  expect((await after.http.get('/api/check')).body).toEqual(clean);
  const { bad } = (await after.http.post('/api/check')).body as CheckReport;
  expect(bad).toEqual([
    {
      why: 'out-of-form',
      kind: 'plan',
      id: plan.id,
      name: expect.stringContaining('Ridgeback') as string,
      copies: expect.arrayContaining(['2026-11-29']) as string[],
    },
    { why: 'damaged', kind: 'run', id: run.id, name: 'Club evening, Ridgeback', hash: rotten.hash, copies: [] },
    { why: 'missing', kind: 'run', id: run.id, name: 'Club evening, Ridgeback', hash: gone.hash, copies: [] },
  ]);
  expect(bad.map(damageText)[2]).toBe('a photo or log of run “Club evening, Ridgeback” is missing (a backup that has it puts it back)');
  expect((await after.http.get('/api/check')).body.bad).toHaveLength(3);
});

test('a document that cannot be read is named as far as it is legible; what hangs on it is not judged', async () => {
  const { folder, server, car } = await filled();
  await server.stop();
  await changed(folder, `update documents set body = substr(body, 1, length(body) - 4) where id = '${car.id}'`);
  running = await startServer(folder);
  const { bad } = (await clientOf(running).http.post('/api/check')).body as CheckReport;
  expect(bad).toEqual([
    { why: 'unreadable', kind: 'car', id: car.id, name: 'Ridgeback', copies: expect.arrayContaining(['2026-11-29']) as string[] },
  ]);
});

test('two checks at once are one; a report that rotted is as none; a week later it is checked again', async () => {
  const { folder, server } = await filled();
  const { http } = clientOf(server);
  const [one, two] = await Promise.all([http.post('/api/check'), http.post('/api/check')]);
  expect(one.body.at).toBe(two.body.at);
  await server.stop();
  for (const rotten of ['{"at":', 'null', '{"at":7,"bad":[]}', '{"at":"2026-11-30","bad":{}}']) {
    writeFileSync(path.join(folder, 'check.json'), rotten);
    const rot = await openDataFolder(configOf(folder), pino({ level: 'silent' }));
    expect(await rot.checks.last()).toBeUndefined();
    await rot.close();
  }
  const kept = await openDataFolder(configOf(folder), pino({ level: 'silent' }));
  expect(await kept.checks.last()).toBeUndefined();
  expect(await kept.checks.weekly(Date.now())).toBe(true);
  expect(await kept.checks.weekly(Date.now())).toBe(false);
  expect(await kept.checks.weekly(Date.now() + 8 * 24 * 3600 * 1000)).toBe(true);
  await kept.close();
});

test('npm run check says it in the shell, beside a server that runs', async () => {
  const { folder, server, gone, at } = await filled();
  running = server;
  const check = () =>
    promisify(execFile)('node', ['--import', 'tsx', path.join(__dirname, '../src/backup/main.ts'), 'check'], {
      env: { ...process.env, PUDDLER_DATA: folder },
      cwd: path.join(__dirname, '../..'),
    });
  expect((await check()).stdout).toMatch(/3 documents and 3 photos and logs were read\.\nAll of it is as it was saved\./);
  rmSync(at(gone.hash));
  await expect(check()).rejects.toMatchObject({ code: 1, stdout: expect.stringContaining('run “Club evening, Ridgeback” is missing') as string });
  // A check beside a server leaves its report alone.
  expect(await running.checks.last()).not.toMatchObject({ files: 3 });
});
