import type { DocList } from '@puddler/contract';
import { chromium, expect } from '@playwright/test';
import { rmSync } from 'node:fs';
import { CHROMIUM } from './browser-options';
import { PREPARED } from './demo-folder';
import { ensureBundled } from '../scripts/lib/setup.mjs';
import { SERVER_MODULE } from './shared-club';
import { startServer } from './start-server';

/** Runs whose bands a page freezes when it is first opened. */
const unfrozen = async (address: string): Promise<number> =>
  ((await (await fetch(`${address}/api/log`)).json()) as DocList).documents.run!.filter(({ body }) => body.predicted === undefined).length;

/** Fills the demo club’s folder as a first visit leaves it, so that no test has to wait for that. */
export default async function prepare(): Promise<void> {
  await ensureBundled('serve-of-tests', 'server', 'server/src/serve.ts', SERVER_MODULE);
  rmSync(PREPARED, { recursive: true, force: true });
  const server = await startServer({ demo: true, dataFolder: PREPARED });
  try {
    const browser = await chromium.launch(CHROMIUM);
    const page = await browser.newPage();
    await page.goto(server.address);
    await expect.poll(() => unfrozen(server.address), { timeout: 120_000 }).toBe(0);
    await browser.close();
  } finally {
    await server.stop();
  }
}
