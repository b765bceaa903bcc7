// A log of a million rows in the browser: from the drop to its first drawing, whether the page stays awake, how panning goes: `npm run bench:log`.
import { execSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import type { DocList } from '@puddler/contract';
import { CHROMIUM } from '../../e2e/browser-options';
import { startServer } from '../../e2e/start-server';
import { watchLongTasks } from './long-tasks';

const ROWS = 1_000_000;

/** Ten columns at 100 Hz: passes of eight seconds, one after the other. */
function millionRows(): string {
  const lines = ['time (s),throttle (%),output (%),volts (V),current (A),rpm,esc temp (C),motor temp (C),speed (km/h),height (m)'];
  for (let i = 0; i < ROWS; i++) {
    const t = i / 100;
    const on = t % 20 < 8 ? 100 : 0;
    const rpm = on ? 30_000 * (1 - Math.exp(-(t % 20))) : 30_000 * Math.exp(-((t % 20) - 8) / 4);
    lines.push(
      `${t.toFixed(2)},${on},${on},${(11.1 - on * 0.01).toFixed(2)},${(on * 0.4 + 1).toFixed(1)},${rpm.toFixed(0)},45,55,${(rpm / 500).toFixed(1)},31`,
    );
  }
  return `${lines.join('\n')}\n`;
}

/** Resident memory of the browser's largest process of pages, workers with it [MB]. */
function rendererMb(): number {
  const lines = execSync("ps -eo rss,args | grep -- '--type=renderer' | grep -v grep").toString().trim().split('\n');
  return Math.round(Math.max(...lines.map((line) => Number(line.trim().split(/\s+/)[0]))) / 1024);
}

const file = path.join(mkdtempSync(path.join(tmpdir(), 'puddler-log-')), 'million.csv');
const text = millionRows();
writeFileSync(file, text);
const server = await startServer({ demo: true });
const browser = await chromium.launch(CHROMIUM);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const longTasks = await watchLongTasks(page);
  const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
  const plan = documents.plan!.find(({ body }) => body.name === 'Sixty on packed dirt')!;
  await page.goto(`${server.address}/plans/${plan.id}/log`);
  await page.getByRole('button', { name: 'New run' }).click();
  await page.waitForTimeout(1500);
  const mbBefore = rendererMb();
  await longTasks.clear();
  let most = mbBefore;
  const watch = setInterval(() => (most = Math.max(most, rendererMb())), 150);
  const dropped = Date.now();
  await page.getByLabel('Logs of the run').setInputFiles(file);
  const keep = page.getByRole('button', { name: 'Keep it with the run' });
  await keep.and(page.locator(':enabled')).waitFor({ timeout: 60_000 });
  const mappedMs = Date.now() - dropped;
  await page.getByRole('dialog').locator('path[fill=none]').first().waitFor({ timeout: 60_000 });
  const previewMs = Date.now() - dropped;
  const kept = Date.now();
  await keep.click();
  const trace = page.getByRole('application', { name: /The log over/ });
  await trace.locator('path[fill=none]').first().waitFor({ timeout: 60_000 });
  const drawnMs = Date.now() - kept;
  await page.waitForTimeout(1000);
  const reading = await longTasks.read();
  await longTasks.clear();
  await trace.scrollIntoViewIfNeeded();
  const box = (await trace.boundingBox())!;
  for (let i = 0; i < 6; i++) await page.getByRole('button', { name: 'Zoom in' }).click();
  await page.mouse.move(box.x + 500, box.y + 200);
  await page.mouse.down();
  const frames = await page.evaluate<number[]>(
    `new Promise((resolve) => {
    const times = [];
    const end = performance.now() + 2000;
    const frame = (now) => { times.push(now); now < end ? requestAnimationFrame(frame) : resolve(times); };
    requestAnimationFrame(frame);
    globalThis.panned = true;
  })`.replace(
      'globalThis.panned = true;',
      `
    const target = document.querySelector('[role=application][aria-label^="The log over"]');
    const left = target.getBoundingClientRect().left;
    let x = 500;
    const move = () => {
      x = 200 + ((x + 7) % 300);
      target.dispatchEvent(new PointerEvent('pointermove', { bubbles: true, clientX: left + x, clientY: ${Math.round(box.y + 200)}, pointerId: 1 }));
      if (performance.now() < end) requestAnimationFrame(move);
    };
    move();`,
    ),
  );
  await page.mouse.up();
  clearInterval(watch);
  const steps = frames
    .slice(1)
    .map((time, i) => time - frames[i]!)
    .sort((a, b) => a - b);
  console.log(
    JSON.stringify({
      rows: ROWS,
      fileMb: Math.round(text.length / 1e6),
      dropToMappingMs: mappedMs,
      dropToDrawingMs: previewMs,
      keepToDrawingMs: drawnMs,
      longTasksMs: reading,
      mbBefore,
      mbMost: most,
      panFramesPerS: Math.round((1000 * (frames.length - 1)) / (frames[frames.length - 1]! - frames[0]!)),
      panFrameMs: { median: Math.round(steps[steps.length >> 1]!), p95: Math.round(steps[Math.floor(0.95 * steps.length)]!) },
      panLongTasksMs: await longTasks.read(),
    }),
  );
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
