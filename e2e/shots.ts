// Takes the pictures of docs/screenshots/ from the demo club: `npm run shots`, or `npm run shots -- /some/folder garage` for a look.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from './browser-options';
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
const drawer = async (page: Page, address: string) => {
  await plan(page, address);
  await page.getByRole('button', { name: /^Motor:/ }).click();
  await page.getByRole('dialog').waitFor();
};
const compared = async (page: Page, address: string) => {
  await plan(page, address);
  await page.keyboard.press('p');
  for (let i = 0; i < 3; i++) await page.keyboard.press(']');
};
const newCar = async (page: Page, address: string) => {
  await garage(page, address);
  await page.getByRole('button', { name: 'New car' }).click();
  await page.getByRole('dialog').waitFor();
};

const shots: Shot[] = [
  { name: 'garage', size: WIDE, theme: 'light', go: garage },
  { name: 'plan', size: WIDE, theme: 'light', go: plan },
  { name: 'plan-drawer', size: WIDE, theme: 'light', go: drawer },
  { name: 'new-car', size: WIDE, theme: 'light', go: newCar },
  { name: 'plan-phone', size: PHONE, theme: 'light', go: plan },
  { name: 'garage-phone', size: PHONE, theme: 'dark', go: garage },
  { name: 'plan-drawer-phone', size: PHONE, theme: 'dark', go: drawer },
  // Last, since it steps the plan that the others show.
  { name: 'plan-dark', size: WIDE, theme: 'dark', go: compared },
];

mkdirSync(folder, { recursive: true });
const server = await startServer({ demo: true });
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
