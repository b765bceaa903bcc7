import { readFile } from 'node:fs/promises';
import { answer, expect, openPlan, settled, test } from './fixtures';

test('a plan goes out as a link that another garage opens read-only and keeps on a word; as text and as a card', async ({ page, club, empty }) => {
  await openPlan(page, club.address);
  await page.getByRole('button', { name: 'Share', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Share Sixty on packed dirt' });
  await expect(dialog.getByLabel('Link', { exact: true })).toHaveValue(/\/visit#plan=/);
  const link = await dialog.getByLabel('Link', { exact: true }).inputValue();
  const text = dialog.getByLabel('Text', { exact: true });
  await expect(text).toHaveValue(/Top speed {3}59\.1 km\/h \(likely 5\d(?:\.\d)?–6\d(?:\.\d)?\)/);
  await dialog.getByRole('button', { name: 'Save card of Sixty on packed dirt' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Picture as SVG' }).click();
  const svg = await readFile(await (await download).path(), 'utf8');
  expect(svg).toContain('59.1');
  expect(svg).toContain('Osier 3652');

  // Another garage, which has never seen the plan.
  const written: string[] = [];
  page.on('request', (request) => request.method() !== 'GET' && written.push(request.url()));
  await page.goto(`${empty.address}/visit${link.slice(link.indexOf('#'))}`);
  await expect(page.getByRole('heading', { name: 'Sixty on packed dirt' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Card of Sixty on packed dirt' })).toContainText('59.1');
  expect(written).toEqual([]);
  await page.getByRole('button', { name: 'Keep it in the garage' }).click();
  await settled(page);
  expect(await answer(page, 'Top speed')).toBe(59.1);
  expect(written).toHaveLength(1);
});

test('a link that was cut off is refused with words, and nothing is kept', async ({ page, club }) => {
  await page.goto(`${club.address}/visit#plan=jVLBbtswDP0Vg`);
  await expect(page.getByRole('alert')).toContainText('It may have been cut off when it was copied. Nothing was kept.');
  await page.goto(`${club.address}/visit`);
  await expect(page.getByRole('alert')).toContainText('There is no plan in this link');
});
