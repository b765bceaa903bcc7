import type { Locator, Page } from '@playwright/test';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { answer, expect, FINEST, openStep, saved, settled, test } from './fixtures';

/** Opens the dialog of a new car in an empty garage, and names it. */
async function newCar(page: Page, address: string, name: string): Promise<Locator> {
  await page.goto(address);
  await page.getByRole('button', { name: 'New car' }).first().click();
  const dialog = page.getByRole('dialog', { name: 'New car' });
  await dialog.getByLabel('Name').fill(name);
  return dialog;
}

test('a newcomer: from an empty garage to a believable plan, typing only what is printed on the parts', async ({ page, empty }) => {
  const dialog = await newCar(page, empty.address, 'Slate runner');
  await dialog.getByLabel('Old motor').fill('27T 540');
  await dialog.getByLabel('Old pack').fill('7.2V 3000mAh');
  await dialog.getByLabel('Pinion and spur').fill('23/68');
  await dialog.getByLabel('New motor').fill('3652, 4000KV, sensorless');
  await expect(dialog.getByText('kv 4 000')).toBeVisible();
  await dialog.getByLabel('New pack').fill('2S 5000 mAh');
  await expect(dialog.getByText('C rating not known')).toBeVisible();
  await dialog.getByLabel('New pack').fill('5000 mAh 50C');
  await expect(dialog.getByText('Still needed: cells.')).toBeVisible();
  await expect(dialog.getByText('Left out until it is whole: New pack.')).toBeVisible();
  await dialog.getByLabel('New pack').fill('2S 5000 mAh 50C');
  await dialog.getByLabel('New ESC').fill('60A 2-3S BEC 6V/3A');
  await dialog.getByLabel('New ESC').press('Enter');
  await settled(page);
  const speed = await answer(page, 'Top speed');
  expect(speed).toBeGreaterThan(40);
  expect(speed).toBeLessThan(80);
  await expect(page.getByRole('button', { name: /^Motor: 3652, 4000KV, sensorless/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Gears: 23 \/ 68/ })).toBeVisible();

  await page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: 'Car' }).click();
  await expect(page.getByRole('heading', { name: 'Slate runner' })).toBeVisible();
  await expect(page.getByText('km/h predicted')).toBeVisible();
  await openStep(page, 'Old against new');
  await expect(page.getByText('The old motor is worth', { exact: true })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText('As bought', { exact: true }).first()).toBeVisible();
});

test('a whole line of a shop goes to all its fields; an open question keeps what was understood', async ({ page, empty }) => {
  const dialog = await newCar(page, empty.address, 'Slate runner');
  await dialog.getByText('1/16 buggy or truck, four driven').click();
  await dialog.getByLabel('Pinion and spur').fill('15/56');
  await dialog.getByLabel('Old ESC').fill('45A brushed ESC');
  // Pasted into a field that it is not of.
  await dialog.getByLabel('New pack').fill('3542 270kv 14 pole motor + 60A ESC, 2S 5000mAh 50C, 18T 48p');
  await expect(dialog.getByLabel('New motor')).toHaveValue('3542 270kv 14 pole motor');
  await expect(dialog.getByLabel('New ESC')).toHaveValue('60A ESC');
  await expect(dialog.getByLabel('New pack')).toHaveValue('2S 5000mAh 50C');
  await expect(dialog.getByLabel('New pinion')).toHaveValue('18T 48p');
  await expect(dialog.getByText('Its size is not known yet')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Put it in the garage' })).toBeInViewport();
  await dialog.getByRole('button', { name: 'Put it in the garage' }).click();
  await settled(page);
  // 270 kv that were understood stay, whatever the digits measure; so does the new pinion on the old spur.
  await expect(page.getByRole('spinbutton', { name: 'kv', exact: true })).toHaveValue('270');
  await expect(page.getByRole('button', { name: /^Gears: 18 \/ 56/ })).toBeVisible();
  await expect(page.getByText('measured: nothing yet')).toBeVisible();
  // Nobody has read how many cells its ESC bears: that is said before anything else is asked.
  await expect(page.getByRole('complementary', { name: 'What comes next' })).toContainText('read on its label how many cells the ESC bears');
});

test('two packs on a label are two in the plan, one after the other where the ESC bears their cells', async ({ page, empty }) => {
  const dialog = await newCar(page, empty.address, 'Big one');
  await dialog.getByText('1/5 buggy or truck, four driven').click();
  await dialog.getByLabel('New motor').fill('56112 780kv 8S');
  await dialog.getByLabel('New ESC').fill('200A 8S');
  await dialog.getByLabel('New pack').fill('2x 4S 6.000 mAh 60C');
  await expect(dialog.getByText('2 of them')).toBeVisible();
  await expect(dialog.getByText('capacity 6 Ah')).toBeVisible();
  await dialog.getByRole('button', { name: 'Put it in the garage' }).click();
  await settled(page);
  await expect(page.getByRole('button', { name: /^Pack: 2 × 4S 6.000 mAh 60C/ })).toBeVisible();
  await expect(page.getByText('2 in series')).toBeVisible();
});

test('gears that nobody typed are said to be typical, and asked for first', async ({ page, empty }) => {
  const dialog = await newCar(page, empty.address, 'Slate runner');
  await dialog.getByLabel('New ESC').fill('60A 2-3S');
  await dialog.getByLabel('New ESC').press('Enter');
  await settled(page);
  const next = page.getByRole('complementary', { name: 'What comes next' });
  // Motor and pack that nobody chose are said to be usual; a label, or one figure of it, says which.
  await expect(next).toContainText('say which motor and pack it is to have');
  await expect(page.getByText(/^usual, not known/)).toHaveCount(2);
  await page.getByRole('spinbutton', { name: 'kv' }).fill('3000');
  await page.getByRole('spinbutton', { name: 'kv' }).press('Enter');
  await expect(next).toContainText('say which pack it is to have');
  await page.getByRole('button', { name: /^Pack: / }).click();
  await page.getByRole('dialog').getByLabel('Swap it for one that says').fill('2S 4000 mAh 50C');
  await page.getByRole('dialog').getByLabel('Swap it for one that says').press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^usual, not known/)).toHaveCount(0);
  await expect(next).toContainText('count the teeth of pinion and spur');
  await expect(page.getByText(/^typical, not counted/)).toBeVisible();
  const bandOf = async () =>
    (await page.getByRole('region', { name: 'The answers' }).innerText())
      .match(/likely ([\d.]+)–([\d.]+)/)!
      .slice(1)
      .map(Number);
  await expect(page.locator(`[data-bands="${FINEST}"]`)).toHaveCount(1);
  const [low, high] = await bandOf();
  await page.getByRole('spinbutton', { name: 'pinion' }).fill('20');
  await page.getByRole('spinbutton', { name: 'pinion' }).press('Enter');
  await page.getByRole('spinbutton', { name: 'spur' }).fill('58');
  await page.getByRole('spinbutton', { name: 'spur' }).press('Enter');
  await expect(page.getByText(/typical, not counted/)).toHaveCount(0);
  await settled(page);
  await expect(page.locator(`[data-bands="${FINEST}"]`)).toHaveCount(1);
  const [lower, higher] = await bandOf();
  expect(higher! - lower!).toBeLessThan(0.8 * (high! - low!));
  await expect(next).toContainText('measure the space in the bay');
  // Undo works from a stepper that stands: the spur is only usual again.
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^spur typical, not counted/)).toBeVisible();
  await expect(next).toContainText('count the teeth of spur');
});

test('what it does today: the likeliest figure is taken on a word, with its undo, and is measured from then on', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  const today = await openStep(page, 'What it does today');
  await expect(today.getByText('the likeliest first')).toBeVisible();
  const first = today.getByRole('listitem').first();
  await expect(first).toContainText('kv');
  await first.getByRole('button', { name: 'Use it' }).click();
  await expect(today.getByText('they agree')).toBeVisible();
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(today.getByText('the likeliest first')).toBeVisible();

  const speed = today.getByLabel(/^Top speed, measured/);
  await speed.fill('fast');
  await speed.press('Enter');
  await expect(today.getByRole('alert')).toContainText('not a number');
  await speed.fill('19.3 mph');
  await speed.press('Enter');
  await expect(today.getByText('they agree')).toBeVisible();
});

test('a can’s temperature alone is compared with what is likely, and said to teach no figure', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Towpath pacer' }).click();
  const today = await openStep(page, 'What it does today');
  const can = today.getByLabel(/^Motor can after the run/);
  await can.fill('130 C');
  await can.press('Enter');
  await expect(today).toContainText('hotter than is likely');
  await expect(today).toContainText('A temperature alone cannot say which figure is off');
  await today.getByLabel(/^Top speed, measured/).fill('25 km/h');
  await page.keyboard.press('Enter');
  await expect(today.getByText(/Puddler predicts .* km\/h, measured/)).toBeVisible();
});

test('figures measured another way, and a bay that marks what would not go in', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  const tyre = await openStep(page, 'Tyre');
  await tyre.getByLabel('Rolled out, one turn of the wheel').fill('22 cm');
  await expect(tyre.getByText('gives 70 mm diameter')).toBeVisible();
  await tyre.getByRole('button', { name: 'Use it' }).click();
  await expect(tyre.getByLabel(/^Diameter/)).toHaveValue('70');

  const bay = page.getByRole('figure', { name: /bay/ });
  await bay.getByLabel('Motor diameter').fill('35');
  await bay.getByLabel('Motor diameter').press('Enter');
  const known = page.getByRole('complementary', { name: 'What is known so far' });
  await expect(known.getByText('It is 1 mm too large for its place.').first()).toBeVisible();
  await known.getByRole('link', { name: 'Sixty on packed dirt' }).click();
  await settled(page);
  await expect(page.getByRole('region', { name: 'What fails first' })).toContainText('too large for its place');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'What fails first' })).not.toContainText('too large');
});

test('stock parts by their labels, and gears of a box', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Drover tractor unit', exact: true }).click();
  const system = await openStep(page, 'Motor, pack and ESC as bought');
  await system.getByLabel('Motor', { exact: false }).first().fill('35T 540');
  await system.getByRole('button', { name: 'Use' }).first().click();
  await expect(page.getByText('km/h predicted')).toBeVisible();
  await expect(system).toContainText('540 brushed · 35 turns');
  const gears = await openStep(page, 'Gears');
  await gears.getByRole('textbox', { name: 'low' }).fill('zero');
  await gears.getByRole('textbox', { name: 'low' }).press('Enter');
  await expect(gears.getByRole('alert')).toContainText('not a number');
  await gears.getByRole('button', { name: 'Add a gear' }).click();
  await expect(gears.getByRole('textbox', { name: 'Third' })).toHaveValue('1');
  await saved(page);
});

test('photos: kept, captioned, large, removed with undo; what is no picture is refused with the reason', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  const photos = await openStep(page, 'Photograph the wiring');
  const input = photos.getByLabel('Photos of the wiring', { exact: true });
  const picture = await page.screenshot({ type: 'png', clip: { x: 0, y: 0, width: 300, height: 200 } });
  await input.setInputFiles({ name: '../../escape.png', mimeType: 'image/png', buffer: picture });
  await expect(photos.getByRole('img')).toHaveCount(1);
  await expect(photos.getByRole('img')).toHaveJSProperty('naturalWidth', 300);
  await photos.getByLabel('Caption of photo 1').fill('Receiver, channel 2');
  await photos.getByLabel('Caption of photo 1').press('Enter');
  await saved(page);
  await page.reload();
  await photos.getByRole('button', { name: 'Photo 1 large' }).click();
  const large = page.getByRole('dialog');
  await expect(large).toContainText('Receiver, channel 2');
  await large.getByRole('button', { name: 'Remove' }).click();
  await expect(photos.getByRole('img')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(photos.getByRole('img')).toHaveCount(1);

  for (const [name, mimeType, buffer, words] of [
    ['notes.txt', 'text/plain', Buffer.from('no picture'), /no JPEG, PNG or WebP/],
    ['torn.png', 'image/png', picture.subarray(0, 300), /cut short or damaged/],
  ] as const) {
    await input.setInputFiles({ name, mimeType, buffer });
    await expect(photos.getByRole('alert').filter({ hasText: words })).toBeVisible();
  }
  // By its path: forty megabytes through the test's own line to the browser took half a minute.
  const huge = path.join(mkdtempSync(path.join(tmpdir(), 'puddler-')), 'huge.png');
  writeFileSync(huge, Buffer.alloc(40 * 1024 * 1024));
  await input.setInputFiles(huge);
  await expect(photos.getByRole('alert').filter({ hasText: /40 MB; 30 MB at most/ })).toBeVisible();
  await expect(photos.getByRole('img')).toHaveCount(1);
});

test('what is folded in Car is found by its figures', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a car').fill('wheelbase');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /^Wheelbase/ })).toBeInViewport();
});
