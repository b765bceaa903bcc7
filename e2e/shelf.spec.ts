import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { expect, openPlan, saved, settled, test } from './fixtures';

const rows = (page: Page) => page.getByRole('table', { name: 'Parts on the shelf' }).getByRole('row');
const openShelf = async (page: Page, address: string) => {
  await page.goto(`${address}/shelf`);
  await expect(page.getByText('63 parts')).toBeVisible();
};
const csv = (page: Page, name: string, buffer: Buffer) => page.getByLabel('CSV file of parts').setInputFiles({ name, mimeType: 'text/csv', buffer });

test('quick add: a label with its price, a code that asks, and undo', async ({ page, club }) => {
  await openShelf(page, club.address);
  const line = page.getByLabel('Put a part on the shelf');
  await line.fill('Osier 3674 2250KV 4-pole 5mm shaft €69.90');
  await line.press('Enter');
  await expect(page.getByText('64 parts')).toBeVisible();
  await page.getByLabel('Find on the shelf').fill('3674 2250KV');
  await expect(rows(page).nth(1)).toContainText('69.90');
  await page.keyboard.press('Escape');

  await line.fill('Lathe 2836 1120KV outrunner');
  await expect(page.getByRole('button', { name: 'Add', exact: true })).toBeDisabled();
  await page.getByLabel(/^Can 28 × 36 mm/).check();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('65 parts')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: /^Undo new part/ }).click();
  await expect(page.getByText('64 parts')).toBeVisible();

  await line.fill('2 x Lathe 3650 3300KV €30');
  await expect(page.getByText('2 of them')).toBeVisible();
  await expect(page.getByText(/30.* each/)).toBeVisible();
  await line.press('Enter');
  await expect(page.getByText('66 parts')).toBeVisible();
  await expect(page.getByText('2 × Lathe 3650 3300KV on the shelf.', { exact: true })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText('66 parts')).toBeVisible();
});

test('filter, sort, choose columns, and edit many at once as one undo', async ({ page, club }) => {
  await openShelf(page, club.address);
  await page.getByRole('button', { name: 'pinion 17' }).click();
  await page.getByRole('button', { name: 'Teeth' }).click();
  await expect(rows(page).nth(1)).toContainText('12');
  await page.getByRole('button', { name: 'Teeth' }).click();
  await expect(rows(page).nth(1)).toContainText('23');
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'bore' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader', { name: /^Bore/ })).toHaveCount(0);

  await page.getByLabel('Select all that are shown').check();
  await page.getByLabel('Set the status of all selected').selectOption('worn-out');
  await expect(rows(page).filter({ hasText: 'worn out' })).toHaveCount(17);
  await page.getByLabel('Price for all selected').fill('much');
  await page.getByRole('button', { name: 'Set', exact: true }).click();
  await expect(page.getByRole('group', { name: 'Selected parts' }).getByRole('alert')).toContainText('not a number');
  await page.getByRole('group', { name: 'Selected parts' }).getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('46 parts')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: /^Undo delete 17 parts/ }).click();
  await page.getByRole('button', { name: /^Undo 17 parts: worn out/ }).click();
  await expect(rows(page).filter({ hasText: 'worn out' })).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(page.getByText('63 parts')).toBeVisible();
});

test('a part’s figures: rules beside the field, units understood, kept from the keyboard', async ({ page, club }) => {
  await openShelf(page, club.address);
  await page.getByRole('button', { name: 'Osier 3652 3300' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Diameter').fill('900');
  await sheet.getByLabel('Name').fill('');
  await sheet.getByLabel('Name').press('Enter');
  await expect(sheet.getByRole('alert')).toHaveCount(1);
  await expect(sheet.getByRole('alert')).toContainText('out of range');
  await sheet.getByLabel('Diameter').fill('1.42 in');
  await sheet.getByLabel('Name').press('Enter');
  await expect(sheet.getByRole('alert')).toContainText('this figure is needed');
  await sheet.getByLabel('Name').fill('Osier, rewound');
  await sheet.getByLabel('Name').press('Enter');
  await expect(sheet).toBeHidden();
  await page.getByRole('button', { name: 'Osier, rewound' }).click();
  await expect(page.getByRole('dialog').getByLabel('Diameter')).toHaveValue('36.068');
});

test('CSV out and in: the same shelf', async ({ page, club }) => {
  await openShelf(page, club.address);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV out' }).click();
  const text = readFileSync(await (await download).path());
  expect(text.toString()).toContain('kv');
  // Taken twice, it brings nothing new.
  await csv(page, 'shelf.csv', text);
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('All of them are on the Shelf already')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Take in 0 parts' })).toBeDisabled();
  await dialog.getByRole('checkbox').check();
  await expect(dialog.getByRole('button', { name: 'Take in 63 parts' })).toBeEnabled();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await page.getByLabel('Select all that are shown').check();
  await page.getByRole('group', { name: 'Selected parts' }).getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('Put what you have on the shelf')).toBeVisible();
  await csv(page, 'shelf.csv', text);
  await page.getByRole('button', { name: 'Take in 63 parts' }).click();
  await expect(page.getByText('63 parts, 28 owned')).toBeVisible();
});

test('5,000 rows go in, are saved, and are one undo', async ({ page, club }) => {
  await openShelf(page, club.address);
  const lines = Array.from({ length: 5000 }, (_, i) => `pinion,Box ${i},owned,${10 + (i % 40)},0.8,${(i % 90) / 10}`);
  await csv(page, 'box.csv', Buffer.from(['kind,name,status,teeth,module,price', ...lines].join('\n')));
  await page.getByRole('button', { name: 'Take in 5000 parts' }).click();
  await expect(page.getByText('5063 parts')).toBeVisible();
  await saved(page);
  await page.getByLabel('Find on the shelf').fill('Box 4321');
  await expect(rows(page)).toHaveCount(2);
  await page.getByRole('button', { name: /^Undo import of 5000 parts/ }).click();
  await expect(page.getByText('63 parts')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText('63 parts')).toBeVisible();
});

test('a column that was matched wrongly is corrected before anything is written', async ({ page, club }) => {
  await openShelf(page, club.address);
  await csv(page, 'own.csv', Buffer.from('kind;what it is;Zähne\npinion;Old 15;15\n'));
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('alert')).toContainText('Line 2');
  await dialog.getByLabel('Meaning of what it is').selectOption('name');
  await dialog.getByLabel('Meaning of Zähne').selectOption('spec.teeth');
  await dialog.getByRole('button', { name: 'Take in 1 part' }).click();
  await expect(page.getByText('64 parts')).toBeVisible();
});

test('ten kinds of broken CSV: each its report, and nothing changes', async ({ page, club }) => {
  await openShelf(page, club.address);
  const head = 'kind,name,teeth\n';
  const cases: [string, Buffer, RegExp][] = [
    ['separator', Buffer.from('kind/name/teeth\npinion/A/15'), /Only one column/],
    ['quotes', Buffer.from(`${head}pinion,"A,15`), /quotation mark/],
    ['no head', Buffer.from('pinion,Greyling,15\npinion,Greyling,16'), /names no column that is known/],
    ['text', Buffer.from(`${head}pinion,A,many`), /Line 2, teeth: “many” is not a number/],
    ['negative', Buffer.from(`${head}pinion,A,-15`), /Line 2, teeth: -15 teeth is out of range/],
    ['twice', Buffer.from(`${head}pinion,A,15\npinion,A,15`), /Line 3, name: the same part stands on line 2/],
    ['binary', Buffer.from([0x50, 0x4b, 3, 4, 0xff, 0xfe, 0, 1]), /not text/],
    ['empty', Buffer.alloc(0), /empty/],
    ['half good', Buffer.from(`${head}pinion,A,15\nsail,B,3`), /Line 3, kind: “sail”/],
  ];
  const huge = path.join(club.dataFolder, 'huge.csv');
  writeFileSync(huge, Buffer.alloc(50 * 1024 * 1024, 'pinion,A,15\n'));
  const all: [() => Promise<void>, RegExp][] = [
    ...cases.map(([name, bytes, words]): [() => Promise<void>, RegExp] => [() => csv(page, `${name}.csv`, bytes), words]),
    [() => page.getByLabel('CSV file of parts').setInputFiles(huge), /50 MB; 8 MB at most/],
  ];
  for (const [choose, words] of all) {
    await choose();
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('alert')).toContainText(words);
    await dialog.getByRole('button', { name: /^(Cancel|Close)$/ }).click();
    await expect(dialog).toBeHidden();
  }
  // A mark at the start of the file is no fault.
  await csv(page, 'marked.csv', Buffer.from(`\uFEFF${head}pinion,A,15`));
  await expect(page.getByRole('button', { name: 'Take in 1 part' })).toBeEnabled();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('63 parts')).toBeVisible();
});

test('a plan picks from the shelf and says what would not fit; a label swaps a part too', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.getByRole('button', { name: /^Motor:/ }).click();
  const drawer = page.getByRole('dialog');
  const long = drawer.getByRole('listitem').filter({ hasText: 'Osier 3660 2700' });
  await expect(long).toContainText('Does not fit: motor length');
  await expect(long).toContainText('5 mm shaft');
  await drawer.getByRole('button', { name: 'Fit Osier 3652 4000' }).click();
  await expect(page.getByRole('button', { name: /^Motor: Osier 3652 4000/ })).toBeVisible();
  await drawer.getByLabel('Swap it for one that says').fill('3650 3900KV sensored');
  await drawer.getByLabel('Swap it for one that says').press('Enter');
  await expect(page.getByRole('button', { name: /^Motor: 3650 3900KV/ })).toBeVisible();
  await drawer.getByRole('button', { name: 'Gears' }).click();
  await drawer.getByRole('button', { name: 'Fit Greyling 23T' }).click();
  await expect(page.getByRole('button', { name: /^Gears: 23 \/ 58/ })).toBeVisible();
  await drawer.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await settled(page);
  await expect(page.getByRole('button', { name: /^Motor: Osier 3652\./ })).toBeVisible();
});

test('Ctrl+K finds a part and opens it', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a car, a plan, a part or a command').fill('truggy 104');
  await expect(page.getByRole('option', { name: /Quarry truggy 104/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByLabel('Name')).toHaveValue('Quarry truggy 104');
});
