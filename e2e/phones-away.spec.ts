import { createHash, X509Certificate } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import type { DocList } from '@puddler/contract/shared';
import { chromium, type Page } from '@playwright/test';
import { smallTargets } from './barriers';
import { CHROMIUM, LAN } from './browser-options';
import { demoFolder } from './demo-folder';
import { expect, testAlone as test } from './fixtures';
import { networkOf, pair, PHONE, runsOf, withNetwork } from './paired';
import { startServer, type Started } from './start-server';

/** A log of twenty megabytes, as an ESC writes it. */
function longLog(): Buffer {
  const lines = ['time (s),speed (km/h),voltage (V),current (A)'];
  for (let i = 0; i < 670_000; i++) {
    const t = i / 100;
    lines.push(`${t.toFixed(2)},${(20 + 12 * Math.sin(t / 7)).toFixed(4)},${(8.1 - t / 9000).toFixed(4)},${(9 + 6 * Math.sin(t / 3)).toFixed(4)}`);
  }
  return Buffer.from(lines.join('\n'));
}

test('the laptop is out of reach for two steps of a ladder: what was typed, a photo and a long log wait, and all is there once', async ({
  browser,
}, testInfo) => {
  test.slow();
  await withNetwork(browser, async (server, phone, network) => {
    const url = await pair(server, phone, network);
    const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
    const plan = documents.plan!.find(({ body }) => body.name === 'Ridgeback, first conversion')!;
    const runsBefore = await runsOf(server.address);
    await phone.goto(`${url}/plans/${plan.id}/step-up`);
    await phone.getByRole('button', { name: 'Drive this step' }).tap();
    await driveStep(phone);
    await expect(phone.locator('[data-status]').first()).toHaveAttribute('data-status', 'saved');
    await phone.waitForFunction(() => performance.getEntriesByType('resource').some(({ name }) => name.includes('LogStation')));

    await server.stop('SIGKILL');
    for (let step = 0; step < 2; step++) {
      await phone
        .getByRole('button', { name: /^(Next step|Same step|Drive it again|The step below)/ })
        .first()
        .tap();
      await driveStep(phone);
    }
    await phone.getByRole('button', { name: 'Leave the track' }).tap();
    await expect(phone.getByText(/\d+ waiting: no server/)).toBeVisible();
    await phone.getByRole('link', { name: 'Log', exact: true }).tap();
    const log = longLog();
    // By its path: the browser reads it itself.
    const csv = testInfo.outputPath('esc.csv');
    writeFileSync(csv, log);
    await phone.getByLabel('Logs of a run').setInputFiles(csv);
    await phone.getByRole('dialog').getByRole('button', { name: /^Keep/ }).tap();
    await expect(phone.getByText('esc.csv')).toBeVisible();
    await phone
      .getByLabel('Photos of the run', { exact: true })
      .setInputFiles([{ name: 'a.png', mimeType: 'image/png', buffer: await phone.screenshot() }]);
    await expect(phone.locator('img[src^="blob:"]')).toBeVisible();

    const back = await startServer({ dataFolder: server.dataFolder, port: server.port, lan: { ...LAN, port: Number(new URL(url).port) } });
    try {
      await expect(phone.locator('[data-status]').first()).toHaveAttribute('data-status', 'saved', { timeout: 60_000 });
      const runs = (await runsOf(back.address)).slice(runsBefore.length);
      expect(runs.filter(({ body }) => body.purpose === 'step')).toHaveLength(3);
      const [kept] = runs.filter(({ body }) => body.logs);
      expect(kept!.body.photos).toHaveLength(1);
      expect(kept!.body.logs).toHaveLength(1);
      const { hash, bytes } = kept!.body.logs![0]!;
      expect(bytes).toBe(log.length);
      expect(Buffer.from(await (await fetch(`${back.address}/api/files/${hash}`)).arrayBuffer()).equals(log)).toBe(true);
      expect((await fetch(`${back.address}/api/files/${kept!.body.photos![0]!.hash}`)).headers.get('content-type')).toBe('image/jpeg');
    } finally {
      await back.stop('SIGKILL');
    }
  });
});

/** How many answers the service worker keeps; the pieces of a list count as one. */
const keptPaths = (phone: Page): Promise<number> =>
  phone.evaluate(async () => new Set((await (await caches.open('lists')).keys()).map(({ url }) => new URL(url).pathname)).size);

test('where the browser trusts the connection the page opens with the laptop out of reach, and a phone that is put out keeps nothing', async ({
  browser,
}) => {
  await withNetwork(
    browser,
    async (server, phone, network) => {
      // Loopback is trusted as TLS is.
      const url = await pair(server, phone, network, LAN.address);
      const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
      const { id } = documents.plan!.find(({ body }) => body.name === 'Sixty on packed dirt')!;
      await phone.waitForFunction(() => navigator.serviceWorker.controller !== null);
      // Kept when they are fetched next: cars by name, the shelf, and every car whole.
      await phone.goto(`${url}/plans/${id}`);
      await expect.poll(() => keptPaths(phone)).toBe(documents.car!.length + 2);

      await server.stop('SIGKILL');
      await phone.reload();
      const pinion = () => phone.getByRole('spinbutton', { name: 'pinion', exact: true });
      await expect(pinion()).toHaveValue('17');
      await phone.getByRole('button', { name: 'pinion up', exact: true }).tap();
      await expect(phone.getByText('1 waiting: no server')).toBeVisible();
      await phone.reload();
      await expect(pinion()).toHaveValue('18');
      await phone.goto(`${url}/plans/${id}/step-up`);
      await expect(phone.getByRole('table', { name: 'Steps' })).toBeVisible();

      const back = await startServer({ dataFolder: server.dataFolder, port: server.port, lan: { ...LAN, port: Number(new URL(url).port) } });
      try {
        await expect(phone.locator('[data-status]').first()).toHaveAttribute('data-status', 'saved');
        const { documents: now } = (await (await fetch(`${back.address}/api/garage`)).json()) as DocList;
        expect(now.plan!.find((one) => one.id === id)!.body.gearing.pinion).toBe(18);
        const { devices } = await network();
        await fetch(`${back.address}/api/lan/devices/${devices[0]!.id}`, { method: 'DELETE' });
        await phone.reload();
        await expect(phone.getByRole('heading', { name: 'Pair this device' })).toBeVisible();
        await expect.poll(() => phone.evaluate(() => caches.keys())).toEqual([]);
      } finally {
        await back.stop('SIGKILL');
      }
    },
    'allow',
  );
});

test('with TLS a page that is reloaded while the laptop is away opens again, edits wait, and all is sent when it is back', async ({}, testInfo) => {
  const lan = { ...LAN, isTls: true };
  const server = await startServer({ dataFolder: demoFolder(), lan });
  await expect.poll(async () => (await networkOf(server)).on?.isTls).toBe(true);
  const { trust } = (await networkOf(server)).on!;
  // The phone trusts the authority that it fetched, and no other.
  const authority = new X509Certificate(await (await fetch(`${trust!.url.replace(LAN.name, LAN.address)}/puddler-authority.crt`)).text());
  const pin = createHash('sha256')
    .update(authority.publicKey.export({ type: 'spki', format: 'der' }))
    .digest('base64');
  const context = await chromium.launchPersistentContext(testInfo.outputPath('phone'), {
    ...CHROMIUM,
    ...PHONE,
    serviceWorkers: 'allow',
    args: [...CHROMIUM.args!, `--ignore-certificate-errors-spki-list=${pin}`],
  });
  try {
    const phone = await context.newPage();
    const url = await pair(server, phone, () => networkOf(server));
    expect(url).toMatch(/^https:/);
    expect(await phone.evaluate(() => isSecureContext)).toBe(true);
    expect((await context.cookies())[0]).toMatchObject({ httpOnly: true, secure: true, sameSite: 'Strict', path: '/' });
    await phone.waitForFunction(() => navigator.serviceWorker.controller !== null);
    const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
    const { id } = documents.plan!.find(({ body }) => body.name === 'Sixty on packed dirt')!;
    await phone.goto(`${url}/plans/${id}`);
    await expect.poll(() => keptPaths(phone)).toBe(documents.car!.length + 2);

    await server.stop('SIGKILL');
    await phone.reload();
    const pinion = phone.getByRole('spinbutton', { name: 'pinion', exact: true });
    await expect(pinion).toHaveValue('17');
    await phone.getByRole('button', { name: 'pinion up', exact: true }).tap();
    await expect(phone.getByText('1 waiting: no server')).toBeVisible();
    await phone.reload();
    await expect(pinion).toHaveValue('18');

    // Meanwhile the laptop, out of the phone's reach, changes what the page was opened again with.
    const { version, parentId, body } = documents.plan!.find((one) => one.id === id)!;
    const changed = { ...body, gearing: { ...body.gearing, spur: body.gearing.spur! + 1 } };
    const other = documents.plan!.find((one) => one.parentId === parentId && one.id !== id)!;
    await meanwhile(server, [
      ['PUT', id, { base: version, parentId, body: changed }],
      ['DELETE', other.id, { base: other.version }],
    ]);

    const back = await startServer({ dataFolder: server.dataFolder, port: server.port, lan: { ...lan, port: Number(new URL(url).port) } });
    try {
      // The same authority and the same device: nothing is to be trusted or paired again.
      await expect(phone.locator('[data-status]').first()).toHaveAttribute('data-status', 'saved', { timeout: 60_000 });
      const { documents: now } = (await (await fetch(`${back.address}/api/garage`)).json()) as DocList;
      expect(now.plan!.find((one) => one.id === id)!.body.gearing).toEqual({ ...changed.gearing, pinion: 18 });
      await expect(phone.getByRole('spinbutton', { name: 'spur', exact: true })).toHaveValue(String(changed.gearing.spur));
      // What the phone did not touch is as the laptop left it, too.
      await phone.getByRole('link', { name: 'Puddler, to the Garage' }).tap();
      await expect(phone.getByText(body.name).first()).toBeVisible();
      await expect(phone.getByText(other.body.name)).toHaveCount(0);
    } finally {
      await back.stop('SIGKILL');
    }
  } finally {
    await context.close();
    await server.stop('SIGKILL');
  }
});

test('of what phone and laptop changed apart only the figure that both did is asked about', async ({ browser }) => {
  await withNetwork(browser, async (server, phone, network) => {
    const url = await pair(server, phone, network);
    const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
    const { id, version, parentId, body } = documents.plan!.find((one) => one.body.name === 'Sixty on packed dirt')!;
    await phone.goto(`${url}/plans/${id}`);
    await expect(phone.getByRole('spinbutton', { name: 'pinion', exact: true })).toHaveValue('17');

    await server.stop('SIGKILL');
    await phone.getByRole('button', { name: 'pinion up', exact: true }).tap();
    await expect(phone.getByText('1 waiting: no server')).toBeVisible();
    const changed = { ...body, gearing: { ...body.gearing, pinion: 15, spur: body.gearing.spur! + 1 } };
    await meanwhile(server, [['PUT', id, { base: version, parentId, body: changed }]]);

    const back = await startServer({ dataFolder: server.dataFolder, port: server.port, lan: { ...LAN, port: Number(new URL(url).port) } });
    try {
      const asked = phone.getByRole('dialog', { name: 'Sixty on packed dirt was changed somewhere else' });
      await expect(asked.getByRole('radio')).toHaveCount(2);
      await expect(asked.getByRole('row').last()).toHaveText('pinion18 teeth15 teeth');
      expect(await smallTargets(phone, '[role=dialog]')).toEqual([]);
      await asked.getByRole('button', { name: 'Keep mine' }).tap();
      await expect(phone.locator('[data-status]').first()).toHaveAttribute('data-status', 'saved');
      const { documents: now } = (await (await fetch(`${back.address}/api/garage`)).json()) as DocList;
      expect(now.plan!.find((one) => one.id === id)!.body.gearing).toEqual({ ...changed.gearing, pinion: 18 });
    } finally {
      await back.stop('SIGKILL');
    }
  });
});

test('a phone whose clock is seven minutes ahead notes the laptop’s time: a stop on one is read off on the other', async ({ page, browser }) => {
  await withNetwork(browser, async (server, phone, network) => {
    await phone.clock.install({ time: Date.now() + 7 * 60_000 });
    const url = await pair(server, phone, network);
    const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
    const plan = documents.plan!.find(({ body }) => body.name === 'Ridgeback, first conversion')!;
    await phone.goto(`${url}/plans/${plan.id}/step-up`);
    await phone.getByRole('button', { name: 'Drive this step' }).tap();
    await phone.getByRole('button', { name: 'It is fitted: begin' }).tap();
    await phone.getByLabel(/^pass out/).fill('32.8');
    await phone.getByLabel(/^pass out/).press('Enter');
    await phone.getByRole('button', { name: /It has stopped/ }).tap();
    const stopped = Date.now();
    await expect(phone.locator('[data-status]').first()).toHaveAttribute('data-status', 'saved');

    // The laptop reads the motor, the phone types the way back: each keeps the other's.
    await page.goto(`${server.address}/plans/${plan.id}/step-up`);
    await page.getByRole('button', { name: 'At the track' }).click();
    await page.getByLabel(/^Motor/).fill('41');
    await page.getByLabel(/^Motor/).press('Enter');
    await phone.getByLabel(/^and back/).fill('32.1');
    await phone.getByLabel(/^and back/).press('Enter');
    const run = async () => (await runsOf(server.address)).find(({ body }) => body.purpose === 'step' && body.planId === plan.id)?.body;
    await expect.poll(async () => (await run())?.readings).toEqual([{ of: 'can', c: 41, afterStopS: expect.any(Number) }]);
    await expect.poll(async () => (await run())?.passes?.length ?? 0).toBe(2);
    const { readings, at } = (await run())!;
    expect(readings![0]!.afterStopS).toBeLessThanOrEqual(Math.ceil((Date.now() - stopped) / 1000) + 3);
    expect(Math.abs(Date.parse(at) - stopped)).toBeLessThan(60_000);
  });
});

/** What is written to plans on the laptop while it is out of the phone's reach. */
async function meanwhile({ dataFolder, port }: Started, writes: [method: string, id: string, write: object][]): Promise<void> {
  const apart = await startServer({ dataFolder, port });
  const headers = { 'content-type': 'application/json' };
  for (const [method, id, write] of writes) {
    const answer = await fetch(`${apart.address}/api/plans/${id}`, { method, headers, body: JSON.stringify(write) });
    expect(answer.ok).toBe(true);
  }
  await apart.stop('SIGKILL');
}

/** Two passes and four temperatures, typed; the verdict stands. */
async function driveStep(phone: Page): Promise<void> {
  const dialog = '[role=dialog]';
  expect(await smallTargets(phone, dialog)).toEqual([]);
  await phone.getByRole('button', { name: 'It is fitted: begin' }).tap();
  const type = async (label: RegExp, text: string) => {
    await phone.getByLabel(label).fill(text);
    await phone.getByLabel(label).press('Enter');
  };
  await type(/^pass out/, '32.8');
  await type(/^and back/, '32.1');
  expect(await smallTargets(phone, dialog)).toEqual([]);
  await phone.getByRole('button', { name: /It has stopped/ }).tap();
  for (const [label, c] of [
    [/^Motor/, '21'],
    [/^ESC/, '19'],
    [/^Pack/, '18'],
    [/^Highest/, '22'],
  ] as const)
    await type(label, c);
  await expect(phone.getByRole('region', { name: 'Verdict' })).toContainText(/Go on|Hold|Back|Stop/);
  expect(await smallTargets(phone, dialog)).toEqual([]);
}
