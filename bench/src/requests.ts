// Twenty thousand generated requests over all routes of the built server, one after the other: what they are answered, the longest
// answer, and the server's memory on the way: `npm run bench:requests [-- count [seed]]`.
import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import fc from 'fast-check';
import { startServer } from '../../e2e/start-server';
import { anyRequest } from '../../server/test/any-request';
import { send } from '../../server/test/send-request';

const COUNT = Number(process.argv[2] ?? 20_000);
const SEED = Number(process.argv[3] ?? 4711);

const server = await startServer();
const residentMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid!}/status`, 'utf8'))![1]) / 1024;
try {
  const requests = fc.sample(anyRequest, { numRuns: COUNT, seed: SEED });
  const statuses: Record<number, number> = {};
  const memoryMb: number[] = [];
  const slowest: { ms: number; what: string }[] = [];
  for (const [i, request] of requests.entries()) {
    const since = performance.now();
    const { status } = await send(server.port, request);
    slowest.push({
      ms: Math.round(performance.now() - since),
      what: `${request.method} ${request.path.slice(0, 60)} ${request.body?.length ?? 0} bytes`,
    });
    slowest.sort((a, b) => b.ms - a.ms).splice(3);
    statuses[status] = (statuses[status] ?? 0) + 1;
    if (i % 2_000 === 1_999) memoryMb.push(Math.round(residentMb()));
  }
  console.log(JSON.stringify({ requests: COUNT, statuses, slowest, memoryMb }));
} finally {
  await server.stop('SIGKILL');
}
