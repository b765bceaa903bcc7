// A garage of ten years: 500 cars, 5,000 plans, 5,000 parts, 10,000 runs, copied from the demo's under names of their own: `npm run bench:years [-- share]`.
// What grows with it: the start, the first row, what the page fetches, a plan by its address, the Shelf, Ctrl+K, a list after a write, and what a backup holds up.
import { randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium, type Response } from '@playwright/test';
import type { Doc, DocList } from '@puddler/contract';
import { CHROMIUM } from '../../e2e/browser-options';
import { startServer, type Started } from '../../e2e/start-server';
import { databaseBeside } from '../../server/src/db/open';
import { watchLongTasks } from './long-tasks';

const SHARE = Number(process.argv[2] ?? 1);
/** What a page begins with. */
const LISTED = /\/api\/(?:garage|cars|shelf|log|whole-car|set-aside)\b/;
const WANTED = { cars: 500 * SHARE, plans: 5000 * SHARE, parts: 5000 * SHARE, runs: 10_000 * SHARE };
const ROWS_AT_ONCE = 200;

type Row = [kind: string, id: string, parentId: string | null, form: number, body: string];

/** Fills a folder whose server has stopped with copies of what the demo put there. */
async function fill(dataFolder: string, garage: DocList, shelf: DocList, log: DocList): Promise<void> {
  const database = databaseBeside(dataFolder);
  const { client } = database;
  const forms = new Map((await client.execute('SELECT kind, form FROM documents')).rows.map((row) => [row['kind'] as string, row['form'] as number]));
  const rows: Row[] = [];
  const put = (kind: string, parentId: string | null, body: object): string => {
    const id = randomUUID();
    rows.push([kind, id, parentId, forms.get(kind)!, JSON.stringify(body)]);
    return id;
  };
  const of = <K extends 'car' | 'plan' | 'part' | 'run'>(list: DocList, kind: K) => list.documents[kind] as Doc<K>[];
  const [cars, plans, parts, runs] = [of(garage, 'car'), of(garage, 'plan'), of(shelf, 'part'), of(log, 'run')];
  for (let i = 0; i < WANTED.cars; i++) {
    const { id, body } = cars[i % cars.length];
    const car = put('car', null, { ...body, bench: {}, car: { ...body.car, name: `${body.car.name} ${i}` } });
    const own = plans.filter((plan) => plan.parentId === id);
    const each = Math.round(WANTED.plans / WANTED.cars);
    const copies = Array.from({ length: each }, (_, k) => {
      const plan = own[k % own.length].body;
      return put('plan', car, { ...plan, name: `${plan.name}, no. ${k}` });
    });
    for (let k = 0; k < WANTED.runs / WANTED.cars; k++) {
      const { logs: _logs, ...run } = runs[(i + k) % runs.length].body;
      put('run', car, { ...run, planId: copies[k % each] });
    }
  }
  for (let i = 0; i < WANTED.parts; i++) {
    const { body } = parts[i % parts.length];
    put('part', null, { ...body, name: `${body.name} ${i}` });
  }
  const at = Date.now();
  const sql = 'INSERT INTO documents (kind, id, parent_id, version, created_at, updated_at, form, body) VALUES (?, ?, ?, 1, ?, ?, ?, ?)';
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await client.batch(
      rows
        .slice(i, i + ROWS_AT_ONCE)
        .map(([kind, id, parentId, form, body], k) => ({ sql, args: [kind, id, parentId, at - i - k, at - i - k, form, body] })),
      'write',
    );
  await database.close();
}

const listOf = async (address: string, list: string): Promise<DocList> => (await (await fetch(`${address}/api/${list}`)).json()) as DocList;
const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const from = performance.now();
  await work();
  return Math.round(performance.now() - from);
};

/** The longest that a small request had to wait while something else went on [ms]. */
async function stallDuring(address: string, work: Promise<unknown>): Promise<number> {
  let [isDone, longest] = [false, 0];
  void work.finally(() => (isDone = true));
  while (!isDone) longest = Math.max(longest, await timed(() => fetch(`${address}/api/health`)));
  await work;
  return longest;
}

async function measure(server: Started): Promise<Record<string, number>> {
  const { address } = server;
  const plan = (await listOf(address, 'garage')).documents.plan!.at(-1)!;
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.setDefaultTimeout(60_000);
  const longTasks = await watchLongTasks(page);
  const fetched: Promise<number>[] = [];
  const count = (answer: Response) => {
    if (LISTED.test(answer.url())) fetched.push(answer.body().then(({ length }) => length));
  };
  page.on('response', count);
  const firstRowMs = await timed(async () => {
    await page.goto(address);
    await page.locator('main a[href^="/plans/"]').first().waitFor();
  });
  await page.waitForTimeout(4000);
  page.off('response', count);
  const startBytes = (await Promise.all(fetched)).reduce((all, one) => all + one, 0);
  const longestTaskMs = Math.max(0, ...(await longTasks.read()));
  const searchMs = await timed(async () => {
    await page.keyboard.press('Control+k');
    await page.getByRole('option').first().waitFor();
  });
  const keyMs = await timed(async () => {
    await page.keyboard.type('sixty');
    await page.getByRole('option', { name: /Sixty/ }).first().waitFor();
  });
  const planMs = await timed(async () => {
    await page.goto(`${address}/plans/${plan.id}`);
    await page.getByText('Pass at full throttle').waitFor();
  });
  const shelfMs = await timed(async () => {
    await page.goto(`${address}/shelf`);
    await page.getByRole('row').nth(3).waitFor();
  });
  await browser.close();
  const writeThenLogMs = await timed(() => fetch(`${address}/api/log`));
  const backupStallMs = await stallDuring(
    address,
    fetch(`${address}/api/backup`).then((answer) => answer.arrayBuffer()),
  );
  return {
    startMB: Number((startBytes / 1e6).toFixed(1)),
    firstRowMs,
    longestTaskMs,
    searchMs,
    fiveKeysMs: keyMs,
    planMs,
    shelfMs,
    logMs: writeThenLogMs,
    backupStallMs,
  };
}

const dataFolder = mkdtempSync(path.join(tmpdir(), 'puddler-years-'));
const demo = await startServer({ demo: true, dataFolder });
const [garage, shelf, log] = [await listOf(demo.address, 'garage'), await listOf(demo.address, 'shelf'), await listOf(demo.address, 'log')];
console.log(JSON.stringify({ of: 'the demo', ...(await measure(demo)) }));
await demo.stop();
await fill(dataFolder, garage, shelf, log);
let server: Started | undefined;
const readyMs = await timed(async () => {
  server = await startServer({ dataFolder });
});
try {
  console.log(JSON.stringify({ of: 'ten years', ...WANTED, readyMs, ...(await measure(server!)) }));
} finally {
  await server!.stop('SIGKILL');
}
