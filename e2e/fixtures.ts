import type { DocList } from '@puddler/contract';
import { test as base, expect, type Page } from '@playwright/test';
import { startServer, type Started } from './start-server';

export { expect };

interface Own {
  /** A server with the demo club, of this test alone. */
  club: Started;
  /** A server with an empty garage, of this test alone. */
  empty: Started;
}

async function own(demo: boolean, use: (server: Started) => Promise<void>): Promise<void> {
  const server = await startServer({ demo });
  try {
    await use(server);
  } finally {
    await server.stop('SIGKILL');
  }
}

export const test = base.extend<Own & { quiet: void }>({
  club: async ({}, use) => own(true, use),
  empty: async ({}, use) => own(false, use),
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
