// A plan opened in a browser that has never seen it: from the address to its pass, and to the last of its answers: `npm run bench:open`.
import { chromium, expect } from '@playwright/test';
import type { DocList } from '@puddler/contract';
import { CHROMIUM } from '../../e2e/browser-options';
import { startServer } from '../../e2e/start-server';

const TIMES = 7;
const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!;

const server = await startServer({ demo: true });
const browser = await chromium.launch(CHROMIUM);
try {
  const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
  const plan = documents.plan!.find(({ body }) => body.name === 'Sixty on packed dirt')!;
  const runs: { pieces: number; passMs: number; settledMs: number }[] = [];
  for (let i = 0; i < TIMES; i++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const from = performance.now();
    await page.goto(`${server.address}/plans/${plan.id}`);
    await page.getByText('Pass at full throttle').waitFor();
    const passMs = performance.now() - from;
    const pieces = await page.evaluate<number>(`performance.getEntriesByType('resource').length`);
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
    runs.push({ pieces, passMs, settledMs: performance.now() - from });
    await context.close();
  }
  const of = (name: keyof (typeof runs)[number]) => Math.round(median(runs.map((run) => run[name])));
  console.log(JSON.stringify({ opened: TIMES, pieces: of('pieces'), passMs: of('passMs'), settledMs: of('settledMs') }));
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
