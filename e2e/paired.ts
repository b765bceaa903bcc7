import type { Doc, DocList, LanState } from '@puddler/contract/shared';
import type { Browser, Page } from '@playwright/test';
import { LAN } from './browser-options';
import { demoFolder } from './demo-folder';
import { expect } from './fixtures';
import { startServer, type Started } from './start-server';

export const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** A server with a local network, and a phone that is not paired yet. */
export async function withNetwork(
  browser: Browser,
  use: (server: Started, phone: Page, network: () => Promise<LanState>) => Promise<void>,
  serviceWorkers: 'allow' | 'block' = 'block',
): Promise<void> {
  const server = await startServer({ dataFolder: demoFolder(), lan: LAN });
  const context = await browser.newContext({ ...PHONE, serviceWorkers });
  try {
    await use(server, await context.newPage(), () => networkOf(server));
  } finally {
    await context.close();
    await server.stop('SIGKILL');
  }
}

/** Lets a phone in by the calls of the laptop's page. */
export async function pair(server: Started, phone: Page, network: () => Promise<LanState>, host: string = LAN.name): Promise<string> {
  const call = (method: string, at: string, body?: object) =>
    fetch(`${server.address}/api/lan/${at}`, {
      method,
      ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
    });
  await call('POST', 'offer');
  const { on, offer } = await network();
  const url = on!.url.replace(LAN.name, host);
  await phone.goto(`${url}/#${offer!.secret}`);
  await expect(phone.getByText('Say yes on the laptop')).toBeVisible();
  await call('POST', `asks/${(await network()).asks[0]!.id}`, { answer: 'yes' });
  await expect(phone.getByRole('heading', { name: 'Garage' })).toBeVisible();
  return url;
}

export const runsOf = async (address: string): Promise<Doc<'run'>[]> =>
  ((await (await fetch(`${address}/api/log`)).json()) as DocList).documents.run!;

export const networkOf = async ({ address }: Started): Promise<LanState> => (await (await fetch(`${address}/api/lan`)).json()) as LanState;
