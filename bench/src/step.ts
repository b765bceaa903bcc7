// How long a step of the pinion takes in the browser, from the key to the painted frame: `npm run bench:step`.
import { BAND_SAMPLES } from '@puddler/core';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../../e2e/browser-options';
import { startServer } from '../../e2e/start-server';

const STEPS = 60;

const server = await startServer({ demo: true });
const browser = await chromium.launch(CHROMIUM);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // tsx names functions through a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (target) => target');
  await page.goto(server.address);
  await page.getByRole('link', { name: 'Sixty on packed dirt' }).click();
  await page.getByText('Pass at full throttle').waitFor();
  await page.waitForTimeout(1000);
  const figures = await page.evaluate(
    async ([steps, finest]) => {
      const long: number[] = [];
      new PerformanceObserver((list) => long.push(...list.getEntries().map((entry) => entry.duration))).observe({ type: 'longtask' });
      const frame = () => new Promise<void>((resolve) => requestAnimationFrame(() => resolve()));
      const painted = () =>
        new Promise<void>((resolve) => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => resolve();
          requestAnimationFrame(() => port2.postMessage(0));
        });
      const work: number[] = [];
      const toPaint: number[] = [];
      for (let i = 0; i < steps; i++) {
        await frame();
        const key = i % 40 < 20 ? ']' : '[';
        const start = performance.now();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, code: key === ']' ? 'BracketRight' : 'BracketLeft', bubbles: true }));
        await Promise.resolve();
        work.push(performance.now() - start);
        await painted();
        toPaint.push(performance.now() - start);
      }
      // A drag: a step in every frame, and how far the frames are apart.
      const apart: number[] = [];
      let last = performance.now();
      for (let i = 0; i < steps; i++) {
        await frame();
        const now = performance.now();
        apart.push(now - last);
        last = now;
        const key = i % 40 < 20 ? ']' : '[';
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, code: key === ']' ? 'BracketRight' : 'BracketLeft', bubbles: true }));
      }
      // One step at a time: how long until the run, its findings and the bands are those of the new pinion.
      const answers = document.querySelector<HTMLElement>('[aria-label="The answers"]')!;
      const until = (holds: () => boolean, start: number) =>
        new Promise<number>((resolve) => {
          const look = () => (holds() || performance.now() - start > 5000 ? resolve(performance.now() - start) : requestAnimationFrame(look));
          requestAnimationFrame(look);
        });
      const heat: number[] = [];
      const firstBand: number[] = [];
      const finestBand: number[] = [];
      const longBefore = long.length;
      for (let i = 0; i < 12; i++) {
        await new Promise((resolve) => setTimeout(resolve, 1500));
        const key = i % 8 < 4 ? ']' : '[';
        const start = performance.now();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, code: key === ']' ? 'BracketRight' : 'BracketLeft', bubbles: true }));
        await Promise.resolve();
        heat.push(await until(() => answers.dataset['run'] === 'fresh', start));
        firstBand.push(await until(() => answers.dataset['bands'] !== 'stale' && answers.dataset['bands'] !== undefined, start));
        finestBand.push(await until(() => Number(answers.dataset['bands']) >= finest, start));
      }
      const figure = (all: number[]) => {
        const sorted = [...all].sort((a, b) => a - b);
        const at = (share: number) => Number(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(1));
        return { median: at(0.5), p95: at(0.95), most: at(1) };
      };
      return {
        steps,
        predictAndDrawMs: figure(work),
        untilPaintedMs: figure(toPaint),
        frameApartMs: figure(apart),
        heatMs: figure(heat),
        firstBandMs: figure(firstBand),
        finestBandMs: figure(finestBand),
        tasksOver50Ms: longBefore,
        tasksOver50MsInSingleSteps: long.length - longBefore,
      };
    },
    [STEPS, BAND_SAMPLES] as const,
  );
  console.log(JSON.stringify(figures));
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
