import { expect, openPlan, saved, settled, test } from './fixtures';
import { startServer } from './start-server';

const pinionOf = async (address: string, name: string): Promise<number> => {
  const { plans } = (await (await fetch(`${address}/api/garage`)).json()) as { plans: { plan: { name: string; gearing: { pinion: number } } }[] };
  return plans.find((one) => one.plan.name === name)!.plan.gearing.pinion;
};

test('the server goes away and comes back: nothing typed is lost', async ({ page, club }) => {
  await openPlan(page, club.address);
  const status = page.locator('[data-status]');
  await club.stop('SIGKILL');
  await page.keyboard.press(']');
  await page.keyboard.press(']');
  await expect(status).toHaveAttribute('data-status', 'offline');
  await page.keyboard.press(']');
  const back = await startServer({ port: club.port, dataFolder: club.dataFolder });
  try {
    await saved(page);
    expect(await pinionOf(back.address, 'Sixty on packed dirt')).toBe(20);
  } finally {
    await back.stop('SIGKILL');
  }
});

test('the page is closed while the server is away: what was typed is there next time', async ({ page, context, club }) => {
  await openPlan(page, club.address);
  const url = page.url();
  await club.stop('SIGKILL');
  await page.keyboard.press(']');
  await expect(page.locator('[data-status]')).toHaveAttribute('data-status', 'offline');
  await page.waitForTimeout(400);
  await page.close();
  const back = await startServer({ port: club.port, dataFolder: club.dataFolder });
  try {
    const later = await context.newPage();
    await later.goto(url);
    await settled(later);
    await expect(later.getByRole('spinbutton', { name: 'pinion' })).toHaveValue('18');
    await saved(later);
    expect(await pinionOf(back.address, 'Sixty on packed dirt')).toBe(18);
  } finally {
    await back.stop('SIGKILL');
  }
});

test('every acknowledged write survives kill -9', async ({ club }) => {
  const garage = (await (await fetch(`${club.address}/api/garage`)).json()) as { cars: { id: string; version: number; car: { massKg: number } }[] };
  const doc = garage.cars[0]!;
  let acknowledged = { version: doc.version, massKg: doc.car.massKg };
  const writing = (async () => {
    for (let base = doc.version; ; base++) {
      const massKg = 1 + (base % 50) / 10;
      const response = await fetch(`${club.address}/api/cars/${doc.id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ base, car: { ...doc.car, massKg } }),
      });
      if (response.status !== 200) throw new Error(`answered ${response.status}`);
      acknowledged = { version: base + 1, massKg };
    }
  })().catch(() => undefined);
  await new Promise((resolve) => setTimeout(resolve, 500));
  await club.stop('SIGKILL');
  await writing;
  expect(acknowledged.version).toBeGreaterThan(5);
  const back = await startServer({ dataFolder: club.dataFolder });
  try {
    const now = (await (await fetch(`${back.address}/api/cars/${doc.id}`)).json()) as { version: number; car: { massKg: number } };
    // The write under way when it died may have landed too.
    expect(now.version).toBeGreaterThanOrEqual(acknowledged.version);
    expect(now.version).toBeLessThanOrEqual(acknowledged.version + 1);
    if (now.version === acknowledged.version) expect(now.car.massKg).toBe(acknowledged.massKg);
  } finally {
    await back.stop('SIGKILL');
  }
});

for (const keep of ['mine', 'theirs'] as const) {
  test(`two windows change one plan: the builder keeps ${keep}`, async ({ page, context, club }) => {
    await openPlan(page, club.address);
    const other = await context.newPage();
    await other.goto(page.url());
    await settled(other);
    await page.keyboard.press(']');
    await saved(page);
    await other.bringToFront();
    await other.keyboard.press('[');
    const dialog = other.getByRole('dialog', { name: /was changed somewhere else/ });
    await expect(dialog.getByRole('row', { name: 'gearing.pinion' })).toContainText('16');
    await expect(dialog.getByRole('row', { name: 'gearing.pinion' })).toContainText('18');
    await dialog.getByRole('button', { name: keep === 'mine' ? 'Keep mine' : 'Take the newer one' }).click();
    await expect(dialog).toHaveCount(0);
    await saved(other);
    const pinion = keep === 'mine' ? 16 : 18;
    await expect(other.getByRole('spinbutton', { name: 'pinion' })).toHaveValue(String(pinion));
    expect(await pinionOf(club.address, 'Sixty on packed dirt')).toBe(pinion);
  });
}
