import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { expect, openPlan, settled, test } from './fixtures';

const chains = (page: Page) => page.getByRole('region', { name: 'The chains side by side' });
const why = (page: Page) => page.getByRole('region', { name: 'Why they differ' });

async function pinTwo(page: Page, address: string): Promise<void> {
  await openPlan(page, address);
  await page.keyboard.press('p');
  await page.getByRole('link', { name: 'Compare 1' }).click();
  await page.getByLabel('Pin another plan').selectOption({ label: 'Ridgeback, first conversion' });
  await page.getByText('Passes at full throttle').waitFor();
}

test('plans, cars and what is under the hand are pinned with p; four at most', async ({ page, club }) => {
  await page.goto(`${club.address}/compare`);
  await expect(page.getByRole('heading', { name: 'Nothing is pinned yet' })).toBeVisible();
  await page.getByRole('link', { name: 'Garage', exact: true }).click();
  for (const name of ['Sixty on packed dirt', 'Ridgeback, first conversion', 'Pacer, forty minutes']) {
    await page.getByRole('link', { name, exact: true }).hover();
    await page.keyboard.press('p');
  }
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  await page.getByRole('heading', { name: 'As bought', exact: true }).waitFor();
  await page.keyboard.press('p');
  await expect(page.getByRole('link', { name: 'Compare 4' })).toBeVisible();
  await page.getByRole('link', { name: 'Garage', exact: true }).click();
  await page.getByRole('link', { name: 'Plough, two outrunners', exact: true }).focus();
  await page.keyboard.press('p');
  await expect(page.getByText('4 setups are pinned already').first()).toBeVisible();
  await page.getByRole('link', { name: 'Compare 4' }).click();
  await expect(chains(page).getByRole('columnheader')).toHaveCount(4);
  await expect(why(page).getByText(/slower|faster/)).toHaveCount(3);
});

test('differences are told from the power balance; a link changes places; all are geared for one speed; as pinned again', async ({ page, club }) => {
  await pinTwo(page, club.address);
  await expect(why(page)).toContainText('10.5 km/h slower: volts, kv and gears would make it 18 % slower without load');
  await expect(why(page)).toContainText('K cooler');
  await expect(
    page.getByRole('img', { name: /^Where the power goes at top speed\. A: 15\d W from the cells; .*W at the motor.* B: 9\d\.\d W/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Swap the pack of A and B' }).click();
  await expect(chains(page).getByText('changed since it was pinned')).toHaveCount(2);
  await expect(why(page)).toContainText('faster: volts, kv and gears would make it');
  await page.getByRole('button', { name: 'Put B back as it was pinned' }).click();
  await page.getByRole('button', { name: 'Put A back as it was pinned' }).click();
  await expect(why(page)).toContainText('10.5 km/h slower');

  await page.getByRole('button', { name: /^Gear them all for A’s 59\.1 km\/h/ }).click();
  await expect(why(page)).toContainText(/^.*(As fast|[0-1]\.\d km\/h (faster|slower))/s);
  await expect(chains(page)).toContainText('26 / 58');
  await page.getByRole('button', { name: 'Compare the others with B' }).click();
  await expect(why(page)).toContainText(/As fast|km\/h (faster|slower)/);

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save Passes at full throttle' }).click();
  await page.getByRole('menuitem', { name: 'Picture as SVG' }).click();
  const svg = await readFile(await (await download).path(), 'utf8');
  expect(svg).toContain('<svg');
  expect(svg).not.toContain('class=');
  expect(svg).toMatch(/stroke="rgb\(/);

  await page.getByRole('button', { name: 'Open A as a plan' }).click();
  await settled(page);
  await expect(page.getByRole('spinbutton', { name: 'pinion' })).toHaveValue('26');
});

test('answers stand on one scale with their bands, and the runs’ heat over each other', async ({ page, club }) => {
  await pinTwo(page, club.address);
  await expect(page.getByRole('img', { name: /^Top speed: A 59\.1, likely \d+.* to \d+.*, B 48\.6, likely/ })).toBeVisible({ timeout: 20_000 });
  for (const [chart, says] of [
    ['Top speed compared', /^,value \[km\/h\],p10 \[km\/h\],p90 \[km\/h\]\r\nA,59\.[01]\d*,\d+/],
    ['Where the power goes at top speed', /^,A \[W\],B \[W\]\r\ngiven by the cells,15\d\.\d+,9\d\.\d+\r\nlost at Pack/],
  ] as const) {
    const csv = page.waitForEvent('download');
    await page.getByRole('button', { name: `Save ${chart}` }).click();
    await page.getByRole('menuitem', { name: 'Figures as CSV' }).click();
    expect(await readFile(await (await csv).path(), 'utf8')).toMatch(says);
  }
  await page.getByRole('tab', { name: 'Heat' }).click();
  await page.getByRole('application', { name: /^Heat through the run/ }).focus();
  await page.keyboard.press('End');
  await expect(page.locator('p[aria-live=polite]', { hasText: /A can .*B can/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Parts and findings of B' })).toContainText('What fails first', { ignoreCase: true });
});

test('a sweep draws curves and a map with its limits; a click takes the point into the plan', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.getByRole('tab', { name: 'Sweep' }).click();
  const curves = page.getByRole('application', { name: /^Over pinion/ });
  await curves.waitFor();
  await curves.focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  const pinion = page.getByRole('spinbutton', { name: 'pinion' });
  await expect(pinion).toHaveValue('11');
  await page.keyboard.press('Control+z');
  await expect(pinion).toHaveValue('17');

  await page.getByLabel('Figure up').selectOption('kv');
  await page.getByLabel('Answer of the map').selectOption('maxCanC');
  const map = page.getByRole('application', { name: /^can over pinion and kv/ });
  await map.waitFor();
  await expect(map.getByText('can stop')).toBeVisible();
  await map.focus();
  for (const key of ['ArrowDown', 'ArrowDown', 'ArrowLeft', 'Enter']) await page.keyboard.press(key);
  await expect(pinion).not.toHaveValue('17');
  await expect(page.getByRole('button', { name: /^Undo pinion and kv from the sweep/ })).toBeEnabled();

  await page.getByLabel('pinion from').fill('40');
  await page.getByLabel('pinion from').press('Enter');
  await expect(page.getByRole('alert')).toContainText('it must begin below where it ends');

  const png = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save can over pinion and kv' }).click();
  await page.getByRole('menuitem', { name: 'Picture as PNG' }).click();
  const bytes = await readFile(await (await png).path());
  expect(bytes.subarray(1, 4).toString()).toBe('PNG');
  expect(bytes.length).toBeGreaterThan(5000);
  const csv = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save can over pinion and kv' }).click();
  await page.getByRole('menuitem', { name: 'Figures as CSV' }).click();
  const text = await readFile(await (await csv).path(), 'utf8');
  expect(text.split(/\r?\n/)[0]).toMatch(/^pinion \[teeth\],kv \[kv\],top speed \[km\/h\]/);
});
