import { readFileSync } from 'node:fs';
import { expect, openPlan, saved, test } from './fixtures';

test('where decimals have a comma they are shown and typed with it, and files keep the point', async ({ browser, club }) => {
  const context = await browser.newContext({ locale: 'de-DE', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await openPlan(page, club.address);
  await expect(
    page
      .getByRole('region', { name: 'The answers' })
      .getByText(/^\d+,\d$/)
      .first(),
  ).toBeVisible();

  await page.goto(`${club.address}/shelf`);
  const line = page.getByLabel('Put a part on the shelf');
  await line.fill('19T M0,6 bore 3,17 pinion 6,50 €');
  await line.press('Enter');
  await page.getByPlaceholder('Find').fill('19T M0,6');
  const row = page.getByRole('row', { name: /19T M0,6/ });
  await expect(row).toContainText('bore 3,17 mm');
  await expect(row).toContainText('6,50');
  await saved(page);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV out' }).click();
  expect(readFileSync(await (await download).path(), 'utf8')).toMatch(/19T.*6\.5,.*3\.17/);
  await context.close();
});
