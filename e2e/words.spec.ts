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
