// How long a CSV of 5,000 parts takes from choosing the file to all of them in the table, and whether the page stays awake: `npm run bench:shelf`.
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../../e2e/browser-options';
import { startServer } from '../../e2e/start-server';
import { watchLongTasks } from './long-tasks';

const ROWS = 5000;

const server = await startServer({ demo: true });
const browser = await chromium.launch(CHROMIUM);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const longTasks = await watchLongTasks(page);
  await page.goto(`${server.address}/shelf`);
  await page.getByText('63 parts').waitFor();
  await page.waitForTimeout(500);
  await longTasks.clear();
  const lines = Array.from({ length: ROWS }, (_, i) => `motor,Box ${i},owned,${2000 + (i % 40) * 50},36,52,4,3.17,${(i % 90) / 10}`);
  const text = ['kind,name,status,kv,diameter [mm],length [mm],poles,shaft [mm],price', ...lines].join('\n');
  // Asked at every frame: a locator's own polling is too coarse for a stop-watch.
  const seen = (text: string) =>
    page.evaluate(
      (wanted) =>
        new Promise<void>((resolve) => {
          const look = () => (document.body.textContent.includes(wanted) ? resolve() : requestAnimationFrame(look));
          look();
        }),
      text,
    );
  const start = Date.now();
  await page.getByLabel('CSV file of parts').setInputFiles({ name: 'box.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await seen(`All ${ROWS} rows are good.`);
  const checked = Date.now();
  await page.getByRole('button', { name: `Take in ${ROWS} parts` }).click();
  await seen(`${ROWS + 63} parts`);
  const done = Date.now();
  await page.waitForTimeout(1000);
  const long = await longTasks.read();
  await longTasks.clear();
  const scroll = Date.now();
  await page.getByRole('button', { name: 'Name', exact: true }).click();
  await page.getByRole('table').getByText('Box 0', { exact: true }).waitFor();
  const sorted = Date.now() - scroll;
  await page.getByLabel('Find on the shelf').pressSequentially('Box 4321', { delay: 20 });
  await page.waitForTimeout(500);
  console.log(
    JSON.stringify({
      rows: ROWS,
      bytes: text.length,
      readAndCheckedMs: checked - start,
      takenInMs: done - checked,
      wholeMs: done - start,
      tasksOver50Ms: long,
      sortedMs: sorted,
      tasksOver50MsOnSortAndFind: await longTasks.read(),
    }),
  );
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
