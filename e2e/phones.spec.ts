import { writeFileSync } from 'node:fs';
import type { Doc, DocList, LanState } from '@puddler/contract/shared';
import type { Browser, Page } from '@playwright/test';
import { expectNoBarriers, smallTargets } from './barriers';
import { LAN } from './browser-options';
import { demoFolder } from './demo-folder';
import { expect, testAlone as test } from './fixtures';
import { startServer, type Started } from './start-server';

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

async function withNetwork(
  browser: Browser,
  use: (server: Started, phone: Page, network: () => Promise<LanState>) => Promise<void>,
  serviceWorkers: 'allow' | 'block' = 'block',
): Promise<void> {
  const server = await startServer({ dataFolder: demoFolder(), lan: LAN });
  const context = await browser.newContext({ ...PHONE, serviceWorkers });
  try {
    await use(server, await context.newPage(), async () => (await (await fetch(`${server.address}/api/lan`)).json()) as LanState);
  } finally {
    await context.close();
    await server.stop('SIGKILL');
  }
}

test('a phone is paired by the code that is typed and a yes at the laptop; it writes, and is put out at once', async ({ page, browser }) => {
  await withNetwork(browser, async (server, phone, network) => {
    await page.goto(`${server.address}/phones`);
    const { on } = await network();
    await expect(page.getByText(on!.url)).toBeVisible();
    await phone.goto(on!.url);
    expect(await phone.evaluate(() => isSecureContext)).toBe(false);
    await expect(phone.getByRole('heading', { name: 'Pair this device' })).toBeVisible();
    await page.getByRole('button', { name: 'Show a code' }).click();
    await expect(page.getByText('s left')).toBeVisible();
    await expectNoBarriers(page);
    await expectNoBarriers(phone);

    await phone.getByLabel('Code').fill('WRONG-111');
    await phone.getByRole('button', { name: 'Ask to be let in' }).tap();
    await expect(phone.getByText('This code is not right')).toBeVisible();
    await expect(page.getByText('wrong codes so far: 1 of 5')).toBeVisible();
    await phone.getByLabel('Code').fill((await page.getByTestId('code').innerText()).toLowerCase());
    await phone.getByLabel('Name of this device').fill('Blue phone');
    await phone.getByRole('button', { name: 'Ask to be let in' }).tap();
    const ask = page.getByRole('group', { name: 'Blue phone asks to be let in' });
    await expect(ask).toContainText(await phone.locator('#number').innerText());
    await ask.getByRole('button', { name: 'Yes, let it in' }).click();
    await expect(phone.getByRole('heading', { name: 'Garage' })).toBeVisible();
    await expect(page.getByText('Blue phone')).toBeVisible();

    // What is done on the laptop only is not offered.
    await expect(phone.getByRole('link', { name: 'Practice' })).toBeVisible();
    await expect(phone.getByRole('link', { name: 'Backup' })).toBeHidden();
    await phone.goto(`${on!.url}/phones`);
    await expect(phone.getByText('This is done on the machine that Puddler runs on.')).toBeVisible();

    const [plan] = ((await (await fetch(`${server.address}/api/garage`)).json()) as { documents: { plan: { id: string }[] } }).documents.plan;
    await phone.goto(`${on!.url}/plans/${plan!.id}/fit`);
    await phone.getByRole('checkbox').first().tap();
    await expect(phone.getByRole('status', { name: 'Saved' }).or(phone.getByText('Saved')).first()).toBeVisible();

    await page.getByRole('button', { name: 'Remove Blue phone' }).click();
    await expect(page.getByText('No phone yet.')).toBeVisible();
    await phone.reload();
    await expect(phone.getByRole('heading', { name: 'Pair this device' })).toBeVisible();
    await page.getByRole('button', { name: 'Switch off' }).click();
    await expect(page.getByText('Off: nobody but this machine reaches Puddler.')).toBeVisible();
    await expect(phone.reload()).rejects.toThrow(/ERR_CONNECTION_REFUSED/);
  });
});

test('a phone is paired by the QR code; its secret does not stay in the address', async ({ page, browser }) => {
  await withNetwork(browser, async (server, phone, network) => {
    await page.goto(`${server.address}/phones`);
    await page.getByRole('button', { name: 'Show a code' }).click();
    await expect(page.getByTitle('QR code: scan it with the phone').or(page.locator('svg[role=img]')).first()).toBeVisible();
    const { on, offer } = await network();
    await phone.goto(`${on!.url}/#${offer!.secret}`);
    await expect(phone.getByText('Say yes on the laptop')).toBeVisible();
    expect(new URL(phone.url()).hash).toBe('');
    await page.getByRole('button', { name: 'No', exact: true }).click();
    await expect(phone.getByText('It was not let in.')).toBeVisible();

    await page.getByRole('button', { name: 'Show a code' }).click();
    await expect(page.getByText('s left')).toBeVisible();
    const { offer: second } = await network();
    await phone.goto('about:blank');
    await phone.goto(`${on!.url}/#${second!.secret}`);
    await page.getByRole('button', { name: 'Yes, let it in' }).click();
    await expect(phone.getByRole('heading', { name: 'Garage' })).toBeVisible();
  });
});

/** Lets a phone in by the calls of the laptop's page. */
async function pair(server: Started, phone: Page, network: () => Promise<LanState>, host: string = LAN.name): Promise<string> {
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

test('laptop and phone on one plan: each sees at once what the other does, and who did it', async ({ page, browser }) => {
  await withNetwork(browser, async (server, phone, network) => {
    const url = await pair(server, phone, network);
    const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
    const { id } = documents.plan!.find(({ body }) => body.name === 'Sixty on packed dirt')!;
    await Promise.all([page.goto(`${server.address}/plans/${id}`), phone.goto(`${url}/plans/${id}`)]);
    const pinionOn = (one: Page) => one.getByRole('spinbutton', { name: 'pinion', exact: true });
    await expect(pinionOn(page)).toHaveValue('17');
    await expect(pinionOn(phone)).toHaveValue('17');
    await page.keyboard.press(']');
    await expect(pinionOn(phone)).toHaveValue('18');
    await expect(phone.getByText('The laptop changed Sixty on packed dirt.', { exact: true })).toBeVisible();
    await phone.getByRole('button', { name: 'pinion up', exact: true }).tap();
    await expect(pinionOn(page)).toHaveValue('19');
    await expect(page.getByText('Phone changed Sixty on packed dirt.', { exact: true })).toBeVisible();

    // In the sun, and on the smallest phone, what is everywhere is still hit and read.
    await phone.getByRole('button', { name: 'Theme: light. Swap' }).tap();
    await phone.getByRole('button', { name: 'Theme: dark. Swap' }).tap();
    await expect(phone.locator('html')).toHaveAttribute('data-theme', 'sunlight');
    await phone.setViewportSize({ width: 320, height: 700 });
    await expectNoBarriers(phone);
    expect(await smallTargets(phone, 'nav[aria-label=Stations]')).toEqual([]);
  });
});

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
      // The lists are kept when they are fetched next.
      await phone.goto(`${url}/plans/${id}`);
      await expect.poll(() => phone.evaluate(async () => (await (await caches.open('lists')).keys()).length)).toBe(3);

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

test('a phone records where it is, and the log is kept with a run', async ({ browser }) => {
  await withNetwork(browser, async (server, phone, network) => {
    const url = await pair(server, phone, network, LAN.address);
    const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
    const { id } = documents.plan!.find(({ body }) => body.name === 'Sixty on packed dirt')!;
    const before = (await runsOf(server.address)).length;
    await phone.context().grantPermissions(['geolocation'], { origin: url });
    await phone.context().setGeolocation({ latitude: 51, longitude: 7, accuracy: 4 });
    await phone.goto(`${url}/plans/${id}/log`);
    await phone.getByRole('button', { name: 'Record with this phone' }).tap();
    const recording = phone.getByRole('region', { name: 'Recording with this phone' });
    await expect(recording).toContainText('1 place, ±4 m');
    for (let i = 1; i < 8; i++) {
      await phone.context().setGeolocation({ latitude: 51 + i * 1e-4, longitude: 7, accuracy: 4 });
      await expect(recording).toContainText(`${i + 1} places`);
    }
    await recording.getByRole('button', { name: 'Stop and keep' }).tap();
    await phone.getByRole('dialog').getByRole('button', { name: /^Keep/ }).tap();
    await expect.poll(async () => (await runsOf(server.address)).length).toBe(before + 1);
    const { logs } = (await runsOf(server.address)).at(-1)!.body;
    expect(logs).toEqual([expect.objectContaining({ kind: 'gps', name: expect.stringMatching(/^phone .*\.gpx$/) })]);
    const gpx = await (await fetch(`${server.address}/api/files/${logs![0]!.hash}`)).text();
    expect(gpx.match(/<trkpt /g)).toHaveLength(8);
  });
});

const runsOf = async (address: string): Promise<Doc<'run'>[]> => ((await (await fetch(`${address}/api/log`)).json()) as DocList).documents.run!;

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
