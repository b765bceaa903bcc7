// How many garages a second the built server hands out, against a bare Koa that answers a constant of the same size from a
// process of its own: `npm run bench:reads`. In turns, so that the machine's moods meet both.
import { spawn } from 'node:child_process';
import autocannon from 'autocannon';
import { startServer } from '../../e2e/start-server';

const SECONDS = 4;
const ROUNDS = 3;
const CONNECTIONS = 8;

const server = await startServer({ demo: true });
const garage = await (await fetch(`${server.address}/api/garage`)).text();
const bare = spawn(
  process.execPath,
  [
    '--input-type=module',
    '-e',
    `import Koa from 'koa'; const body = 'x'.repeat(${garage.length}); new Koa().use((ctx) => { ctx.type = 'json'; ctx.body = body; }).listen(0, '127.0.0.1', function () { console.log(this.address().port); });`,
  ],
  { stdio: ['ignore', 'pipe', 'inherit'], cwd: new URL('../../server/', import.meta.url) },
);
const barePort = await new Promise<number>((resolve) => bare.stdout.once('data', (text: Buffer) => resolve(Number(String(text)))));
const perSecond = async (url: string, headers: Record<string, string> = {}) =>
  Math.round((await autocannon({ url, headers, connections: CONNECTIONS, duration: SECONDS })).requests.average);
try {
  const { headers } = await fetch(`${server.address}/api/garage`);
  const rounds = [];
  for (let i = 0; i < ROUNDS; i++)
    rounds.push({
      bareKoa: await perSecond(`http://127.0.0.1:${barePort}/`),
      garage: await perSecond(`${server.address}/api/garage`),
      packed: await perSecond(`${server.address}/api/garage`, { 'accept-encoding': 'gzip' }),
      unchanged: await perSecond(`${server.address}/api/garage`, { 'if-none-match': headers.get('etag')! }),
    });
  console.log(JSON.stringify({ bytes: garage.length, rounds }));
} finally {
  bare.kill();
  await server.stop('SIGKILL');
}
