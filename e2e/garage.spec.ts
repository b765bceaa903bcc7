import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { answer, expect, saved, settled, test } from './fixtures';

test('from an empty garage to a believable plan', async ({ page, empty }) => {
  await page.goto(empty.address);
  await expect(page.getByText('Put your car in')).toBeVisible();
  await page.getByRole('button', { name: 'New car' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'New car' });
  await dialog.getByRole('button', { name: 'Put it in the garage' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Give the car a name');
  await dialog.getByLabel('Name').fill('Slate runner');
  await dialog.getByLabel(/1\/10 buggy/).check();
  await dialog.getByLabel('Name').press('Enter');
  await settled(page);
  expect(await answer(page, 'Top speed')).toBeGreaterThan(30);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('navigation', { name: 'Where you are' })).toContainText('Slate runner');
});

test('the club at a glance, with headline figures', async ({ page, club }) => {
  await page.goto(club.address);
  const row = page.getByRole('row', { name: /Sixty on packed dirt/ });
  await expect(row).toContainText('59.1');
  await expect(row).toContainText('83 °C');
  await expect(page.getByRole('row')).toHaveCount(4 + 10);
  const edges = await page
    .getByRole('cell', { name: /km\/h/ })
    .evaluateAll((cells) => cells.map((cell) => Math.round(cell.getBoundingClientRect().right)));
  expect(new Set(edges).size).toBe(1);
});

test('rename, duplicate and delete, each with its undo', async ({ page, club }) => {
  await page.goto(club.address);
  const menu = async (of: string, item: string) => {
    await page.getByRole('button', { name: `More about ${of}`, exact: true }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  await menu('Pacer, forty minutes', 'Rename');
  const field = page.getByRole('textbox', { name: /^Name of the plan/ });
  await expect(field).toBeFocused();
  await field.fill('Pacer, an hour');
  await field.press('Enter');
  await expect(page.getByRole('link', { name: 'Pacer, an hour' })).toBeVisible();

  await menu('Pacer, an hour', 'Duplicate');
  await expect(page.getByRole('link', { name: 'Pacer, an hour copy' })).toBeVisible();

  await menu('Ridgeback', 'Delete');
  await expect(page.getByRole('region', { name: 'Ridgeback', exact: true })).toHaveCount(0);
  await saved(page);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Sixty on packed dirt' })).toBeVisible();
  await saved(page);

  await menu('Towpath pacer', 'Duplicate with its plans');
  await expect(page.getByRole('region', { name: 'Towpath pacer copy' }).getByRole('row')).toHaveCount(4);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('link', { name: 'Sixty on packed dirt' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Pacer, an hour copy' })).toHaveCount(2);
});

test('a plan goes out as a file and comes back in by button and by dropping', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('button', { name: 'More about Plough with two motors on snow' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Export as a file' }).click();
  const file = await (await download).path();
  const text = readFileSync(file, 'utf8');
  expect(JSON.parse(text)).toMatchObject({ format: 'puddler-plan', version: 1, name: 'Plough with two motors on snow' });

  const own = path.join(club.dataFolder, 'own.json');
  writeFileSync(own, text.replace('"Headland plough"', '"Borrowed plough"'));
  await page.getByLabel('Plan files to import').setInputFiles(own);
  await expect(page.getByRole('region', { name: 'Borrowed plough' })).toBeVisible();

  const transfer = await page.evaluateHandle(
    (content) => {
      const data = new DataTransfer();
      data.items.add(new File([content], 'dropped.json', { type: 'application/json' }));
      return data;
    },
    text.replace('"Plough with two motors on snow"', '"Dropped plan"'),
  );
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: transfer });
  await expect(page.getByRole('region', { name: 'Headland plough' }).getByRole('link', { name: 'Dropped plan' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('link', { name: 'Dropped plan' })).toHaveCount(0);
  await saved(page);
});

test('a bad file names its fields and changes nothing', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Sixty on packed dirt' }).waitFor();
  const rows = await page.getByRole('row').count();
  const plan = JSON.parse(readFileSync(new URL('../demo/plans/40-plough-snow.json', import.meta.url), 'utf8')) as Record<string, unknown>;
  const cases: [string, string, RegExp][] = [
    ['slipped.json', JSON.stringify({ ...plan, startCharge: 80, colour: 'red' }), /startCharge is 80; allowed: 0 to 1/],
    ['torn.json', JSON.stringify(plan).slice(0, 200), /not JSON/],
    ['huge.json', ' '.repeat(1_100_000), /larger than 1 MB/],
  ];
  for (const [name, text, words] of cases) {
    const file = path.join(club.dataFolder, name);
    writeFileSync(file, text);
    await page.getByLabel('Plan files to import').setInputFiles(file);
    await expect(page.getByText(words).first()).toBeVisible();
  }
  expect(await page.getByRole('row').count()).toBe(rows);
});

test('Ctrl+K finds plans and commands', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Sixty on packed dirt' }).waitFor();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a car, a plan, a part or a command').fill('snow');
  await page.keyboard.press('Enter');
  await settled(page);
  await expect(page.getByRole('navigation', { name: 'Where you are' })).toContainText('Plough with two motors on snow');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a car, a plan, a part or a command').fill('swap units');
  await page.keyboard.press('Enter');
  await expect(page.getByText('mph', { exact: true }).first()).toBeVisible();
});

test('the empty garage offers the demo club: it stands apart, is looked at, and goes in one step with its undo', async ({ page, empty }) => {
  await page.goto(empty.address);
  await page.getByRole('button', { name: 'Bring the demo club in' }).click();
  const club = page.getByRole('region', { name: 'The demo club' });
  await expect(club.getByRole('link', { name: 'Sixty on packed dirt' })).toBeVisible();
  await expect(page.getByText('Put your car in')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bring the demo club in' })).toHaveCount(0);
  await club.getByRole('link', { name: 'Sixty on packed dirt' }).click();
  await settled(page);
  await page.getByRole('link', { name: 'Garage', exact: true }).click();
  await page.getByRole('button', { name: 'Take the demo club out' }).click();
  await expect(club).toHaveCount(0);
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(club.getByRole('link', { name: 'Sixty on packed dirt' })).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(club).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Bring the demo club in' })).toBeVisible();
});

test('what is empty shows what it will look like', async ({ page, empty }) => {
  for (const view of ['shelf', 'compare']) {
    await page.goto(`${empty.address}/${view}`);
    const picture = page.getByRole('figure').getByRole('img');
    await expect(picture).toBeVisible();
    await expect(picture).toHaveJSProperty('naturalWidth', 1280);
    await expect(picture).toHaveAttribute('alt', /\w{5}/);
  }
});

/** Holds the code of a part back; returns what lets it go. */
async function heldBack(page: Page, part: string): Promise<() => void> {
  let release = () => undefined as void;
  const released = new Promise<void>((resolve) => (release = resolve));
  await page.route(`**/assets/${part}-*.js`, async (route) => {
    await released;
    await route.continue();
  });
  return release;
}

test('letters that are typed before the search is there are sought, and press nothing on the page', async ({ page, club }) => {
  const release = await heldBack(page, 'CommandPalette');
  await page.goto(club.address);
  const units = page.getByText('km/h', { exact: true }).first();
  await expect(units).toBeVisible();
  const link = page.getByRole('link', { name: 'Sixty on packed dirt' });
  await link.focus();
  await page.keyboard.press('Control+k');
  // Each of these is a shortcut of the page.
  await page.keyboard.type('pu');
  await expect(page.getByText('Fetching the search …')).toBeVisible();
  release();
  await expect(page.getByRole('option').first()).toBeVisible();
  await page.keyboard.type('dd');
  const field = page.getByRole('combobox');
  await expect(field).toHaveValue('pudd');
  await page.keyboard.press('Escape');
  await expect(field).toHaveCount(0);
  await expect(link).toBeFocused();
  await expect(units).toBeVisible();
  await expect(page.getByLabel('pinned')).toHaveCount(0);
  await page.keyboard.press('Control+k');
  await expect(field).toHaveValue('');
});

test('what is typed for a dialog that is still fetched presses no shortcut of the page', async ({ page, club }) => {
  await page.goto(club.address);
  const units = page.getByText('km/h', { exact: true }).first();
  await expect(units).toBeVisible();
  const release = await heldBack(page, 'NewCarDialog');
  await page.getByRole('button', { name: 'New car' }).first().click();
  await page.keyboard.press('u');
  release();
  await expect(page.getByRole('dialog', { name: 'New car' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(units).toBeVisible();
  await page.getByRole('heading', { name: 'Garage' }).click();
  await page.keyboard.press('u');
  await expect(units).toBeHidden();
});

test('Enter that comes before the search opens the first that is found', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Sixty on packed dirt' }).waitFor();
  const release = await heldBack(page, 'CommandPalette');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('snow');
  await page.keyboard.press('Enter');
  release();
  await settled(page);
  await expect(page.getByRole('navigation', { name: 'Where you are' })).toContainText('Plough with two motors on snow');
});
