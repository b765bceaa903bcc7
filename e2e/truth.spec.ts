import type { Page } from '@playwright/test';
import { answer, expect, FINEST, openPlan, saved, settled, test } from './fixtures';

const gives = (page: Page) => page.getByRole('region', { name: 'What fails first' });
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const chain = (page: Page) => page.getByRole('region', { name: 'The chain' });

/** The first conversion geared so long that it overheats. */
async function overgeared(page: Page, address: string): Promise<void> {
  await openPlan(page, address, 'Ridgeback, first conversion');
  const pinion = page.getByRole('spinbutton', { name: 'pinion' });
  await pinion.fill('50');
  await pinion.press('Enter');
  await settled(page);
}

test('what fails first is marked in the chain, with fixes that are taken with one click and undone with one', async ({ page, club }) => {
  await overgeared(page, club.address);
  const hot = gives(page)
    .getByRole('listitem')
    .filter({ hasText: /Motor can \d/ });
  await expect(hot).toContainText('limit 85');
  const before = await answer(page, 'Motor after');
  expect(before).toBeGreaterThan(85);
  await expect(chain(page).getByText('fails first')).toBeVisible();
  const fix = hot.getByRole('button', { name: /T pinion/ });
  await expect(fix).toContainText('km/h');
  const teeth = Number(/(\d+) T/.exec(await fix.innerText())![1]);
  await fix.click();
  await settled(page);
  await expect(page.getByRole('spinbutton', { name: 'pinion' })).toHaveValue(String(teeth));
  await expect(
    gives(page)
      .getByRole('listitem')
      .filter({ hasText: /Motor can \d/ }),
  ).toHaveCount(0);
  expect(await answer(page, 'Motor after')).toBeLessThan(70);
  await page.keyboard.press('Control+z');
  await settled(page);
  expect(await answer(page, 'Motor after')).toBe(before);
});

test('at the track what fails first is in sight beside the answers, and a tap away', async ({ page, club }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openPlan(page, club.address);
  const panel = page.getByRole('region', { name: 'What fails first' });
  await expect(panel).not.toBeInViewport();
  await page.getByRole('button', { name: 'What fails first: 1 finding', exact: true }).click();
  await expect(panel).toBeInViewport();
  await expect(panel).toBeFocused();
});

test('limits are the builder’s to change, for every plan or for one', async ({ page, club }) => {
  await openPlan(page, club.address, 'Ridgeback, first conversion');
  await expect(gives(page).getByText(/Motor can/)).toHaveCount(0);
  await gives(page).getByRole('button', { name: 'Limits' }).click();
  const dialog = page.getByRole('dialog', { name: 'Limits' });
  const caution = dialog.getByLabel('caution for motor can');
  await caution.fill('warm');
  await caution.press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('not a number');
  await caution.fill('50');
  await caution.press('Enter');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(gives(page).getByText(/Motor can 6\d/)).toBeVisible();
  await page.reload();
  await expect(gives(page).getByText(/Motor can 6\d/)).toBeVisible();
  await gives(page).getByRole('button', { name: 'Limits' }).click();
  await dialog.getByRole('button', { name: 'This plan only' }).click();
  await dialog.getByLabel('caution for motor can').fill('69');
  await dialog.getByLabel('caution for motor can').press('Enter');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(gives(page).getByText(/Motor can/)).toHaveCount(0);
  await saved(page);
});

test('every answer has its likely band, which a label’s figures narrow', async ({ page, club }) => {
  await openPlan(page, club.address);
  const answers = page.getByRole('region', { name: 'The answers' });
  await expect(answers.getByText(/^likely/)).toHaveCount(3);
  await answers.getByRole('button', { name: 'Why: the working of Top speed' }).click();
  await expect(page.getByRole('heading', { name: 'Rule of thumb' })).toBeVisible();
  await expect(page.getByText(/Least sure: kv/)).toBeVisible();
});

test('what one of ten cans could reach is the same in Plan and in Step up', async ({ page, club }) => {
  await openPlan(page, club.address);
  await expect(page.locator(`[data-bands="${FINEST}"]`)).toHaveCount(1);
  const ranges = await page
    .getByRole('region', { name: 'The answers' })
    .getByText(/^likely/)
    .allInnerTexts();
  const end = /(\d+)\D*$/.exec(ranges.at(-1)!)![1]!;
  await page
    .getByRole('link', { name: /^Step up/ })
    .first()
    .click();
  await expect(page.getByText(`could reach ${end} °C over the planned run`)).toBeVisible();
  await expect(page.getByText('in one of ten cars like this')).toBeVisible();
});

test('the working adds up to the answer', async ({ page, club }) => {
  await openPlan(page, club.address);
  await tab(page, 'Working');
  const panel = page.getByRole('tabpanel');
  const speed = panel.locator('section').filter({ has: page.getByRole('heading', { name: 'Top speed' }) });
  await expect(speed).toContainText('59.1 km/h');
  const power = panel.locator('section').filter({ has: page.getByRole('heading', { name: 'Power and current at speed' }) });
  const shares = (await power.locator('dt span').allInnerTexts()).slice(1).map((text) => Number(text.replace(' %', '').replace('−', '-')));
  const sum = shares.reduce((a, b) => a + b, 0);
  expect(sum).toBeGreaterThan(97);
  expect(sum).toBeLessThan(101);
  await expect(panel.getByText('Torque for 20 W of heat')).toBeVisible();
});

test('heat: a fan compared and taken, the wait until the next run, runs back to back', async ({ page, club }) => {
  await openPlan(page, club.address);
  await tab(page, 'Heat');
  const panel = page.getByRole('tabpanel');
  await expect(panel.getByText('Thermometer on the can, now')).toBeVisible();
  await panel.getByRole('button', { name: 'a fan' }).click();
  await expect(panel.getByText(/One fan more on the motor: can 83/)).toBeVisible();
  await panel.getByLabel('Runs back to back').selectOption('3');
  await expect(panel.getByText(/\d+ → \d+ → \d+/)).toBeVisible();
  await panel.getByLabel('Start the next run under').selectOption('30');
  await expect(panel.getByText(/^in \d+ min$/)).toBeVisible();
  await panel.getByRole('button', { name: 'Take it into the plan' }).click();
  await expect.poll(() => answer(page, 'Motor after')).toBeLessThan(78);
  await page.keyboard.press('Control+z');
  await expect.poll(() => answer(page, 'Motor after')).toBe(83);
});

test('gears: a table to click, teeth on the shelf, and a gear for a speed', async ({ page, club }) => {
  await openPlan(page, club.address);
  await tab(page, 'Gears');
  const panel = page.getByRole('tabpanel');
  await expect(panel.getByRole('table').getByRole('button', { name: /(^| )59\.1$/ })).toHaveAttribute('aria-current', 'true');
  await panel.getByRole('button', { name: 'can', exact: true }).click();
  await expect(panel.getByRole('table').getByText('…')).toHaveCount(0);
  await expect(panel.getByRole('table').getByRole('img', { name: 'stop' }).first()).toBeVisible();
  // The spur of the car, and the others on a word.
  await expect(panel.getByRole('table').getByRole('row')).toHaveCount(2);
  await panel.getByRole('button', { name: /^all \d+ spurs$/ }).click();
  await expect(panel.getByRole('rowheader')).not.toHaveCount(1);
  await panel.getByRole('button', { name: 'on the shelf' }).click();
  await expect(panel.getByRole('columnheader', { name: '23' })).toBeVisible();
  await panel.getByLabel('gear for').fill('65 km/h');
  const bracket = panel.getByRole('button', { name: /^\d+ T: / });
  await expect(bracket).toHaveCount(2);
  await bracket.last().click();
  await expect.poll(() => answer(page, 'Top speed')).toBeGreaterThanOrEqual(65);
  await panel.getByLabel('gear for').fill('soon');
  await expect(panel.getByRole('alert')).toContainText('not a number');
});

test('the band follows the moment under the pointer, and a slower trigger changes the strip', async ({ page, club }) => {
  await openPlan(page, club.address);
  const band = chain(page).getByRole('img', { name: /^Power/ });
  await expect(band).toHaveAccessibleName(/at top speed/);
  const chart = page.getByRole('application', { name: /^Pass/ });
  await chart.hover({ position: { x: 200, y: 80 } });
  await expect(band).toHaveAccessibleName(/of the pass/);
  await expect(chain(page).getByText('into speed')).toBeVisible();
  await page.mouse.move(5, 5);
  await expect(band).toHaveAccessibleName(/at top speed/);
  const mark = page.locator('dl div').filter({ hasText: '18.3 m' }).locator('dd');
  const quick = parseFloat(await mark.innerText());
  await page.getByRole('slider', { name: /throttle opens in/ }).fill('2');
  await settled(page);
  await expect.poll(async () => parseFloat(await mark.innerText())).toBeGreaterThan(quick);
});
