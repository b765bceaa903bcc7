import type { Page } from '@playwright/test';
import { DESK, expectNoBarriers, TRACK } from './barriers';
import { expect, openPlan, openStep, planNamed, settled, test } from './fixtures';

/** Each size and each theme once; in the two combinations left, what differs from these is only a colour or only a width. */
const LOOKS = [
  { size: DESK, theme: 'light' },
  { size: TRACK, theme: 'dark' },
] as const;

/** Scans what stands there in each look, once `ready` says that a page that was resized stands; `within` limits it to a part of the page. */
async function scan(page: Page, ready: () => Promise<void>, within?: string): Promise<void> {
  await ready();
  for (const { size, theme } of LOOKS) {
    await page.setViewportSize(size);
    await page.emulateMedia({ colorScheme: theme });
    await ready();
    await expectNoBarriers(page, within);
  }
  await page.setViewportSize(DESK);
}

const goOn = (page: Page, station: string) => page.getByRole('link', { name: station, exact: true }).click();
const still = (page: Page) => expect(page.locator('[aria-busy=true]')).toHaveCount(0);

test('nothing serious for accessibility, and nothing scrolls sideways, at the desk and at the track: Plan, its panels, Buy, Find, Compare, Fit', async ({
  page,
  club,
}) => {
  await openPlan(page, club.address);
  await scan(page, () => settled(page));
  for (const name of ['Heat', 'Gears', 'Working']) {
    await page.getByRole('tab', { name, exact: true }).click();
    await scan(page, () => expect(page.getByRole('tabpanel')).not.toContainText(/Driving|…/), '[role=tabpanel]');
  }
  await goOn(page, 'Buy');
  await page.getByRole('region', { name: 'Parts list' }).waitFor();
  await scan(page, () => still(page));
  await goOn(page, 'Find');
  const found = async () => {
    await page.locator('[data-search=finished]').waitFor({ timeout: 60_000 });
    await still(page);
  };
  await found();
  await page.getByRole('button', { name: /on the front: chart/ }).click();
  await scan(page, found);
  await page.keyboard.press('p');
  await goOn(page, 'Compare 1');
  await page.getByLabel('Pin another plan').selectOption({ label: 'Ridgeback, first conversion' });
  await scan(page, () => page.getByText('Passes at full throttle').waitFor());
  await page.goto(`${club.address}/plans/${await planNamed(club.address, 'Plough, two outrunners')}/fit`);
  await scan(page, () => page.getByRole('heading', { name: /^At the bench/ }).waitFor());
});

test('the same of Garage, Car, Shelf, Log, Learning, Step up, a step at the track and a practice day', async ({ page, club }) => {
  await page.goto(club.address);
  await scan(page, () => expect(page.getByRole('row', { name: /Sixty on packed dirt/ })).toContainText('°C can'));
  await goOn(page, 'Ridgeback');
  for (const step of ['Motor, pack and ESC as bought', 'Gears', 'What it does today', 'Old against new']) await openStep(page, step);
  await scan(page, () => page.getByText('the likeliest first').waitFor());
  await page.goto(`${club.address}/shelf`);
  await scan(page, () => page.getByText('63 parts').waitFor());

  await page.goto(`${club.address}/plans/${await planNamed(club.address)}/log`);
  await page.getByRole('button', { name: /Two teeth more/ }).click();
  await scan(page, () => page.getByText(/passes at full throttle/).waitFor());
  await page.getByRole('button', { name: 'Learning', exact: true }).click();
  await page.getByRole('button', { name: /Learn from/ }).click();
  await scan(page, () => page.getByText(/Not yet: two runs/).waitFor());

  await page.goto(`${club.address}/plans/${await planNamed(club.address, 'Ridgeback, first conversion')}/step-up`);
  await scan(page, () => page.getByRole('table', { name: 'Steps' }).waitFor());
  await page.getByRole('button', { name: 'Drive this step' }).click();
  await page.getByRole('button', { name: 'It is fitted: begin' }).click();
  await page.getByRole('button', { name: /It has stopped/ }).click();
  await scan(page, () => page.getByRole('region', { name: 'Verdict' }).waitFor());
  await page.goto(`${club.address}/practice`);
  await page.getByRole('button', { name: 'Begin Heat haze' }).click();
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await page.getByRole('button', { name: 'Skip' }).click();
  await scan(page, () => page.getByRole('group', { name: 'Thermometer' }).waitFor());
});
