// A paired phone, its processor four times slower and its network 6 Mbit/s: the four stations of the track from cold and on the next visit, and a step of the
// pinion: `npm run bench:phone [-- a server’s program]`.
import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { demoFolder } from '../../e2e/demo-folder';
import { planNamed } from '../../e2e/fixtures';
import { CHROMIUM, LAN } from '../../e2e/browser-options';
import { networkOf, pair, PHONE } from '../../e2e/paired';
import { startServer } from '../../e2e/start-server';

const TIMES = 3;
const SLOWER = 4;
const BYTES_PER_S = 6e6 / 8;
const median = (values: number[]): number => values.toSorted((a, b) => a - b)[values.length >> 1]!;

const STATIONS: Record<string, (page: Page) => Promise<void>> = {
  '': (page) => page.getByText('Pass at full throttle').waitFor(),
  'step-up': (page) => page.getByRole('table', { name: 'Steps' }).waitFor(),
  log: (page) => page.getByRole('button', { name: 'New run' }).first().waitFor(),
  fit: (page) => page.getByRole('checkbox').first().waitFor(),
};

async function slowPage(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await session.send('Network.enable');
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 20,
    downloadThroughput: BYTES_PER_S,
    uploadThroughput: BYTES_PER_S / 3,
  });
  return page;
}

async function secondsUntil(context: BrowserContext, url: string, stands: (page: Page) => Promise<void>): Promise<number> {
  const page = await slowPage(context);
  const from = performance.now();
  await page.goto(url, { waitUntil: 'commit' });
  await stands(page);
  const seconds = (performance.now() - from) / 1000;
  await page.close();
  return seconds;
}

/** In the page: begins to look how long after the next press of a key its answers are painted [ms]. */
const lookForPaint = () => {
  (window as Window & { painted?: Promise<number> }).painted = new Promise((resolve) => {
    let pressed = 0;
    addEventListener('keydown', ({ timeStamp }) => (pressed = timeStamp), { capture: true, once: true });
    const seen = new MutationObserver(() => {
      if (pressed === 0) return;
      seen.disconnect();
      // The frame that shows the change has been made once the task after it runs.
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => resolve(performance.now() - pressed);
        port2.postMessage(null);
      });
    });
    seen.observe(document.querySelector('[aria-label="The answers"]')!, { subtree: true, characterData: true, childList: true });
  });
};

/** How long a step of the pinion takes, from the press of its key to its answers on the screen [s]: without what the driver of the browser takes. */
async function pinionStep(context: BrowserContext, url: string): Promise<number> {
  const page = await slowPage(context);
  await page.goto(url);
  await page.getByText('Pass at full throttle').waitFor();
  const seconds: number[] = [];
  for (const key of [']', ']', ']', '[', '[', '[']) {
    await page.waitForFunction(() => !document.querySelector('[aria-busy=true]'));
    await page.evaluate(lookForPaint);
    await page.keyboard.press(key);
    seconds.push((await page.evaluate(() => (window as Window & { painted?: Promise<number> }).painted!)) / 1000);
  }
  await page.close();
  return median(seconds);
}

const program = process.argv[2];
const server = await startServer({ dataFolder: demoFolder(), lan: LAN, ...(program ? { program } : {}) });
const browser = await chromium.launch(CHROMIUM);
try {
  const plan = await planNamed(server.address);
  const paired = await browser.newContext(PHONE);
  const url = await pair(server, await paired.newPage(), () => networkOf(server));
  const figures: Record<string, unknown> = {};
  for (const [station, stands] of Object.entries(STATIONS)) {
    const at = `${url}/plans/${plan}/${station}`;
    const [cold, next]: [number[], number[]] = [[], []];
    for (let i = 0; i < TIMES; i++) {
      const context = await browser.newContext({ ...PHONE, storageState: { cookies: await paired.cookies(), origins: [] } });
      cold.push(await secondsUntil(context, at, stands));
      next.push(await secondsUntil(context, at, stands));
      await context.close();
    }
    figures[station || 'plan'] = { coldS: Number(median(cold).toFixed(2)), nextS: Number(median(next).toFixed(2)) };
  }
  figures['pinionStepS'] = Number((await pinionStep(paired, `${url}/plans/${plan}`)).toFixed(3));
  console.log(JSON.stringify(figures));
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
