import { readFileSync } from 'node:fs';
import type { DocList, Doc } from '@puddler/contract';
import type { Page } from '@playwright/test';
import { expect, planNamed, saved, test } from './fixtures';
import { printed } from './print';

/** Opens the Buy station of a plan, and waits for the list and for every part of the conversion. */
async function openBuy(page: Page, address: string, plan?: string): Promise<void> {
  await page.goto(`${address}/plans/${await planNamed(address, plan)}/buy`);
  await expect(page.getByRole('region', { name: 'Parts list' })).toBeVisible();
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
}
const line = (page: Page, name: string) => page.locator('[data-line]', { has: page.getByText(name, { exact: true }) });
const purchaseOn = async (address: string) => {
  const { documents } = (await (await fetch(`${address}/api/garage`)).json()) as DocList;
  return (documents.purchase as Doc<'purchase'>[])[0]!.body;
};

test('a line is set by one key, priced and noted; all of it is kept and can be undone', async ({ page, club }) => {
  await openBuy(page, club.address);
  const charger = line(page, 'balance charger');
  await charger.focus();
  await page.keyboard.press('o');
  await expect(charger.getByLabel('State of balance charger')).toHaveValue('ordered');
  await page.keyboard.press('ArrowDown');
  await expect(line(page, 'fire-safe bag or box')).toBeFocused();
  await charger.getByLabel('Price of balance charger').fill('41,50 €');
  await charger.getByRole('button', { name: /^More for/ }).click();
  await page.getByRole('menuitem', { name: 'Shop, date and bundle' }).click();
  await charger.getByLabel('Shop or note for balance charger').fill('hut by the gate');
  await page.keyboard.press('Enter');
  await saved(page);
  const noted = (await purchaseOn(club.address)).lines.find((one) => one.id === 'charger');
  expect(noted).toEqual({ id: 'charger', state: 'ordered', price: 41.5, shop: 'hut by the gate' });
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(charger.getByLabel('State of balance charger')).toHaveValue('need');
  await expect(charger.getByLabel('Price of balance charger')).toHaveValue('38');
});

test('what lies at home is there at one click, and what comes next asks for it by name once nothing else is missing', async ({ page, club }) => {
  await openBuy(page, club.address, 'Ridgeback, first conversion');
  const list = page.getByRole('region', { name: 'Parts list' });
  const next = page.getByRole('complementary', { name: 'What comes next' });
  const inSight = list.locator('[data-line]:visible');
  for (let i = 0; i < (await inSight.count()); i++) {
    await inSight.nth(i).focus();
    await page.keyboard.press('h');
  }
  await expect(next).toContainText(/see whether you have .+, .+, .+ and \d more of the list/);
  const home = page.getByRole('region', { name: 'Check whether you have it' });
  await home.getByRole('button', { name: /^Check whether you have it/ }).click();
  await home.getByRole('button', { name: /^I have all \d/ }).click();
  await expect(home.getByRole('button', { name: /^Check whether you have it/ })).toContainText('all there');
  await page.keyboard.press('Control+z');
  await expect(home.getByRole('button', { name: /^I have all \d/ })).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await page.getByRole('button', { name: /^Tools/ }).click();
  await page
    .getByRole('region', { name: 'Tools' })
    .getByRole('button', { name: /^I have all/ })
    .click();
  await expect(next).toContainText('fit step 1 of');
});

test('a price that is none says what is allowed, and changes nothing', async ({ page, club }) => {
  await openBuy(page, club.address);
  const price = page.getByLabel('Price of balance charger');
  await price.fill('dear');
  await page.keyboard.press('Enter');
  await expect(line(page, 'balance charger').getByRole('alert')).toContainText('Price of balance charger');
  expect((await purchaseOn(club.address)).lines.find((one) => one.id === 'charger')!.price).toBe(38);
});

test('what arrives stands on the shelf as owned, at its price; undone, it is only considered again', async ({ page, club }) => {
  await openBuy(page, club.address);
  const pinion = line(page, 'pinion with 18 teeth');
  await expect(pinion).toContainText('Considered: Greyling 18T');
  await pinion.focus();
  await page.keyboard.press('a');
  await expect(pinion).toContainText('On the shelf: Greyling 18T');
  const status = async () => {
    const { documents } = (await (await fetch(`${club.address}/api/shelf`)).json()) as DocList;
    return documents.part!.find(({ body }) => body.name === 'Greyling 18T')!.body.status;
  };
  await saved(page);
  expect(await status()).toBe('owned');
  await page.keyboard.press('Control+z');
  await expect(pinion).toContainText('Considered: Greyling 18T');
  await saved(page);
  expect(await status()).toBe('considered');
});

test('lines of one’s own are read with count and price; lines of one bundle share its price', async ({ page, club }) => {
  await openBuy(page, club.address);
  const total = page.getByText('to pay ·').locator('xpath=..').locator('strong');
  const before = await total.innerText();
  await page.getByLabel('A line of your own').fill('2 × 60A two-pin plug, €4.50');
  await expect(page.getByText('Read: 2 × 60A two-pin plug, 4.50\u00a0€ each')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(line(page, '60A two-pin plug')).toContainText('2 × 4.50 € = 9 €');
  await expect(total).not.toHaveText(before);
  await page.getByRole('button', { name: /^Check whether you have it/ }).click();
  const bundle = line(page, 'heat-shrink and solder');
  await expect(bundle).toContainText('in plug set with shrink');
  await bundle.getByRole('button', { name: /^More for/ }).click();
  await page.getByRole('menuitem', { name: 'Shop, date and bundle' }).click();
  await bundle.getByRole('combobox', { name: 'Bundle', exact: true }).selectOption({ label: 'none' });
  await expect(bundle.getByLabel('Price of heat-shrink and solder')).toHaveValue('');
});

test('nothing of the car as bought is to be bought; where that is not known, no line says what it had', async ({ page, club }) => {
  await openBuy(page, club.address, 'Ridgeback as bought');
  await expect(page.getByText('This plan changes nothing of the car as bought')).toBeVisible();
  await expect(page.getByText('The plan has it')).toHaveCount(0);
  await openBuy(page, club.address, 'Drover in high, empty');
  await expect(page.getByText('what the car had as bought is not known').first()).toBeVisible();
  await expect(page.getByText('the car as bought has not')).toHaveCount(0);
});

test('partial conversions are predicted, or what forbids them is said, and the order that is chosen is the one that is bought', async ({
  page,
  club,
}) => {
  await openBuy(page, club.address);
  const partials = page.getByRole('region', { name: 'What runs by itself' });
  await expect(partials.getByRole('row', { name: /^as bought/ })).toContainText('30.5');
  await expect(partials.getByText('computed, also as bought, where 33.1 km/h was measured')).toBeVisible();
  await expect(partials.getByRole('row', { name: /^the whole plan/ })).toContainText('59.1');
  await partials.getByText(/parts of it must not be run/).click();
  await expect(partials.getByText(/is made for a brushed motor: two wires turn no brushless one/).first()).toBeVisible();
  const path = page.getByRole('region', { name: 'Upgrade path' });
  await path.getByRole('button', { name: 'is fastest at once' }).click();
  await path.getByRole('button', { name: 'Buy in this order' }).click();
  await expect(path.getByText('The instalments follow this order.')).toBeVisible();
  await saved(page);
  expect((await purchaseOn(club.address)).favours).toBe('speed');
});

test('an envelope that is skipped moves the dates after it; a part that is dragged is bought on that day', async ({ page, club }) => {
  await openBuy(page, club.address);
  const budget = page.getByRole('region', { name: 'Budget' });
  await budget.getByText('Envelope by envelope').click();
  const columns = budget.getByRole('list', { name: 'Instalments' }).getByRole('listitem');
  const count = await columns.count();
  await budget.getByRole('button', { name: /^Skip the envelope of 15 Jan/ }).click();
  await expect(columns).toHaveCount(count + 1);
  await page.keyboard.press('Control+z');
  await expect(columns).toHaveCount(count);
  const chip = columns.first().getByLabel('Move infrared thermometer to another envelope');
  await chip.hover();
  await page.mouse.down();
  const target = (await columns.nth(3).boundingBox())!;
  await page.mouse.move(target.x + 40, target.y + 60, { steps: 8 });
  await page.mouse.up();
  await expect(columns.nth(3).getByLabel('Move infrared thermometer to another envelope')).toBeVisible();
  await saved(page);
  expect((await purchaseOn(club.address)).lines.find((one) => one.id === 'thermometer')!.buyOn).toBe('2027-01-29');
  await budget.getByRole('button', { name: 'Buy infrared thermometer as soon as it is its turn' }).click();
  await expect(columns.first().getByLabel('Move infrared thermometer to another envelope')).toBeVisible();
});

test('pinions that only the steps up need are listed apart; with gears that are owned and caps on the throttle none is', async ({ page, club }) => {
  await openBuy(page, club.address, 'Ridgeback, first conversion');
  const list = page.getByRole('region', { name: 'Parts list' });
  const forSteps = list.locator('[data-line]', { hasText: 'A step up to the planned gears is driven with it.' });
  await expect(list.getByText('to buy for the steps up')).toBeVisible();
  const toBuy = forSteps.filter({ hasNotText: 'On the shelf' });
  const listed = await toBuy.count();
  expect(listed).toBeGreaterThan(0);
  await expect(toBuy.first()).toBeHidden();
  await list.getByRole('button', { name: /^Only on the way/ }).click();
  await expect(toBuy.first()).toBeVisible();
  await list.getByRole('button', { name: 'Step up with gears I own' }).click();
  await expect(list.getByText('For the steps up nothing need be bought: caps on the throttle at the radio do.')).toBeVisible();
  await expect(toBuy).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(toBuy).toHaveCount(listed);
});

test('the list prints on one sheet with nothing cut, and goes out as CSV', async ({ page, club }) => {
  await openBuy(page, club.address);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV', exact: true }).click();
  const csv = readFileSync(await (await download).path(), 'utf8').split('\r\n');
  expect(csv[0]).toBe('group,what,count,figures,why,measure first,state,price of one (€),shop,bundle,buy from');
  expect(csv.find((row) => row.includes('balance charger'))).toContain('need,38,Quarry hut');
  const { sheets, cut } = await printed(page);
  expect(cut).toEqual([]);
  expect(sheets).toBe(1);
});
