import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expectNoBarriers } from './barriers';
import { expect, openPlan, saved, testAlone as test } from './fixtures';

test('a backup is saved, a car is lost, and the backup brings it back with its plans', async ({ page, club }, info) => {
  await page.goto(`${club.address}/backup`);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Save a backup' }).click()]);
  const zip = info.outputPath('backup.zip');
  await download.saveAs(zip);

  await page.goto(club.address);
  await page.getByRole('button', { name: 'More about Ridgeback', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('region', { name: 'Ridgeback', exact: true })).toHaveCount(0);
  await saved(page);

  await page.goto(`${club.address}/backup`);
  const picker = page.getByLabel('Backup to restore');
  await picker.setInputFiles({ name: 'cut.zip', mimeType: 'application/zip', buffer: readFileSync(zip).subarray(0, 5000) });
  await expect(page.getByRole('alert')).toContainText('Nothing was changed.');

  await picker.setInputFiles(zip);
  const preview = page.getByRole('region', { name: /^A backup of/ });
  await expect(preview).toContainText('Deleted here since: comes back');
  await expect(preview).toContainText('1 car: Ridgeback');
  await expectNoBarriers(page);
  await preview.getByRole('button', { name: /^Restore \d+ documents$/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Restored' })).toBeVisible();
  await openPlan(page, club.address);
  await expect(page.getByRole('navigation', { name: 'Where you are' })).toContainText('Ridgeback');
});

test('a check reads everything, and names a log that rotted by the run that holds it', async ({ page, club }) => {
  await page.goto(`${club.address}/backup`);
  const panel = page.getByRole('region', { name: 'Is all of it whole?' });
  await panel.getByRole('button', { name: 'Check everything now' }).click();
  await expect(panel).toContainText('All whole');
  const folder = path.join(club.dataFolder, 'files');
  const log = readdirSync(folder).find((name) => name.endsWith('.gz'))!;
  const bytes = readFileSync(path.join(folder, log));
  bytes[bytes.length >> 1]! ^= 0x10;
  writeFileSync(path.join(folder, log), bytes);
  await panel.getByRole('button', { name: 'Check everything now' }).click();
  await expect(panel).toContainText('1 not as saved');
  await expect(panel.getByRole('listitem')).toHaveText(/^A photo or log of run “.+, Ridgeback” is damaged \(a backup that has it puts it back\)\.$/);
  await page.reload();
  await expect(panel).toContainText('1 not as saved');
  await expectNoBarriers(page);
});
