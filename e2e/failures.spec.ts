import type { Page, Worker } from '@playwright/test';
import { expect, FINEST, openPlan, planNamed, settled, testAlone as test, openStep } from './fixtures';

const named = (page: Page, name: string): Worker[] => page.workers().filter((worker) => worker.url().includes(`${name}-worker`));

/** Makes the workers of a kind end instead of answering their next question, without a word: as when their memory has run out. */
async function killAtNextQuestion(page: Page, name: string): Promise<void> {
  await expect.poll(() => named(page, name).length).toBeGreaterThan(0);
  // Each worker holds a lock that the page waits for: from then on its end is noticed.
  const waitedFor = () => page.evaluate(async () => (await navigator.locks.query()).pending!.length);
  await expect.poll(async () => (await waitedFor()) - page.workers().length).toBe(0);
  for (const worker of named(page, name)) await worker.evaluate(() => void (self.postMessage = () => self.close()));
}

/** The words of a failure are there; trying again takes them away. */
async function recovers(page: Page, words: string): Promise<void> {
  const alert = page.getByRole('alert').filter({ hasText: words });
  await expect(alert).toContainText('The computation ended before it had an answer');
  await alert.getByRole('button', { name: 'Try again' }).click();
  await expect(alert).toHaveCount(0);
}

test('a run’s worker dies: the chain answers on, the panels say so, and trying again starts another', async ({ page, club }) => {
  await openPlan(page, club.address);
  await killAtNextQuestion(page, 'predict');
  await page.keyboard.press(']');
  await expect(page.getByText('62.').first()).toBeVisible();
  await recovers(page, 'The run could not be computed');
  await settled(page);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

/** A plan’s workers have answered all that it asks by itself: one that is ended now leaves only the next question without its answer. */
async function quiet(page: Page): Promise<void> {
  await settled(page);
  await expect(page.locator(`[data-bands="${FINEST}"]`)).toHaveCount(1);
  await expect(page.locator('[data-fixes="ready"]')).toHaveCount(1);
}

test('the workers of a plan’s panels die: bands, fixes, gears, heat and sweep each say so and recover', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.keyboard.press(']');
  await quiet(page);
  await killAtNextQuestion(page, 'plan');
  await page.keyboard.press(']');
  await recovers(page, 'How sure the answers are could not be worked out');
  await recovers(page, 'What would help could not be worked out');
  await expect(page.getByRole('button', { name: /^2 cells → / })).toBeVisible();
  for (const [tab, words] of [
    ['Gears', 'The pairs of gears could not be driven'],
    ['Heat', 'The heat could not be computed'],
    ['Sweep', 'The range could not be driven'],
  ] as const) {
    await page.getByRole('tab', { name: 'Pass' }).click();
    await page.reload();
    await quiet(page);
    await killAtNextQuestion(page, 'plan');
    await page.getByRole('tab', { name: tab }).click();
    await recovers(page, words);
    await expect(page.getByRole('tabpanel')).not.toContainText(/Driving|being computed/);
  }
});

test('workers of Car, Buy, Step up and Find die: each says so in its place and recovers', async ({ page, club }) => {
  await page.goto(club.address);
  await page.getByRole('link', { name: 'Ridgeback', exact: true }).click();
  const today = await openStep(page, 'What it does today');
  await expect(today.getByText('the likeliest first')).toBeVisible();
  await killAtNextQuestion(page, 'car');
  await today.getByLabel(/^Top speed, measured/).fill('30');
  await today.getByLabel(/^Top speed, measured/).press('Enter');
  await recovers(page, 'It could not be compared');
  await expect(today.getByText(/Puddler predicts/)).toBeVisible();

  const plan = `${club.address}/plans/${await planNamed(club.address)}`;
  await page.goto(`${plan}/buy`);
  await expect(page.getByRole('region', { name: 'Upgrade path' })).toBeVisible();
  await killAtNextQuestion(page, 'plan');
  await page
    .getByLabel(/receiver/i)
    .first()
    .selectOption({ index: 1 });
  await recovers(page, 'The list could not be made');

  // Buy has asked for this ladder already: one that is kept asks no worker.
  await page.goto(`${plan}/step-up`);
  await page.evaluate(() => indexedDB.deleteDatabase('puddler-ladders'));
  await page.reload();
  // It stands before the target has been driven for all cars, which the worker still has to answer.
  await expect(page.locator(`[data-cars="${FINEST}"]`)).toHaveCount(1);
  await killAtNextQuestion(page, 'ladder');
  await page.getByRole('button', { name: 'Only gears I own' }).click();
  await recovers(page, 'The ladder could not be drawn');

  await page.goto(`${plan}/find`);
  const through = page.locator('[data-search=finished]');
  await through.waitFor();
  await killAtNextQuestion(page, 'search');
  const can = page.getByRole('region', { name: 'The wish' }).getByLabel('can', { exact: true });
  await can.fill('75');
  await can.press('Enter');
  await recovers(page, 'The search could not go on');
  await through.waitFor();
});

test('workers of Log, Shelf and Practice die: each says so in its place and recovers', async ({ page, club }) => {
  await page.goto(`${club.address}/plans/${await planNamed(club.address)}/log`);
  await page.getByRole('button', { name: 'Learning', exact: true }).click();
  await expect(page.getByText(/±/).first()).toBeVisible();
  await killAtNextQuestion(page, 'log');
  await page.getByRole('button', { name: 'amps', exact: true }).click();
  await recovers(page, 'It could not be weighed');
  await killAtNextQuestion(page, 'log');
  await page.getByRole('button', { name: 'Replay', exact: true }).click();
  await recovers(page, 'It could not be driven');
  await expect(page.getByText('Measured and computed')).toBeVisible();

  await page.getByRole('button', { name: 'Learning', exact: true }).click();
  const learning = page.waitForEvent('worker');
  await page.getByRole('button', { name: 'Learn from 5 runs' }).click();
  // It tells that it lives and what it begins with: the third word is not heard any more.
  await (
    await learning
  ).evaluate(() => {
    const send = self.postMessage.bind(self);
    let words = 0;
    self.postMessage = (word: unknown) => (words++ < 2 ? send(word) : self.close());
  });
  await recovers(page, 'Nothing was learned');
  await expect(page.getByText(/Not yet: two runs/)).toBeVisible({ timeout: 30_000 });

  await page.goto(`${club.address}/shelf`);
  await page
    .getByLabel('CSV file of parts')
    .setInputFiles({ name: 'own.csv', mimeType: 'text/csv', buffer: Buffer.from('kind;name;Zähne\npinion;Old 15;15\n') });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Meaning of Zähne')).toBeVisible();
  await killAtNextQuestion(page, 'csv');
  await dialog.getByLabel('Meaning of Zähne').selectOption('spec.teeth');
  await recovers(page, 'The file could not be read');
  await expect(dialog.getByLabel('Meaning of Zähne')).toBeVisible();
  await page.keyboard.press('Escape');

  await page.goto(`${club.address}/practice`);
  await page.getByRole('button', { name: 'Begin First light' }).click();
  await page.getByRole('note').getByRole('link', { name: 'Step up' }).click();
  await page.getByRole('link', { name: 'Back to the quarry' }).click();
  const drive = page.getByRole('button', { name: 'Drive', exact: true });
  await drive.click();
  await page.getByRole('button', { name: 'Skip' }).click();
  await killAtNextQuestion(page, 'practice');
  await drive.click();
  await expect(page.getByText('The computation ended before it had an answer')).toBeVisible();
  await drive.click();
  await expect(page.getByRole('button', { name: 'Skip' })).toBeVisible();
  await expect(page.getByText('The computation ended before it had an answer')).toHaveCount(0);
});

test('a worker whose script cannot be fetched says so, and is fetched when one tries again', async ({ page, club }) => {
  await page.route(/predict-worker/, (route) => route.abort());
  await page.goto(`${club.address}/plans/${await planNamed(club.address)}`);
  const alert = page.getByRole('alert').filter({ hasText: 'The run could not be computed' });
  await expect(alert).toContainText('could not be loaded. Is Puddler still running?');
  await expect(page.getByText('59.1').first()).toBeVisible();
  await page.unroute(/predict-worker/);
  await alert.getByRole('button', { name: 'Try again' }).click();
  await settled(page);
});

test('a chart that throws leaves header, chain and panels at work, and its figures as a table', async ({ page, club }) => {
  await page.addInitScript(() => {
    // What follows the width of every chart, and of nothing that answers.
    const { observe } = ResizeObserver.prototype as { observe: (this: ResizeObserver, ...rest: Parameters<ResizeObserver['observe']>) => void };
    ResizeObserver.prototype.observe = function (target, ...rest) {
      if (target.querySelector('svg[role=application]') && !document.title.includes('drawable')) throw new Error('a chart that cannot be drawn');
      return observe.call(this, target, ...rest);
    };
  });
  await page.goto(`${club.address}/plans/${await planNamed(club.address)}`);
  const alert = page.getByRole('alert').filter({ hasText: 'The chart could not be drawn' });
  await expect(alert).toContainText('the rest of the page works on');
  await expect(page.getByRole('table').getByRole('columnheader', { name: /speed/ })).toBeVisible();
  await page.getByText('A report to send along').click();
  await expect(page.getByText('a chart that cannot be drawn')).toBeVisible();
  await page.keyboard.press(']');
  await expect(page.getByRole('spinbutton', { name: 'pinion' })).toHaveValue('18');
  await expect(page.getByRole('region', { name: 'What fails first' })).toContainText('Motor can');
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
  // What comes in later draws the chart again by itself.
  await expect(page.locator(`[data-bands="${FINEST}"]`)).toHaveCount(1);
  await page.evaluate(() => void (document.title += ' drawable'));
  await alert.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('application', { name: /^Pass at full throttle/ })).toBeVisible();
  await expect(alert).toHaveCount(0);
});

test('an edit kept by an earlier release is brought to the current schema; one that cannot be read is set apart, and the page starts', async ({
  page,
  club,
}) => {
  const planId = await planNamed(club.address);
  await page.goto(`${club.address}/favicon.svg`);
  await page.evaluate(async (id) => {
    const { documents } = (await (await fetch('/api/garage')).json()) as {
      documents: { plan: { id: string; version: number; parentId: string; body: { gearing: object } }[] };
    };
    const { version, parentId, body } = documents.plan.find((one) => one.id === id)!;
    const content = (changed: unknown) => ({ kind: 'plan', parentId, body: changed });
    const common = { updatedAt: new Date().toISOString(), remote: { state: 'present', version, content: content(body) } };
    const edits: [string, unknown][] = [
      [`plan:${id}`, { ...common, key: `plan:${id}`, id, content: content({ ...body, gearing: { ...body.gearing, pinion: 19 } }) }],
      [
        'plan:7a1e4c3e-0000-4000-8000-000000000001',
        { key: 'plan:7a1e4c3e-0000-4000-8000-000000000001', content: { kind: 'plan', body: { name: 'Of another time', engine: 'steam' } } },
      ],
    ];
    await new Promise<void>((resolve, reject) => {
      const opening = indexedDB.open('puddler');
      opening.onupgradeneeded = () => opening.result.createObjectStore('unsaved');
      opening.onerror = () => reject(opening.error!);
      opening.onsuccess = () => {
        const writing = opening.result.transaction('unsaved', 'readwrite');
        for (const [key, value] of edits) writing.objectStore('unsaved').put(value, key);
        writing.oncomplete = () => (opening.result.close(), resolve());
      };
    });
  }, planId);
  await page.goto(`${club.address}/plans/${planId}`);
  await settled(page);
  await expect(page.getByRole('spinbutton', { name: 'pinion' })).toHaveValue('19');
  await page.getByRole('link', { name: 'Garage', exact: true }).click();
  const notice = page.getByRole('alert').filter({ hasText: 'cannot be read' });
  await expect(notice).toContainText('Of another time');
  const [file] = await Promise.all([page.waitForEvent('download'), notice.getByRole('button', { name: 'Save them as a file' }).click()]);
  expect(file.suggestedFilename()).toBe('puddler unreadable edits.json');
  await page.reload();
  await notice.getByRole('button', { name: 'Throw them away' }).click();
  await expect(notice).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('link', { name: 'Sixty on packed dirt' })).toBeVisible();
  await expect(notice).toHaveCount(0);
});
