import { readFileSync } from 'node:fs';
import type { DocList } from '@puddler/contract';
import type { Page } from '@playwright/test';
import { expect, planNamed, saved, test } from './fixtures';

const PLAN = 'Ridgeback, first conversion';

async function openLadder(page: Page, address: string, name = PLAN): Promise<string> {
  const id = await planNamed(address, name);
  await page.goto(`${address}/plans/${id}/step-up`);
  await expect(page.getByRole('table', { name: 'Steps' })).toBeVisible();
  return id;
}

const type = async (page: Page, label: RegExp, value: string) => {
  await page.getByLabel(label).fill(value);
  await page.getByLabel(label).press('Enter');
};
const verdict = (page: Page) => page.getByRole('region', { name: 'Verdict' });
const ladderOn = async (address: string, planId: string) =>
  ((await (await fetch(`${address}/api/garage`)).json()) as DocList).documents.ladder?.find((doc) => doc.id === planId);

test('a step is driven at the track: cautions, passes, four temperatures with the clock, the verdict, and its run stands in the log', async ({
  page,
  club,
}) => {
  const planId = await openLadder(page, club.address);
  await expect(page.getByText(/steps to the target\.|No safe way leads to the target/)).toBeVisible();
  await page.getByRole('button', { name: 'Drive this step' }).click();
  await expect(page.getByText('Before the first step')).toBeVisible();
  await page.getByRole('button', { name: 'It is fitted: begin' }).click();
  await type(page, /^pass out/, '33 km/h');
  await page.getByRole('button', { name: /It has stopped/ }).click();
  await expect(verdict(page)).toContainText('Hold');
  await expect(verdict(page)).toContainText('A pass each way is missing');
  await expect(verdict(page)).toContainText('Not read: motor, ESC, pack.');
  await page.getByRole('button', { name: 'a matt patch' }).click();
  await type(page, /^and back/, '20,4 mph');
  await type(page, /^Motor/, '21');
  await type(page, /^ESC/, '19');
  await type(page, /^Pack/, '66 F');
  await expect(verdict(page)).toContainText('The highest of the motor in the next two minutes is missing');
  await type(page, /^Highest/, '22');
  await expect(verdict(page)).toContainText('Go on');
  // A smell is no matter of figures.
  await page.getByRole('button', { name: 'It smelt' }).click();
  await expect(verdict(page)).toContainText('Go back');
  await page.getByRole('button', { name: 'It smelt' }).click();
  await expect(verdict(page)).toContainText('Go on');
  await page.getByRole('button', { name: 'Next step' }).click();
  await expect(page.getByRole('button', { name: 'It is fitted: begin' })).toBeVisible();
  await expect(page.getByText('Before the first step')).toBeHidden();
  await page.getByRole('button', { name: 'Leave the track' }).click();
  await expect(page.getByRole('region', { name: 'Where you stand' })).toContainText('Next');
  await saved(page);
  const kept = (await ladderOn(club.address, planId))!.body;
  expect(kept.steps).toHaveLength(1);
  expect(kept.begun!.length).toBeGreaterThan(3);
  await page.getByRole('link', { name: 'its run in the log' }).click();
  await expect(page.getByRole('region', { name: 'The run' }).getByLabel(/^pass out/)).toHaveValue('33');
  await expect(page.getByRole('heading', { level: 2, name: /Step 1: 14\/58/ }).first()).toBeVisible();
});

test('a car that does what was foreseen climbs to the target, and is led on to learning from its steps', async ({ page, club }) => {
  await openLadder(page, club.address);
  await type(page, /^to/, '32 km/h');
  await expect(page.getByText(/gives 3\d\.\d km\/h; the plan has/)).toBeVisible();
  await expect(page.getByText(/^(\d+|Two|Three) steps to the target\./)).toBeVisible();
  const steps = await page.getByRole('table', { name: 'Steps' }).getByRole('row').count();
  await page.getByRole('button', { name: 'Drive this step' }).click();
  const last = page.getByRole('button', { name: 'That was the last step' });
  let driven = 0;
  while (!(await last.isVisible())) {
    if (driven > 0) await page.getByRole('button', { name: 'Next step' }).click();
    const [, speed] = /^([\d.]+) km\/h/.exec(await page.getByText(/km\/h, likely/).innerText())!;
    const [, canC] = /^(\d+)/.exec(await page.getByText('Motor, read within a minute').locator('xpath=following-sibling::dd').innerText())!;
    await page.getByRole('button', { name: 'It is fitted: begin' }).click();
    await type(page, /^pass out/, speed!);
    await page.getByRole('button', { name: /It has stopped/ }).click();
    if (driven === 0) await page.getByRole('button', { name: 'a matt patch' }).click();
    await type(page, /^and back/, speed!);
    await type(page, /^Motor/, canC!);
    await type(page, /^ESC/, '20');
    await type(page, /^Pack/, '20');
    await type(page, /^Highest/, canC!);
    await expect(verdict(page)).toContainText('Go on');
    driven++;
  }
  expect(driven).toBe(steps - 1);
  await last.click();
  await expect(page.getByText('The target is reached')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'What comes next' })).toContainText(/learn from \d+ runs/);
});

test('the ladder is there after a reload, the wait goes on while the page is closed, and a step is undone', async ({ page, club }) => {
  const planId = await openLadder(page, club.address);
  await page.getByRole('button', { name: 'Drive this step' }).click();
  await page.getByRole('button', { name: 'It is fitted: begin' }).click();
  await page.getByRole('button', { name: /It has stopped/ }).click();
  await type(page, /^Motor/, '74');
  await expect(verdict(page)).toContainText('from 70 °C on take care');
  await page.getByRole('button', { name: 'See the ladder' }).click();
  const wait = page.getByRole('region', { name: 'Until the next run' });
  await expect(wait.getByRole('timer')).toHaveText(/^\d+:\d\d$/);
  await type(page, /^under/, '60');
  await expect(page.getByLabel(/^under/)).toHaveValue('60');
  await saved(page);
  await page.reload();
  await expect(wait.getByRole('timer').or(wait.getByText('Cool enough'))).toBeVisible();
  expect((await ladderOn(club.address, planId))!.body.readyC).toBe(60);
  await expect(page.getByText('The same once more')).toBeVisible();
  // A figure that cannot be changes nothing.
  await type(page, /^under/, 'warm');
  await expect(page.getByRole('alert')).toContainText('under: “warm” is not a number');
});

test('a ladder that was worked out stands there at once the next time, without its worker', async ({ page, club }) => {
  await openLadder(page, club.address);
  const steps = page.getByRole('table', { name: 'Steps' });
  const before = await steps.innerText();
  await page.route(/ladder-worker/, (route) => route.abort());
  await page.reload();
  await expect(steps).toHaveText(before.replace(/\s+/g, ' '), { useInnerText: true });
});

test('a car as bought runs with its gears already: nothing is fitted, and its ladder is one step that asks for no other pinion', async ({
  page,
  club,
}) => {
  const id = await openLadder(page, club.address, 'Pacer as bought');
  await expect(page.getByRole('table', { name: 'Steps' }).getByRole('row')).toHaveCount(2);
  await expect(page.getByText('to buy')).toHaveCount(0);
  await page.goto(`${club.address}/plans/${id}/fit`);
  await expect(page.getByText('This plan changes nothing of the car as bought: there is nothing to fit.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'One step a screen' })).toHaveCount(0);
});

test('only gears that are owned make another ladder, which is printed with room to write', async ({ page, club }) => {
  await openLadder(page, club.address);
  const table = page.getByRole('table', { name: 'Steps' });
  await expect(table.getByText('to buy').first()).toBeVisible();
  await page.getByRole('button', { name: 'Only gears I own' }).click();
  await expect(table.getByText('to buy')).toHaveCount(0);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('columnheader', { name: 'highest in 2 min' })).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('heading', { name: /Step up/ }).click();
  await page.keyboard.press('Control+z');
  await expect(table.getByText('to buy').first()).toBeVisible();
});

test('a target is typed as a speed: the gears for it are found, the ladder leads there, and back to the plan’s own', async ({ page, club }) => {
  const planId = await openLadder(page, club.address);
  const table = page.getByRole('table', { name: 'Steps' });
  await expect(page.getByText(/^As the plan is geared, \d+\/58; or type another speed/)).toBeVisible();
  const before = await table.innerText();
  await type(page, /^to/, '25 mph');
  await expect(page.getByText(/gives 4\d\.\d km\/h; the plan has/)).toBeVisible();
  const [, pinion] = /(\d+)\/58 gives/.exec(await page.getByText(/gives 4\d\.\d km\/h; the plan has/).innerText())!;
  await expect(table.getByRole('row', { name: new RegExp(`^${pinion}/58 target`) })).toBeVisible();
  await type(page, /^to/, 'fast');
  await expect(page.getByRole('alert')).toContainText('to: “fast” is not a number');
  await saved(page);
  expect((await ladderOn(club.address, planId))!.body.targetMs).toBeCloseTo(25 * 0.44704, 2);
  await type(page, /^to/, '');
  await expect.poll(() => table.innerText()).toBe(before);
});

test('set day one from start to reckoning, through the doors that real files come by', async ({ page, empty }) => {
  await page.goto(empty.address);
  await page.getByRole('link', { name: 'Practise with a simulated one' }).click();
  await page.getByRole('button', { name: 'Begin First light' }).click();
  await page.getByRole('note').getByRole('link', { name: 'Step up' }).click();
  await expect(page.getByText('steps to the target.')).toBeVisible();
  await expect(page.getByText('everything about this car is simulated')).toBeVisible();

  const thermometer = page.getByRole('group', { name: 'Thermometer' });
  const driveStep = async (first: boolean) => {
    await page.getByRole('button', { name: first ? 'Drive this step' : /Drive this step|Drive it once more/ }).click();
    await page.getByRole('button', { name: 'It is fitted: begin' }).click();
    await page.getByRole('button', { name: 'Leave the track' }).click();
    await page.getByRole('link', { name: 'Back to the quarry' }).click();
    await page.getByRole('button', { name: 'Drive', exact: true }).click();
    if (first) await expect(page.getByRole('status').getByText(/^[1-9]\d*$/)).toBeVisible();
    await page.getByRole('button', { name: 'Skip' }).click();
    await page.getByRole('button', { name: '+30 s' }).click();
    for (const part of ['Motor', 'ESC', 'Pack']) await thermometer.getByRole('button', { name: part }).click();
    await page.getByRole('button', { name: 'Note both passes' }).click();
    await expect(page.getByText(/by the phone/)).toBeVisible();
    await page.getByRole('button', { name: '+1 min' }).click();
    await thermometer.getByRole('button', { name: 'Motor' }).click();
    await expect(page.getByText(/Motor .* 1:30 after the stop/)).toBeVisible();
  };
  await driveStep(true);

  // Files are fetched from the devices and dropped in the log as real ones are.
  const files = [];
  for (const name of ['ESC log', 'Track, GPX']) {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
    files.push({ name: download.suggestedFilename(), mimeType: 'text/plain', buffer: readFileSync(await download.path()) });
  }
  await page.getByRole('note').getByRole('link', { name: 'Log' }).click();
  await page.getByLabel('Logs of the run').setInputFiles(files);
  await page.getByRole('button', { name: 'Keep them with the run' }).click();
  await expect(page.getByText(/passes at full throttle/)).toBeVisible();
  await page.getByRole('link', { name: 'Step up' }).click();
  await expect(verdict(page)).toContainText('Go on');

  // What it taught draws the rest of the ladder anew.
  await page.getByRole('button', { name: 'Learn from one run' }).click();
  await page.getByRole('button', { name: 'Draw the rest by it' }).click();
  await expect(page.getByText('drawn by what one run taught').or(page.getByText('One run')).first()).toBeVisible();
  await expect(page.getByRole('table', { name: 'Steps' })).toBeVisible();

  for (let step = 0; step < 9; step++) {
    await expect(page.getByRole('button', { name: /Drive this step|Drive it once more/ })).toBeEnabled();
    if (await page.getByText('The target is reached').isVisible()) break;
    await driveStep(false);
    await page.getByRole('note').getByRole('link', { name: 'Step up' }).click();
    await expect(verdict(page)).toBeVisible();
  }
  await expect(page.getByText('The target is reached')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the quarry' }).click();
  await page.getByRole('button', { name: 'End the day' }).click();
  await page.getByRole('button', { name: 'End it' }).click();
  const reckoning = page.getByRole('region', { name: 'Reckoning' });
  await expect(reckoning).toContainText('The target is reached.');
  await expect(reckoning).toContainText('Hottest inside');
  await page.getByRole('button', { name: 'All days' }).click();
  await expect(page.getByRole('list', { name: 'Best of this day' })).toContainText('target reached');
  // Real cars know nothing of it.
  await page.goto(empty.address);
  await expect(page.getByRole('region', { name: 'Practice' })).toContainText('Quarry hack');
});

test('who gears straight for it burns the motor, here and only here; one’s own plan is practised on a day by chance', async ({ page, club }) => {
  await page.goto(`${club.address}/practice`);
  await page.getByLabel('Plan to practise with').selectOption({ label: 'Ridgeback: Slow wind, geared up' });
  await page.getByLabel('on day').fill('10');
  await page.getByRole('region', { name: 'Free play' }).getByRole('button', { name: 'Begin' }).click();
  await page.getByLabel('pinion').selectOption({ index: 10 });
  await page.getByRole('button', { name: 'The whole run' }).click();
  await page.getByRole('button', { name: 'Drive', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Reckoning' })).toContainText('The motor is burnt');
});
