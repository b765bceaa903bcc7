import type { DocList } from '@puddler/contract/shared';
import { BAND_SAMPLES } from '@puddler/core';
import { test as base, expect, type BrowserContext, type Locator, type Page } from '@playwright/test';
import { DESK } from './barriers';
import { demoFolder } from './demo-folder';
import { SharedClub } from './shared-club';
import { startServer, type Started, type StartOptions } from './start-server';

export { expect };

interface Servers {
  /** A server with the demo club. */
  club: Started;
  /** A server with an empty garage, of this test alone. */
  empty: Started;
}

interface Shared {
  /** The club of all tests of a worker. */
  sharedClub: SharedClub;
  /** One browser context for them: the page's code comes from its cache. */
  sharedContext: BrowserContext;
}

async function own(options: StartOptions, use: (server: Started) => Promise<void>): Promise<void> {
  const server = await startServer(options);
  try {
    await use(server);
  } finally {
    await server.stop('SIGKILL');
  }
}

const quietly = base.extend<Pick<Servers, 'empty'> & { quiet: void }>({
  empty: async ({}, use) => own({}, use),
  /** A page that throws, or breaks its own CSP, fails its test whatever it shows. */
  quiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => /Content Security Policy/.test(message.text()) && errors.push(message.text()));
      await use();
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});

/** For tests that stop their server, or look into its folder or its context: each has them to itself. */
export const testAlone = quietly.extend<Pick<Servers, 'club'>>({
  club: async ({}, use) => own({ dataFolder: demoFolder() }, use),
});

/** Empties the browser’s own stores, but for answers that take long: they stay, as the page’s code does. */
async function forgetWhatWasTyped(): Promise<void> {
  localStorage.clear();
  const names = (await indexedDB.databases()).flatMap(({ name }) => (name === undefined || name === 'puddler-bands' ? [] : [name]));
  await Promise.all(
    names.map(
      (name) =>
        new Promise<void>((resolve) => {
          const deletion = indexedDB.deleteDatabase(name);
          deletion.onsuccess = deletion.onerror = deletion.onblocked = () => resolve();
        }),
    ),
  );
}

/** For all others: one server and one browser context a worker, the club as it was for each test. */
export const test = quietly.extend<{ club: Pick<Started, 'address' | 'dataFolder'> }, Shared>({
  sharedClub: [
    async ({}, use) => {
      const shared = new SharedClub();
      await shared.begin();
      await use(shared);
      await shared.end();
    },
    { scope: 'worker' },
  ],
  sharedContext: [
    async ({ browser }, use) => {
      const context = await browser.newContext({ viewport: DESK, reducedMotion: 'reduce', serviceWorkers: 'block' });
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  club: async ({ sharedClub }, use) => {
    await use(sharedClub);
    await sharedClub.renew();
  },
  page: async ({ sharedContext, club }, use) => {
    const page = await sharedContext.newPage();
    // Before the test and in its own page: a page that goes may still write as it does, until it is closed.
    await page.goto(`${club.address}/puddler.svg`);
    await page.evaluate(forgetWhatWasTyped);
    await use(page);
    // What the page would still send as it goes belongs to this test: it must not reach the club of the next one.
    await sharedContext.setOffline(true);
    await page.goto('about:blank');
    await page.close();
    await sharedContext.setOffline(false);
  },
});

/** The id of a plan of the club by its name. */
export async function planNamed(address: string, name = 'Sixty on packed dirt'): Promise<string> {
  const { documents } = (await (await fetch(`${address}/api/garage`)).json()) as DocList;
  const plan = documents.plan!.find(({ body }) => body.name === name);
  if (!plan) throw new Error(`no plan ${name} in the garage`);
  return plan.id;
}

/** Opens a plan of the club by its address: by way of the Garage, ten plans would be driven first. */
export async function openPlan(page: Page, address: string, name?: string): Promise<void> {
  await page.goto(`${address}/plans/${await planNamed(address, name)}`);
  await settled(page);
}

/** What `data-bands` holds once the likely ranges are as fine as they become. */
export const FINEST = String(BAND_SAMPLES);

/** Waits until the run in the worker is in. */
export async function settled(page: Page): Promise<void> {
  await page.getByText('Pass at full throttle').waitFor();
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
}

export async function saved(page: Page): Promise<void> {
  await expect(page.locator('[data-status]')).toHaveAttribute('data-status', 'saved');
}

/** The big figure of an answer, as a number. */
export async function answer(page: Page, title: string): Promise<number> {
  const block = page
    .getByRole('region', { name: 'The answers' })
    .locator('div', { has: page.getByRole('heading', { name: new RegExp(`^${title}`) }) });
  const text = await block.locator('p > span').first().innerText();
  return Number(text.replace(/[^\d.]/g, ''));
}

/** Opens a step at the bench, where it is not open, and returns it. */
export async function openStep(page: Page, name: string): Promise<Locator> {
  const step = page.getByRole('region', { name, exact: true });
  const line = step.getByRole('heading').getByRole('button');
  if ((await line.getAttribute('aria-expanded')) === 'false') await line.click();
  return step;
}
