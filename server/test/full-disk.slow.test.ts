import { cpSync, mkdirSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { clientOf, jpeg, startServer } from './helpers';
import { fill, removeDisk, smallDisk } from './small-disk';

const disk = smallDisk(3);
afterAll(() => disk && removeDisk(disk));

/** A garage on the small disk, in which nothing can be written any more. */
async function fullGarage(disk: string) {
  const before = await startServer();
  const client = clientOf(before);
  const car = await client.addCar();
  const plan = await client.addPlan(car.id);
  const photo = await client.addPhoto();
  const folder = path.join(disk, 'garage');
  // As it stands while it runs, and so after a power cut: what was saved last is not in the database itself yet.
  mkdirSync(folder);
  await before.db.client.execute('PRAGMA wal_autocheckpoint = 0');
  for (const name of readdirSync(path.dirname(before.files.folder)))
    cpSync(path.join(path.dirname(before.files.folder), name), path.join(folder, name), { recursive: true });
  fill(disk);
  return { folder, car, plan, photo };
}

const namesIn = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .map((entry) => path.join(entry.parentPath, entry.name))
    .sort();

(disk ? test : test.skip)(
  'a disk that is full at the start: everything is read, nothing is written, and each write is refused with the reason',
  async () => {
    const { folder, car, plan, photo } = await fullGarage(disk!);
    const bytesOf = (name: string) => (statSync(name).isFile() ? readFileSync(name).toString('base64') : '');
    const before = namesIn(folder)
      .filter((name) => !name.includes('in-use'))
      .map((name) => [name, bytesOf(name)]);
    const running = await startServer(folder);
    expect(running.readOnly).toBe('disk-full');
    // What was tried at the start has left a page or two behind.
    fill(disk!);
    const client = clientOf(running);
    expect((await client.list('garage')).documents).toMatchObject({ car: [car], plan: [plan] });
    expect((await client.http.get(`/api/files/${photo.hash}`)).status).toBe(200);
    expect((await client.http.get('/api/backup')).status).toBe(200);
    for (const write of [
      client.http
        .post('/api/parts')
        .send({ writes: [{ id: crypto.randomUUID(), base: 0, body: { kind: 'fan', name: 'F', status: 'owned', spec: {} } }] }),
      client.http.post('/api/files').set('content-type', 'image/jpeg').send(jpeg(2)),
      client.http.post('/api/demo'),
    ]) {
      const { status, body } = (await write) as { status: number; body: { error: { code: string } } };
      expect([status, body.error.code]).toEqual([507, 'disk-full']);
    }
    await running.stop();
    expect(
      namesIn(folder)
        .filter((name) => !name.includes('in-use'))
        .map((name) => [name, bytesOf(name)]),
    ).toEqual(before);
  },
);
