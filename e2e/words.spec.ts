import { expect, openPlan, test } from './fixtures';
import type { Page } from '@playwright/test';

/** Spellings of the plan file, of rules and of the program, which nobody outside it should have to read. */
const CODES =
  /\b(rwd|fwd|4wd-(?:shaft|belt)|(?:packed|loose)-dirt|short-course|speed-pass|worn-out|lipo|lihv|liion|nimh|inrunner-|esc-(?:cells|continuous|burst|temperature)|motor-(?:load|rpm|cells|temperature)|pack-(?:sag|current)|fit-\w+|max-steps|no-motion|undefined|NaN|no such field)\b|\[object|\w+(?:Mm|Ohm|Ms|RpmPerV)\b/;

/** Everything a reader or a screen reader gets from a page: its text, its choices, labels and titles. */
async function textOf(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const named = [...document.querySelectorAll('[aria-label],[title],[placeholder],[aria-valuetext]')].flatMap((one) =>
      ['aria-label', 'title', 'placeholder', 'aria-valuetext'].map((name) => one.getAttribute(name) ?? ''),
    );
    return [...document.body.innerText.split('\n'), ...[...document.querySelectorAll('option')].map((one) => one.textContent), ...named];
  });
}

async function expectWords(page: Page, where: string): Promise<void> {
  expect((await textOf(page)).filter((text) => CODES.test(text)).map((text) => `${where}: ${text}`)).toEqual([]);
}

test('no internal code stands on any of the main screens', async ({ page, club }) => {
  await page.goto(club.address);
  await expect(page.getByRole('row', { name: /Sixty on packed dirt/ })).toContainText('°C can');
  await expectWords(page, 'Garage');
  await page.getByRole('button', { name: 'New car' }).click();
  await expect(page.getByRole('dialog', { name: 'New car' })).toBeVisible();
  await expectWords(page, 'New car');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByText('63 parts')).toBeVisible();
  await expectWords(page, 'Shelf');
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Headland plough' }).click();
  await expect(page.getByRole('heading', { name: 'Headland plough' })).toBeVisible();
  await expectWords(page, 'Car');
  await openPlan(page, club.address, 'Slow wind, geared up');
  for (const tab of ['Pass', 'Heat', 'Gears', 'Sweep', 'Working']) {
    await page.getByRole('tab', { name: tab, exact: true }).click();
    await expect(page.getByRole('tabpanel')).not.toContainText(/Driving|being computed/);
    await expectWords(page, `Plan, ${tab}`);
  }
  for (const link of ['Pack', 'ESC', 'Motor', 'Gears', 'Tyres', 'Road']) {
    await page.getByRole('button', { name: new RegExp(`^${link}: .*All figures`) }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectWords(page, `Drawer of ${link}`);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  await page.keyboard.press('p');
  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await expect(page.getByRole('region', { name: 'The wish' })).toBeVisible();
  await expectWords(page, 'Find');
  await page.getByRole('link', { name: 'Buy', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Upgrade path' })).toBeVisible();
  await expectWords(page, 'Buy');
  await page.getByRole('link', { name: 'Fit', exact: true }).click();
  for (const panel of ['Wiring', 'Bay', 'Screw and shaft', 'Which way', 'Settings']) {
    await page.getByRole('button', { name: panel, exact: true }).click();
    await expectWords(page, `Fit, ${panel}`);
  }
  await page.getByRole('link', { name: 'Compare 1' }).click();
  await page.getByText('Passes at full throttle').waitFor();
  await expectWords(page, 'Compare');
});

test('any word is looked up where it stands, in Ctrl+K and in the list', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('heading', { name: 'Garage' }).waitFor();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find a car, a plan, a part or a command').fill('48 pitch');
  await page.getByRole('option', { name: /^module/ }).click();
  await expect(page).toHaveURL(/\/words#module$/);
  await expect(page.getByText('48 pitch is module 0.53')).toBeInViewport();
  await page.getByLabel('Find a word').fill('switches take power away');
  await expect(page.getByText('No word like that is used here.')).toBeVisible();
  await page.getByLabel('Find a word').fill('run flat');
  await expect(page.getByRole('term')).toHaveText(['cut-off']);

  await openPlan(page, club.address);
  await page.getByRole('button', { name: /^Motor: / }).click();
  const drawer = page.getByRole('dialog');
  await drawer.getByRole('button', { name: 'kv', exact: true }).click();
  await expect(page.getByText('Turns a minute for each volt, turning free.')).toBeVisible();
});
