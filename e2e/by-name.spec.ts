import { answer, expect, saved, settled, test } from './fixtures';
import { DESK } from './barriers';

const SIXTY = /Sixty on packed dirt/;

test('a plan whose car was not looked at opens from Ctrl+K, is pinned by its name, and practised with', async ({ page, club }) => {
  await page.goto(`${club.address}/shelf`);
  await expect(page.getByRole('row').nth(3)).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('sixty');
  await page.getByRole('option', { name: SIXTY }).click();
  await settled(page);
  expect(await answer(page, 'Top speed')).toBeCloseTo(59.1, 1);

  await page.goto(`${club.address}/compare`);
  await page.getByLabel('Pin another plan').selectOption({ label: 'Towpath pacer · Pacer, forty minutes' });
  await expect(page.getByRole('columnheader', { name: /Pacer, forty minutes/ }).first()).toBeVisible();

  await page.goto(`${club.address}/practice`);
  await page.getByLabel('Plan to practise with').selectOption({ label: 'Ridgeback: Sixty on packed dirt' });
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(page.getByRole('heading', { name: /Day \d+/ })).toBeVisible();
});

test('a car that cannot be fetched says so, and is there as soon as the server answers', async ({ page, club }) => {
  await page.goto(`${club.address}/shelf`);
  await expect(page.getByRole('row').nth(3)).toBeVisible();
  await page.route('**/api/whole-car/*', (route) => route.abort());
  await page.keyboard.press('Control+k');
  await page.keyboard.type('sixty');
  await page.getByRole('option', { name: SIXTY }).click();
  await expect(page.getByText('The server does not answer. It is asked again every few seconds.')).toBeVisible();
  await page.unroute('**/api/whole-car/*');
  await settled(page);
  expect(await answer(page, 'Top speed')).toBeCloseTo(59.1, 1);
});

test('what another window deletes and brings back is found by name again', async ({ page, browser, club }) => {
  await page.goto(`${club.address}/shelf`);
  await expect(page.getByRole('row').nth(3)).toBeVisible();
  const other = await browser.newPage({ viewport: DESK });
  await other.goto(club.address);
  await other.getByRole('button', { name: 'More about Ridgeback', exact: true }).click();
  await other.getByRole('menuitem', { name: 'Delete' }).click();
  await saved(other);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('sixty');
  await expect(page.getByRole('option', { name: SIXTY })).toHaveCount(0);
  await other.getByRole('button', { name: 'Undo', exact: true }).click();
  await saved(other);
  await expect(page.getByRole('option', { name: SIXTY })).toBeVisible();
  await other.close();
});

test('what another window deletes and brings back stands here again, with all that belongs to it', async ({ page, browser, club }) => {
  await page.goto(club.address);
  const row = page.getByRole('row', { name: SIXTY });
  await expect(row).toContainText('10 of 25 parts');
  const other = await browser.newPage({ viewport: DESK });
  await other.goto(club.address);
  await other.getByRole('button', { name: 'More about Ridgeback', exact: true }).click();
  await other.getByRole('menuitem', { name: 'Delete' }).click();
  await saved(other);
  await expect(row).toHaveCount(0);
  await other.getByRole('button', { name: 'Undo', exact: true }).click();
  await saved(other);
  await expect(row).toContainText('10 of 25 parts');
  await saved(page);
  await other.reload();
  await expect(other.getByRole('row', { name: SIXTY })).toContainText('10 of 25 parts');
  await other.close();
});
