// How long a search over a big shelf takes in the browser's workers, when its first setup shows, and whether the page stays awake: `npm run bench:find`.
import { execSync } from 'node:child_process';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../../e2e/browser-options';
import { startServer } from '../../e2e/start-server';
import { watchLongTasks } from './long-tasks';
import { seededShelf } from './seeded-shelf';

const SHELF = { motors: 44, escs: 12, packs: 10, pinions: 6, spurs: 1 };
const ROUNDS = 5;

/** Resident memory of the browser's largest process of pages, workers with it [MB]. */
function rendererMb(): number {
  const lines = execSync("ps -eo rss,args | grep -- '--type=renderer' | grep -v grep").toString().trim().split('\n');
  return Math.max(...lines.map((line) => Number(line.trim().split(/\s+/)[0]))) / 1024;
}

const finished = (page: Page) => page.locator('[data-search=finished]').waitFor({ timeout: 120_000 });
const readMs = (page: Page, name: string) => page.locator('[data-search]').getAttribute(name).then(Number);

const server = await startServer({ demo: true });
const browser = await chromium.launch(CHROMIUM);
try {
  const writes = seededShelf(7, SHELF).map(({ part }) => ({ id: crypto.randomUUID(), base: 0, body: part }));
  const answer = await fetch(`${server.address}/api/parts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: server.address },
    body: JSON.stringify({ writes }),
  });
  if (!answer.ok) throw new Error(`the shelf was refused: ${await answer.text()}`);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const longTasks = await watchLongTasks(page);
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Sixty on packed dirt' }).click();
  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await page.getByRole('region', { name: 'The wish' }).waitFor();
  const ask = async (label: string, value: string) => {
    const add = page.getByRole('region', { name: 'The wish' }).getByRole('button', { name: label, exact: true });
    if (await add.count()) await add.click();
    await page.getByLabel(label, { exact: true }).fill(value);
    await page.getByLabel(label, { exact: true }).press('Enter');
  };
  await ask('top speed', '60 km/h');
  await ask('new parts', '120');
  await finished(page);
  const before = rendererMb();
  const rounds: { firstMs: number; wholeMs: number; longTasksMs: number[]; mb: number }[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    await page.waitForTimeout(400);
    await longTasks.clear();
    await page.getByLabel('new parts', { exact: true }).fill(String(120 + ((i + 1) % 2)));
    await page.getByLabel('new parts', { exact: true }).press('Enter');
    await page.waitForTimeout(150);
    await finished(page);
    await page.waitForTimeout(200);
    rounds.push({
      firstMs: Math.round(await readMs(page, 'data-first-ms')),
      wholeMs: Math.round(await readMs(page, 'data-whole-ms')),
      longTasksMs: await longTasks.read(),
      mb: Math.round(rendererMb()),
    });
  }
  const combinations = await page.locator('[data-search]').innerText();
  console.log(
    JSON.stringify({
      combinations: combinations.replace(/\s+/g, ' '),
      workers: await page.evaluate(() => navigator.hardwareConcurrency),
      mbBefore: Math.round(before),
      rounds,
    }),
  );
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
