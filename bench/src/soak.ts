// Seeded use in a real browser for an hour: edits, undo, searches, runs, learning, ladders. Every minute the page's heap after a collection, its nodes and the
// server's memory; no error may occur, and heap and server are to be flat after the first ten minutes: `npm run bench:soak [-- minutes [seed]]`.
import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { chromium } from '@playwright/test';
import type { DocList } from '@puddler/contract';
import { randomStream } from '@puddler/core';
import { CHROMIUM } from '../../e2e/browser-options';
import { SOAK_ACTIONS } from '../../e2e/soak-actions';
import { startServer } from '../../e2e/start-server';

const MINUTES = Number(process.argv[2] ?? 60);
const SEED = Number(process.argv[3] ?? 1);
/** Share by which the last minutes may lie over those after the first sixth. */
const MOST_GROWTH = 0.3;

const server = await startServer({ demo: true });
const browser = await chromium.launch(CHROMIUM);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const errors: string[] = [];
page.on('pageerror', (error) => errors.push(`page: ${error.message}`));
page.on('response', (response) => {
  // What the page sends is what the server takes.
  if (response.status() < 400) return;
  // A page that is left takes the answer's text with it.
  const text = response.text().catch(() => '');
  void text.then((said) => errors.push(`${response.status()} ${response.url()} ${said.slice(0, 300)}`));
});
const session = await page.context().newCDPSession(page);
await session.send('Performance.enable');

const random = randomStream(SEED);
const pick = (below: number) => Math.floor(random() * below);
const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
const context = { address: server.address, planIds: documents.plan!.map(({ id }) => id), pick };
const serverMb = () => Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid!}/status`, 'utf8'))![1]) / 1024);

const minutes: { heapMb: number; nodes: number; serverMb: number; actions: number }[] = [];
const times: Record<string, number> = {};
try {
  await page.goto(server.address);
  for (let minute = 0; minute < MINUTES; minute++) {
    const until = performance.now() + 60_000;
    let actions = 0;
    while (performance.now() < until) {
      const { name, run } = SOAK_ACTIONS[pick(SOAK_ACTIONS.length)];
      await run(page, context).catch(async (error: Error) => {
        const shown = await page.evaluate<string>('document.body.innerText.slice(0, 300)').catch(() => 'nothing');
        errors.push(`${name} at ${page.url()}: ${error.message.split('\n').slice(0, 3).join(' ')}, where it says ${JSON.stringify(shown)}`);
        // What it left open would fail the next one too.
        await page.goto(server.address);
      });
      times[name] = (times[name] ?? 0) + 1;
      actions++;
    }
    await session.send('HeapProfiler.collectGarbage');
    const { metrics } = await session.send('Performance.getMetrics');
    const metric = (name: string) => metrics.find((one) => one.name === name)!.value;
    minutes.push({ heapMb: Math.round(metric('JSHeapUsedSize') / 2 ** 20), nodes: metric('Nodes'), serverMb: serverMb(), actions });
    console.log(JSON.stringify({ minute: minute + 1, ...minutes.at(-1), errors: errors.length, last: errors.at(-1) }));
  }
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
const warm = Math.ceil(MINUTES / 6);
const growth = (of: 'heapMb' | 'serverMb') =>
  median(minutes.slice(-warm).map((one) => one[of])) / median(minutes.slice(warm, 2 * warm).map((one) => one[of])) - 1;
const grown = { heap: growth('heapMb'), server: growth('serverMb') };
console.log(JSON.stringify({ minutes: MINUTES, seed: SEED, times, grown, errors: errors.slice(0, 20) }));
process.exitCode = errors.length > 0 || Math.max(grown.heap, grown.server) > MOST_GROWTH ? 1 : 0;
