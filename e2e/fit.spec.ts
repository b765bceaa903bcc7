import { readFileSync } from 'node:fs';
import type { DocList } from '@puddler/contract';
import type { Page } from '@playwright/test';
import { expect, planNamed, saved, test } from './fixtures';
import { printed } from './print';

async function openFit(page: Page, address: string, name?: string): Promise<string> {
  const planId = await planNamed(address, name);
  await page.goto(`${address}/plans/${planId}/fit`);
  await expect(page.getByRole('heading', { name: /^At the bench/ })).toBeVisible();
  return planId;
}
const step = (page: Page, id: string) => page.locator(`#step-${id}`);
/** Done and later steps are a line until they are opened. */
async function openStep(page: Page, id: string) {
  const one = step(page, id);
  const more = one.getByRole('button', { name: /^more of / });
  if (await more.count()) await more.click();
  return one;
}
const fittingOf = async (address: string, planId: string) => {
  const { documents } = (await (await fetch(`${address}/api/garage`)).json()) as DocList;
  return documents.fitting!.find((doc) => doc.id === planId)!.body;
};

test('a step is ticked, read and noted; all of it is kept and can be undone', async ({ page, club }) => {
  const planId = await openFit(page, club.address);
  await expect(page.getByText('7 of 30 steps done')).toBeVisible();
  const mesh = await openStep(page, 'mesh');
  await expect(mesh).toContainText('First: Fit the 17 T pinion; Screw the motor in.');
  await mesh.getByRole('checkbox').check();
  await expect(page.getByText('8 of 30 steps done')).toBeVisible();
  await mesh.getByLabel('Play at the tightest place').fill('0,1 mm');
  await page.keyboard.press('Enter');
  await mesh.getByRole('button', { name: 'Note or photo' }).click();
  await mesh.getByLabel('Note at Set the mesh').fill('tight at one tooth');
  await page.keyboard.press('Tab');
  await saved(page);
  const { steps } = await fittingOf(club.address, planId);
  expect(steps.find((one) => one.id === 'mesh')).toEqual({
    id: 'mesh',
    done: { at: expect.any(String) as unknown as string, of: '17/58' },
    reading: 0.1,
    note: 'tight at one tooth',
  });
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(page.getByText('7 of 30 steps done')).toBeVisible();
});

test('what was ticked for another pinion is to be done again, and says so', async ({ page, club }) => {
  await openFit(page, club.address);
  await expect(step(page, 'pinion')).toContainText('it was done for 16 T, now 17 T. Do it again.');
  await expect(page.getByText('1 to do again, for the plan has changed')).toBeVisible();
  await step(page, 'pinion').getByRole('checkbox').check();
  await expect(page.getByText('1 to do again, for the plan has changed')).toHaveCount(0);
});

test('a reading beside what is right is told so', async ({ page, club }) => {
  await openFit(page, club.address, 'Drover in high, empty');
  const shaft = await openStep(page, 'turn-shaft');
  await page.getByRole('combobox', { name: 'The pinion is of' }).selectOption('metal');
  await expect(shaft).toContainText('3.175 to 3.185 mm');
  await page.getByRole('combobox', { name: 'The pinion is of' }).selectOption('plastic');
  await expect(shaft).toContainText('3.2 to 3.25 mm');
  await shaft.getByLabel('Shaft after turning').fill('3.3');
  await page.keyboard.press('Enter');
  await expect(shaft).toContainText('too high: 3.2 to 3.25 mm');
  await shaft.getByLabel('Shaft after turning').fill('3.22');
  await page.keyboard.press('Enter');
  await expect(shaft).not.toContainText('too high');
});

test('the twin plough’s wiring is drawn, listed and saved; what is out is said', async ({ page, club }) => {
  await openFit(page, club.address, 'Plough, two outrunners');
  const list = page.locator('figure', { has: page.getByRole('heading', { name: 'Wiring' }) });
  await expect(list).toContainText('Throttle lead of ESC 2: Tallow 40 crawl 2 throttle signal to Y lead arm 2 signal');
  await expect(list).toContainText('throttle + to Y lead arm 2 + (out)');
  await expect(list).toContainText('the rotation setting of this ESC is turned round');
  await list.getByRole('button', { name: /^Save wiring/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Picture as SVG' }).click();
  const svg = readFileSync(await (await download).path(), 'utf8');
  expect(svg).toMatch(/^<svg[^>]*viewBox="0 0 \d+/);
  for (const word of ['Tallow 40 crawl 1', 'Y lead', 'Receiver', 'supply plus']) expect(svg).toContain(word);
});

test('which way does it turn: what is seen leads to what to do', async ({ page, club }) => {
  await openFit(page, club.address);
  await page.getByRole('button', { name: 'Which way', exact: true }).click();
  await page.getByLabel('Trigger pulled, it').selectOption('backward');
  await expect(page.getByText('Swap any two of the three motor wires, or turn the rotation setting round.')).toBeVisible();
  await page.getByLabel('The motor is').selectOption('sensored');
  await expect(page.getByText('Never swap motor wires where there is a sensor, nor the throttle channel.')).toBeVisible();
});

test('settings are noted before and after, with their day, and the next plan of the car is told', async ({ page, club }) => {
  const planId = await openFit(page, club.address);
  await page.getByRole('button', { name: 'Settings' }).click();
  await page.getByLabel('Punch after').fill('level 2');
  await page.keyboard.press('Enter');
  await saved(page);
  const { settings } = await fittingOf(club.address, planId);
  expect(settings.find((one) => one.id === 'punch')).toEqual({
    id: 'punch',
    after: 'level 2',
    on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as unknown as string,
  });
  await openFit(page, club.address, 'Ridgeback, first conversion');
  await page.getByRole('button', { name: 'Settings' }).click();
  await expect(page.getByRole('row', { name: /^Cut-off/ })).toContainText('Last on this car: 3.4 V, 2027-01-09 (Sixty on packed dirt).');
});

test('one step a screen: the space bar ticks and goes on, arrows move', async ({ page, club }) => {
  await openFit(page, club.address);
  await page.getByRole('button', { name: 'One step a screen' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('heading', { name: 'Screw the motor in' })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(dialog.getByRole('heading', { name: 'Fit the 17 T pinion' })).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(dialog.getByRole('heading', { name: 'Screw the motor in ✓' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('8 of 30 steps done')).toBeVisible();
});

test('a photo is kept with its step, and goes with an undo', async ({ page, club }) => {
  const planId = await openFit(page, club.address);
  await openStep(page, 'photos');
  await step(page, 'photos').getByLabel('Photo at Photograph every connection', { exact: true }).setInputFiles('docs/screenshots/garage.png');
  await expect(step(page, 'photos').getByAltText('At Photograph every connection')).toBeVisible();
  await saved(page);
  expect((await fittingOf(club.address, planId)).photos).toMatchObject([{ step: 'photos', name: 'garage.png' }]);
  await page.keyboard.press('Control+z');
  await expect(step(page, 'photos').getByAltText('At Photograph every connection')).toHaveCount(0);
});

test('the bay’s figures are typed on its drawing in Car, and the Garage tells how far a plan is', async ({ page, club }) => {
  await page.goto(club.address);
  await expect(page.getByRole('link', { name: '10 of 25 parts' })).toBeVisible();
  await expect(page.getByRole('link', { name: '7 of 30 steps' })).toBeVisible();
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  const bay = page.getByRole('figure').filter({ hasText: 'The bay from above' });
  await bay.getByRole('textbox', { name: 'Motor diameter' }).fill('35.4');
  await page.keyboard.press('Enter');
  await expect(bay).toContainText('can across its place: 0.6 mm over');
  await expect(bay).toContainText('trim 1.6 mm, of a rib or boss only, never a load path');
});

test('the guide prints in one column with its drawings and nothing cut', async ({ page, club }) => {
  await openFit(page, club.address);
  const { sheets, cut } = await printed(page);
  expect(cut).toEqual([]);
  expect(sheets).toBeGreaterThan(1);
  expect(sheets).toBeLessThan(8);
});
