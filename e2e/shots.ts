// Takes the pictures of docs/screenshots/ from the demo club: `npm run shots`, or `npm run shots -- /some/folder garage` for a look.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import type { DocList } from '@puddler/contract';
import { CHROMIUM, LAN } from './browser-options';
import { startServer } from './start-server';

const folder = process.argv[2] ?? 'docs/screenshots';
const only = process.argv.slice(3);
const WIDE = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

interface Shot {
  name: string;
  size: typeof WIDE;
  theme: 'light' | 'dark';
  go: (page: Page, address: string) => Promise<void>;
}

const openPlan = async (page: Page, address: string, name: string) => {
  await page.goto(address);
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByText('Pass at full throttle').waitFor();
};

const garage = async (page: Page, address: string) => {
  await page.goto(address);
  await page.getByRole('link', { name: 'Sixty on packed dirt' }).waitFor();
  await page.waitForFunction(() => !document.body.innerText.includes('…'));
};
const plan = (page: Page, address: string) => openPlan(page, address, 'Sixty on packed dirt');
const shelf = async (page: Page, address: string) => {
  await page.goto(`${address}/shelf`);
  await page.getByText('Osier 3652 3300').waitFor();
};
const quickAdd = async (page: Page, address: string) => {
  await shelf(page, address);
  await page.getByLabel('Put a part on the shelf').fill('Lathe 2836 1120KV outrunner, 5 mm shaft, 14 pole');
};
const car = async (page: Page, address: string) => {
  await page.goto(address);
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  await page.getByRole('heading', { name: 'As bought', exact: true }).waitFor();
};

const find = async (page: Page, address: string) => {
  await plan(page, address);
  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await page.locator('[data-search=finished]').waitFor();
};

const wishFor = async (page: Page, target: string, figure: string) => {
  const wish = page.getByRole('region', { name: 'The wish' });
  const add = wish.getByRole('button', { name: target, exact: true });
  if (await add.count()) await add.click();
  await wish.getByLabel(target, { exact: true }).fill(figure);
  await wish.getByLabel(target, { exact: true }).press('Enter');
  await page.waitForTimeout(300);
  await page.locator('[data-search=finished]').waitFor();
};
const findSixty = async (page: Page, address: string) => {
  await find(page, address);
  await wishFor(page, 'top speed', '60 km/h');
  await wishFor(page, 'can', '84');
  await wishFor(page, 'new parts', '120');
};
/** The sixty, a gear down, the first conversion and the car as bought, side by side. */
const compare = async (page: Page, address: string) => {
  await plan(page, address);
  await page.keyboard.press('p');
  await page.getByRole('link', { name: 'Compare 1' }).click();
  for (const name of ['Ridgeback, first conversion', 'Ridgeback as bought'])
    await page.getByLabel('Pin another plan').selectOption({ label: name.endsWith('bought') ? `${name} (as bought)` : name });
  await page.getByText('Passes at full throttle').waitFor();
  await page.locator('[aria-label^="To cut-off"]:not([aria-label*="not known"])').waitFor({ timeout: 20_000 });
  await page.waitForTimeout(2500);
};

const tab = (name: string) => async (page: Page, address: string) => {
  await plan(page, address);
  await page.getByRole('tab', { name }).click();
  await page.waitForTimeout(1500);
};
/** Can temperature over pinion and kv, with the limits as borders. */
const sweepMap = async (page: Page, address: string) => {
  await plan(page, address);
  await page.getByRole('tab', { name: 'Sweep' }).click();
  await page.getByLabel('Figure up').selectOption('kv');
  await page.getByLabel('Answer of the map').selectOption('maxCanC');
  await page.getByText('darker is more').waitFor();
};
const hot = async (page: Page, address: string) => {
  await openPlan(page, address, 'Ridgeback, first conversion');
  for (let i = 0; i < 14; i++) await page.keyboard.press(']');
  await page.waitForTimeout(2500);
};
const station = (name: string, path: string, ready: string) => async (page: Page, address: string) => {
  const { documents } = (await (await fetch(`${address}/api/garage`)).json()) as DocList;
  const { id } = documents.plan!.find(({ body }) => body.name === name)!;
  await page.goto(`${address}/plans/${id}/${path}`);
  await page.getByText(ready).first().waitFor();
};
const buy = station('Sixty on packed dirt', 'buy', 'In which order');
const fit = station('Plough, two outrunners', 'fit', 'As a list of connections');
const bench = async (page: Page, address: string) => {
  await station('Drover in high, empty', 'fit', 'As a list of connections')(page, address);
  await page.getByRole('button', { name: 'One step a screen' }).click();
  await page.getByRole('dialog').waitFor();
  for (let i = 0; i < 9; i++) await page.keyboard.press('ArrowRight');
};
const openLog = async (page: Page, address: string) => {
  await plan(page, address);
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await page.getByRole('button', { name: /Two teeth more/ }).click();
  await page.getByText(/passes at full throttle/).waitFor();
};
const trace = async (page: Page, address: string) => {
  await openLog(page, address);
  await page.getByText('From the moment of full throttle').waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
};
const learning = async (page: Page, address: string) => {
  await openLog(page, address);
  await page.getByRole('button', { name: 'Learning', exact: true }).click();
  await page.getByRole('button', { name: /Learn from/ }).click();
  await page.getByText(/Not yet: two runs/).waitFor();
};
const atTheTrack = async (page: Page, address: string) => {
  await station('Ridgeback, first conversion', 'step-up', 'The ladder')(page, address);
  await page.getByRole('button', { name: 'Drive this step' }).click();
  await page.getByRole('button', { name: 'It is fitted: begin' }).click();
  const type = async (label: RegExp, value: string) => {
    await page.getByLabel(label).fill(value);
    await page.getByLabel(label).press('Enter');
  };
  const faster = (await page.getByRole('dialog').getByText('15/58').count()) > 0 ? 2.2 : 0;
  await type(/^pass out/, String(32.8 + faster));
  await type(/^and back/, String(32.1 + faster));
  await page.getByRole('button', { name: /It has stopped/ }).click();
  await type(/^Motor/, '21');
  await type(/^ESC/, '19');
  await type(/^Pack/, '18');
  await type(/^Highest/, '22');
  await page.getByText('set by its readings').last().waitFor();
};
const ladder = async (page: Page, address: string) => {
  await atTheTrack(page, address);
  await page.getByRole('button', { name: 'See the ladder' }).click();
  await page.getByRole('table', { name: 'Steps' }).waitFor();
};
const practice = async (page: Page, address: string) => {
  await page.goto(`${address}/practice`);
  await page.getByRole('button', { name: 'Begin Crosswind' }).click();
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await page.getByRole('button', { name: 'Skip' }).waitFor();
  await page.getByRole('button', { name: '+10 s' }).click();
  for (const part of ['Motor', 'ESC', 'Pack']) await page.getByRole('group', { name: 'Thermometer' }).getByRole('button', { name: part }).click();
  await page.getByRole('button', { name: 'Note both passes' }).click();
  await page.getByText('by the phone').waitFor();
  await page.waitForTimeout(1500);
};
const phones = async (page: Page, address: string) => {
  await page.goto(`${address}/phones`);
  await page.getByRole('button', { name: 'Show a code' }).click();
  await page.getByText('s left').waitFor();
};
const shots: Shot[] = [
  { name: 'log', size: WIDE, theme: 'light', go: trace },
  { name: 'log-learning', size: WIDE, theme: 'light', go: learning },
  { name: 'buy', size: WIDE, theme: 'light', go: buy },
  { name: 'fit', size: WIDE, theme: 'dark', go: fit },
  { name: 'fit-phone', size: PHONE, theme: 'light', go: bench },
  { name: 'plan-gears', size: WIDE, theme: 'light', go: tab('Gears') },
  { name: 'plan-sweep', size: WIDE, theme: 'light', go: sweepMap },
  { name: 'shelf', size: WIDE, theme: 'light', go: quickAdd },
  { name: 'car', size: WIDE, theme: 'light', go: car },
  { name: 'find', size: WIDE, theme: 'light', go: findSixty },
  { name: 'compare', size: WIDE, theme: 'light', go: compare },
  { name: 'garage', size: WIDE, theme: 'light', go: garage },
  { name: 'plan', size: WIDE, theme: 'light', go: plan },
  { name: 'plan-phone', size: PHONE, theme: 'light', go: plan },
  { name: 'step-up-phone', size: PHONE, theme: 'light', go: atTheTrack },
  { name: 'step-up', size: WIDE, theme: 'light', go: ladder },
  { name: 'phones', size: WIDE, theme: 'light', go: phones },
  { name: 'practice', size: WIDE, theme: 'dark', go: practice },
  // Last, since this steps a plan that the others show.
  { name: 'plan-findings', size: WIDE, theme: 'light', go: hot },
];

mkdirSync(folder, { recursive: true });
const server = await startServer({ demo: true, lan: { address: LAN.address, name: 'puddler.local', port: 8418 } });
const browser = await chromium.launch(CHROMIUM);
try {
  for (const shot of shots.filter((one) => only.length === 0 || only.includes(one.name))) {
    const page = await browser.newPage({ viewport: shot.size, colorScheme: shot.theme, reducedMotion: 'reduce' });
    page.setDefaultTimeout(10_000);
    page.on('console', (message) => message.type() === 'error' && console.error(`${shot.name}: ${message.text()}`));
    page.on('pageerror', (error) => console.error(`${shot.name}: ${error.message}`));
    await shot.go(page, server.address);
    // Runs of the worker settle; fonts are there.
    await page.waitForFunction(() => document.querySelectorAll('[aria-busy=true]').length === 0);
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(700);
    await page.screenshot({ path: path.join(folder, `${shot.name}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  await server.stop('SIGKILL');
}
