import type { DocList } from '@puddler/contract/shared';
import type { Page } from '@playwright/test';
import { expectNoBarriers, smallTargets } from './barriers';
import { LAN } from './browser-options';
import { expect, FINEST, planNamed, testAlone as test } from './fixtures';
import { pair, runsOf, withNetwork } from './paired';

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

    await phone.goto(`${on!.url}/plans/${await planNamed(server.address)}/fit`);
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

test('at 390 and 320 px the four stations have targets for a thumb, nothing scrolls sideways, and none has a barrier, in the sun as well', async ({
  browser,
}) => {
  test.slow();
  await withNetwork(browser, async (server, phone, network) => {
    const url = await pair(server, phone, network);
    const { documents } = (await (await fetch(`${server.address}/api/garage`)).json()) as DocList;
    const { id } = documents.plan!.find(({ body }) => body.name === 'Sixty on packed dirt')!;
    for (const [station, ready] of [
      ['', (page: Page) => page.locator(`[data-bands="${FINEST}"]`)],
      ['/step-up', (page: Page) => page.getByRole('table', { name: 'Steps' })],
      ['/log', (page: Page) => page.getByRole('table', { name: 'Runs of the car' })],
      ['/fit', (page: Page) => page.getByRole('checkbox').first()],
    ] as const) {
      await phone.goto(`${url}/plans/${id}${station}`);
      await ready(phone).waitFor();
      for (const width of [390, 320]) {
        await phone.setViewportSize({ width, height: 844 });
        expect(await smallTargets(phone, 'body'), `${station} at ${width}`).toEqual([]);
        // Charts follow the new width in a frame of their own.
        await expect.poll(() => phone.evaluate(() => document.documentElement.scrollWidth), `${station} at ${width}`).toBe(width);
      }
      for (const theme of ['sunlight', 'light']) {
        await phone.evaluate((name) => document.documentElement.setAttribute('data-theme', name), theme);
        await expectNoBarriers(phone);
      }
    }
  });
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
