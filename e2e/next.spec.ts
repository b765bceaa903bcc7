import type { Page } from '@playwright/test';
import { expect, openPlan, planNamed, saved, test } from './fixtures';

const next = (page: Page) => page.getByRole('complementary', { name: 'What comes next' });
const station = (page: Page, name: string) => page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name, exact: true });

test('every station ends with what comes next; it follows what is done, and its undo', async ({ page, club }) => {
  await openPlan(page, club.address, 'Ridgeback, first conversion');
  await expect(page.getByText(/^Today 33\.1 → 48\.6 km\/h, can \d+ °C; measured: nothing yet$/)).toBeVisible();
  await expect(next(page)).toContainText(/Next: get the \d+ lines of the list that are missing/);
  await expect(station(page, 'Buy')).toHaveAttribute('title', 'Buy: not yet');
  const missing = async () => Number(/the (\d+) lines/.exec(await next(page).innerText())![1]);
  const before = await missing();
  await next(page).getByRole('link', { name: 'Buy' }).click();
  await page.getByRole('button', { name: /^Check whether you have it/ }).click();
  const line = page.locator('[data-line]', { hasText: 'heat-shrink and solder' });
  await line.focus();
  await page.keyboard.press('h');
  await expect.poll(missing).toBe(before - 1);
  await expect(station(page, 'Buy')).toHaveAttribute('title', 'Buy: begun');
  await expect(next(page).getByRole('link')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect.poll(missing).toBe(before);
  await saved(page);
  // A bay that nobody has measured, and an ESC whose label nobody has read, come before any shopping.
  await page.goto(`${club.address}/plans/${await planNamed(club.address, 'Drover in low with a trailer')}`);
  await expect(next(page)).toContainText('measure the space in the bay before anything is bought: ESC tray, pack tray');
  for (const name of ['Find', 'Buy', 'Fit', 'Log', 'Step up', 'Car']) {
    await station(page, name).click();
    await expect(next(page)).toContainText('Next: ');
  }
});

test('the Garage says of each plan what comes next, and leads there', async ({ page, club }) => {
  await page.goto(club.address);
  const row = page.getByRole('row', { name: /^Plough, two outrunners/ });
  // Its wiring was photographed, and no part is there: that is nothing fitted.
  await expect(row.getByRole('link', { name: /^Next: measure the space in the bay before anything is bought/ })).toBeVisible();
  await row.getByRole('link', { name: /^Next: / }).click();
  await expect(page).toHaveURL(/\/cars\//);
  await expect(next(page)).toContainText('measure the space in the bay');
});

test('by keyboard alone the tools are passed by with one key', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Past the tools, to the page' })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('main').getByRole('button', { name: 'Share' })).toBeFocused();
});
