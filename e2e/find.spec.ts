import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { expect, planNamed, saved, settled, test } from './fixtures';

const wish = (page: Page) => page.getByRole('region', { name: 'The wish' });
const table = (page: Page) => page.getByRole('table', { name: 'Setups on the front' });
const active = (page: Page) => page.getByRole('region', { name: 'The setup in hand' });

async function openFind(page: Page, address: string, plan?: string): Promise<void> {
  await page.goto(`${address}/plans/${await planNamed(address, plan)}/find`);
  await wish(page).waitFor();
}

/** Adds a target where it is not asked for yet, and types its figure. */
async function ask(page: Page, target: string, figure: string): Promise<void> {
  const add = wish(page).getByRole('button', { name: target, exact: true });
  if (await add.count()) await add.click();
  const field = wish(page).getByLabel(target, { exact: true });
  await field.fill(figure);
  await field.press('Enter');
}

/** The search for the wish as it now stands is through. */
async function found(page: Page): Promise<void> {
  await page.locator('[data-search=finished]').waitFor({ timeout: 60_000 });
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
}

/** Chart, table and what each rule leaves stand behind three to begin with. */
async function openAll(page: Page): Promise<void> {
  const all = page.getByRole('button', { name: /on the front: chart/ });
  if (await all.count()) await all.click();
}

/** Opens the active setup as a plan; returns what it said, and what Plan says. */
async function opened(page: Page): Promise<{ said: string; plan: string }> {
  const said = await active(page).innerText();
  await active(page).getByRole('button', { name: 'Open as a plan' }).click();
  await settled(page);
  return { said, plan: await page.getByRole('main').innerText() };
}

const figure = (text: string, pattern: RegExp) => Number(pattern.exec(text)![1]!.replace(/\u2009/g, ''));

test.describe('three wishes of the club', () => {
  test('fast on packed dirt: sixty with at most 120 in new parts, opened in Plan with no stop', async ({ page, club }) => {
    await openFind(page, club.address);
    await ask(page, 'top speed', '60 km/h');
    await ask(page, 'can', '84');
    await ask(page, 'new parts', '120');
    await found(page);
    await openAll(page);
    await expect(table(page).getByRole('row')).not.toHaveCount(1);
    const { said, plan } = await opened(page);
    expect(figure(said, /([\d.]+) km\/h/)).toBeGreaterThanOrEqual(60);
    // What Find said is what Plan says.
    expect(figure(plan, /TOP SPEED\s+([\d.]+)/i)).toBeCloseTo(figure(said, /([\d.]+) km\/h/), 1);
    expect(Math.abs(figure(plan, /MOTOR AFTER 10 MIN\s+(\d+)/i) - figure(said, /can (\d+)/))).toBeLessThanOrEqual(2);
    await expect(page.getByRole('img', { name: 'stop', exact: true })).toHaveCount(0);
    await saved(page);

    // Back from the plan the front stands as it was, and nothing is searched again.
    const begun: string[] = [];
    page.on('worker', (worker) => begun.push(worker.url()));
    await page.goBack();
    await found(page);
    await expect(active(page)).toContainText(/([\d.]+) km\/h/.exec(said)![0]);
    expect(begun.filter((url) => url.includes('search-worker'))).toEqual([]);
    // So it does on the next visit: without its workers it can only be what the browser kept.
    await page.route(/search-worker/, (route) => route.abort());
    await page.reload();
    await found(page);
    await expect(active(page)).toContainText(/([\d.]+) km\/h/.exec(said)![0]);
  });

  test('cool for forty minutes: the pacer at 24 km/h, coolest first', async ({ page, club }) => {
    await openFind(page, club.address, 'Pacer, forty minutes');
    await ask(page, 'minutes', '40');
    await ask(page, 'can', '60 C');
    await ask(page, 'top speed', '24');
    await found(page);
    await openAll(page);
    await table(page).getByRole('button', { name: 'can °C' }).click();
    await table(page).getByRole('row').nth(1).click();
    const { said, plan } = await opened(page);
    expect(figure(said, /lasts\s+(\d+) min/)).toBeGreaterThanOrEqual(40);
    expect(figure(plan, /MOTOR AFTER 40 MIN\s+(\d+)/i)).toBeLessThanOrEqual(60);
    await expect(page.getByRole('img', { name: 'stop', exact: true })).toHaveCount(0);
  });

  test('strongest slow pull for the tractor unit', async ({ page, club }) => {
    await openFind(page, club.address, 'Drover in low with a trailer');
    await wish(page).getByLabel('What counts beyond the targets').selectOption('pull');
    await ask(page, 'crawl', '0.3');
    await ask(page, 'slope', '20');
    await found(page);
    await openAll(page);
    await table(page).getByRole('row').nth(1).click();
    await opened(page);
    await expect(page.getByRole('img', { name: 'stop', exact: true })).toHaveCount(0);
  });
});

test.describe('wishes with no answer', () => {
  test('say which target to give up and how far; taking the advice finds something', async ({ page, club }) => {
    await openFind(page, club.address);
    await ask(page, 'top speed', '60');
    await ask(page, 'can', '45');
    await found(page);
    const reply = page.getByRole('region', { name: 'No setup meets the wish' });
    await expect(reply).toContainText('Giving up one of the targets is enough', { timeout: 30_000 });
    await expect(reply).toHaveAttribute('aria-busy', 'false', { timeout: 30_000 });
    await reply.getByRole('button', { name: /^can / }).click();
    await found(page);
    await expect(active(page)).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(reply).toBeVisible({ timeout: 30_000 });
  });

  test('a contradiction is told before any part is tried', async ({ page, club }) => {
    await openFind(page, club.address);
    await ask(page, 'new parts', '0');
    await ask(page, 'can', '15');
    await expect(page.getByRole('alert', { name: 'A wish that cannot be met' })).toContainText('the air has 18 °C already');
    await ask(page, 'can', '70');
    await ask(page, 'slope', '200 %');
    await expect(page.getByRole('alert')).toContainText('Tyres on this ground hold 91 % at most');
    await page.getByRole('button', { name: 'Drop the wish for slope' }).click();
    await ask(page, 'lap time', '18.5 s');
    await wish(page).getByLabel('Driven as').selectOption({ label: 'cruising' });
    await expect(page.getByRole('alert')).toContainText('what is driven has no laps');
    await wish(page).getByLabel('Driven as').selectOption({ label: 'racing' });
    await found(page);
    // The front is drawn by what was asked.
    await openAll(page);
    await expect(page.getByRole('application', { name: /setups by lap and can/ })).toBeVisible();
    const laps = await table(page).getByRole('row').locator('[role=cell]:last-child').allInnerTexts();
    expect(laps.length).toBeGreaterThan(0);
    for (const lap of laps) expect(Number(lap)).toBeLessThanOrEqual(18.5);
    await expect(active(page)).toBeVisible();
  });

  test('a figure out of its range is refused where it stands, and the wish stays', async ({ page, club }) => {
    await openFind(page, club.address);
    await ask(page, 'new parts', '0');
    await ask(page, 'can', '900');
    await expect(wish(page).getByRole('alert')).toContainText('allowed: −20 to 250 °C');
    await wish(page).getByLabel('can', { exact: true }).press('Escape');
    await expect(wish(page).getByLabel('can', { exact: true })).toHaveValue('70');
    await found(page);
    await expect(active(page)).toBeVisible();
  });

  test('an empty shelf says so; generic sizes stand in for what nobody chose, or the plan’s own parts; one part is enough to search', async ({
    page,
    empty,
  }) => {
    await page.goto(empty.address);
    await page.getByRole('button', { name: 'New car' }).first().click();
    await page.getByRole('dialog').getByLabel(/name/i).first().fill('Slate hare');
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /make|put|add|start/i })
      .last()
      .click();
    await page.getByRole('link', { name: 'Find', exact: true }).click();
    for (const kind of ['motors', 'ESCs', 'packs']) {
      await expect(wish(page).getByLabel(`Where ${kind} come from`)).toHaveValue('classes');
      await wish(page).getByLabel(`Where ${kind} come from`).selectOption('plan');
    }
    await expect(page.getByText('only this plan’s own parts and gears are tried')).toBeVisible();
    await found(page);
    await wish(page).getByLabel('Where motors come from').selectOption('classes');
    await wish(page).getByLabel('Where packs come from').selectOption('classes');
    await found(page);
    await openAll(page);
    await expect(table(page).getByRole('row').nth(1)).toContainText(/any \d+ (in|out)runner/);
    // Nothing on the shelf has a price: that must not read as free.
    await expect(page.getByText('generic sizes stand in, without prices')).toBeVisible();
    await expect(table(page).getByRole('row').nth(1)).toContainText('no price');
    // One owned motor on the shelf.
    await page.getByRole('link', { name: 'put parts on the shelf' }).click();
    await page.getByLabel('Put a part on the shelf').fill('Osier 3652 4000KV sensored');
    await page.getByLabel('Put a part on the shelf').press('Enter');
    await page.goBack();
    await wish(page).getByLabel('Where motors come from').selectOption('shelf');
    await found(page);
    await openAll(page);
    await expect(page.getByRole('region', { name: 'What each rule leaves' }).getByRole('listitem').first()).toContainText(/\d/);
  });
});

test('a limit is asked as likely or nearly sure; the setup in hand shows its likely ranges, and money its currency', async ({ page, club }) => {
  await openFind(page, club.address);
  await ask(page, 'can', '60');
  await found(page);
  const onFront = async () => figure(await page.getByRole('main').innerText(), /(\d+) on the front/i);
  const likely = await onFront();
  await wish(page).getByLabel('How sure: can').selectOption('nearly sure');
  await found(page);
  expect(await onFront()).toBeLessThan(likely);
  const can = active(page).getByRole('row', { name: /^can/ });
  await expect(can).toContainText(/likely \d+–\d+/);
  // The bands are drawn by more predictions than the wish is judged by.
  expect(figure(await can.innerText(), /likely \d+–(\d+)/)).toBeLessThanOrEqual(64);
  await expect(active(page)).toContainText('€');

  // Nothing is nearly sure of so much: asked as likely, there is an answer again.
  await ask(page, 'top speed', '40 km/h');
  await page.getByRole('button', { name: 'Ask it as likely' }).click();
  await expect(wish(page).getByLabel('How sure: can')).toHaveValue('likely');
  await found(page);
  await expect(active(page)).toBeVisible();

  await page.getByRole('link', { name: 'Garage', exact: true }).click();
  await page.getByRole('link', { name: /^Shelf/ }).click();
  await page.getByLabel('Prices in').selectOption('GBP');
  await expect(page.getByRole('columnheader', { name: /Price/ })).toContainText('£');
  await page.reload();
  await expect(page.getByLabel('Prices in')).toHaveValue('GBP');
});

test('the wish is kept with its car, can be undone, and asks again when the shelf has changed', async ({ page, club }) => {
  await openFind(page, club.address);
  await ask(page, 'top speed', '55');
  await ask(page, 'can', '85');
  await found(page);
  await saved(page);
  await page.reload();
  await expect(wish(page).getByLabel('top speed', { exact: true })).toHaveValue('55');
  await found(page);
  await page.getByRole('button', { name: 'Another wish' }).click();
  await expect(page.getByRole('button', { name: 'Wish 2', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await ask(page, 'new parts', '0');
  await found(page);
  await expect(page.getByRole('button', { name: /^First wish/ })).toContainText(/\d+/, { timeout: 30_000 });

  // A faster motor comes onto the shelf.
  await page.goto(`${club.address}/shelf`);
  await page.getByLabel('Put a part on the shelf').fill('Osier 3650 4600KV sensorless 4 pole 3.17 mm shaft');
  await page.getByLabel('Put a part on the shelf').press('Enter');
  await expect(page.getByRole('button', { name: /^Undo new part Osier 3650 4600KV/ })).toBeEnabled();
  await saved(page);
  await page.goBack();
  await found(page);
  await expect(page.getByRole('button', { name: /^First wish/ })).toContainText(/· \d+ new/, { timeout: 30_000 });
  await page.getByRole('button', { name: /^First wish/ }).click();
  await found(page);
  await openAll(page);
  await expect(page.getByText(/since you last looked: \d+ new/)).toBeVisible();

  await page.getByRole('button', { name: /^More for First wish/ }).click();
  await page.getByRole('menuitem', { name: 'Delete this wish' }).click();
  await expect(page.getByRole('button', { name: /^First wish/ })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^First wish/ })).toBeVisible();
});

test('a long search stops and goes on where it stood', async ({ page, club }) => {
  await openFind(page, club.address);
  for (const kind of ['motors', 'ESCs', 'packs', 'gears']) await wish(page).getByLabel(`Where ${kind} come from`).selectOption('classes');
  const search = page.locator('[data-search]');
  await page.getByRole('button', { name: 'Stop', exact: true }).click({ timeout: 15_000 });
  await expect(search).toHaveAttribute('data-search', 'paused');
  const share = () => page.getByRole('progressbar', { name: 'Combinations looked at' }).getAttribute('value').then(Number);
  // What the workers had in hand when they were told still comes in.
  let stood = -1;
  await expect.poll(async () => stood === (stood = await share()), { intervals: [200] }).toBe(true);
  await page.keyboard.press('u');
  await expect(page.getByRole('button', { name: /^Units: imperial/ })).toBeVisible();
  expect(await share()).toBe(stood);
  await page.keyboard.press('u');
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect.poll(share, { timeout: 15_000 }).toBeGreaterThan(stood);
  // A narrower wish ends it.
  await ask(page, 'new parts', '0');
  await wish(page).getByLabel('Where gears come from').selectOption('owned');
  await found(page);
});

test('the front narrows by a drag, walks by keys, sorts, pins and goes out as CSV', async ({ page, club }) => {
  await openFind(page, club.address);
  await ask(page, 'new parts', '60');
  await found(page);
  // Three to begin with, each with its reason; a click takes one in hand.
  const three = page.getByRole('list', { name: 'Three to begin with' }).getByRole('button');
  await expect(three.first()).toContainText(/Safest.*Its warmest part uses least of its limit/);
  await three.last().click();
  await expect(three.last()).toHaveAttribute('aria-pressed', 'true');
  await openAll(page);
  const chart = page.getByRole('application', { name: /setups by top speed and can/ });
  const box = (await chart.boundingBox())!;
  await page.mouse.move(box.x + 0.6 * box.width, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 14, box.y + box.height - 40, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('heading', { name: /^\d+ of \d+ on the front$/ })).toBeVisible();
  await page.getByRole('button', { name: 'show all' }).click();
  await chart.focus();
  await page.keyboard.press('End');
  const fastest = await active(page).innerText();
  await page.keyboard.press('Home');
  expect(figure(await active(page).innerText(), /([\d.]+) km\/h/)).toBeLessThan(figure(fastest, /([\d.]+) km\/h/));
  await table(page)
    .getByRole('button', { name: /^top speed/ })
    .click();
  await table(page).focus();
  await page.keyboard.press('Home');
  expect(await active(page).innerText()).toContain(/([\d.]+) km\/h/.exec(fastest)![0]);
  await page.keyboard.press('p');
  await expect(page.getByRole('link', { name: 'Compare 1' })).toBeVisible();
  await expect(active(page).getByRole('button', { name: 'Unpin' })).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const text = await readFile(await (await download).path(), 'utf8');
  const [head, ...rows] = text.trim().split(/\r?\n/);
  expect(head).toMatch(/^motor,esc,pack,gears,top speed \[km\/h\],can \[°C\]/);
  expect(rows.length + 1).toBe(Number(await table(page).getAttribute('aria-rowcount')));
});

test('what Step up would not let be driven for the whole run is left out, said, and shown on a word', async ({ page, club }) => {
  await openFind(page, club.address);
  await ask(page, 'top speed', '50 km/h');
  await ask(page, 'can', '80 °C');
  await found(page);
  const note = page.getByText(/of \d+ would run hotter, .* and are left out/);
  await expect(note).toBeVisible();
  await openAll(page);
  const [, left, all] = /(\d+) of (\d+) would/.exec(await note.innerText())!.map(Number);
  await expect(page.getByRole('heading', { name: `${all! - left!} on the front` })).toBeVisible();
  await page.getByRole('button', { name: 'show them' }).click();
  await expect(page.getByRole('heading', { name: `${all} on the front` })).toBeVisible();
  await page.getByRole('button', { name: 'leave them out' }).click();
  await expect(page.getByRole('heading', { name: `${all! - left!} on the front` })).toBeVisible();
});
