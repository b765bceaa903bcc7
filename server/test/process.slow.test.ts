import { request } from 'node:http';
import { setTimeout } from 'node:timers/promises';
import type { Doc, DocList } from '@puddler/contract';
import { builtProgram } from './built-program';
import { startServer } from '../../e2e/start-server';
import { check, startWriters, WRITERS, type Acknowledged } from './writers';

// The program as it is started, in a process that can be killed.

const ROUNDS = Number(process.env['KILL_ROUNDS'] ?? 3);
let program: string;

beforeAll(() => {
  program = builtProgram();
});

test('Ctrl+C while a request is under way: it is answered, though the signal comes twice', async () => {
  const club = await startServer({ demo: true, program });
  const car = ((await (await fetch(`${club.address}/api/garage`)).json()) as DocList).documents.car![0]!;
  const body = JSON.stringify({ base: car.version, body: { ...car.body, car: { ...car.body.car, massKg: 3.21 } } });
  const answered = new Promise<number>((resolve, reject) => {
    const headers = { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) };
    const slow = request(`${club.address}/api/cars/${car.id}`, { method: 'PUT', headers }, (response) => resolve(response.statusCode!));
    slow.once('error', reject);
    slow.write(body.slice(0, 10), () => {
      club.child.kill('SIGINT');
      club.child.kill('SIGINT');
      // New connections are refused once it has begun to stop: then the rest of this one is sent.
      const rest = setInterval(() => {
        fetch(`${club.address}/api/health`).catch(() => {
          clearInterval(rest);
          // Several may have been on their way when it began to stop.
          if (!slow.writableEnded) slow.end(body.slice(10));
        });
      }, 20);
    });
  });
  expect(await answered).toBe(200);
  await new Promise<void>((resolve) => (club.child.exitCode === null ? club.child.once('exit', () => resolve()) : resolve()));
  const back = await startServer({ dataFolder: club.dataFolder, program });
  try {
    expect(((await (await fetch(`${back.address}/api/cars/${car.id}`)).json()) as Doc<'car'>).body.car.massKg).toBe(3.21);
  } finally {
    await back.stop('SIGKILL');
  }
});

test(
  'every acknowledged write of any kind survives kill -9, round after round',
  async () => {
    const club = await startServer({ demo: true, program });
    let server = club;
    let written = 0;
    const writers = new Map<string, Acknowledged>();
    for (let round = 0; round < ROUNDS; round++) {
      const ended = startWriters(server.address, writers);
      // It is killed in the middle of things: once every writer has got some answers in this round.
      while ([...writers.values()].filter((one) => one.answers > 2).length < WRITERS) await setTimeout(10);
      await server.stop('SIGKILL');
      await ended;
      server = await startServer({ dataFolder: club.dataFolder, program });
      for (const writer of writers.values()) {
        const response = await fetch(`${server.address}${writer.at}`);
        const now = response.status === 404 ? undefined : ((await response.json()) as Doc);
        written += writer.answers;
        check(writer, now);
        writer.version = now?.version ?? writer.version;
        writer.answers = 0;
      }
    }
    expect(written).toBeGreaterThan(ROUNDS * WRITERS * 2);
    await server.stop('SIGKILL');
  },
  60_000 + ROUNDS * 15_000,
);
