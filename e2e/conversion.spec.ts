import { answer, expect, openPlan, saved, settled, test, openStep } from './fixtures';

test('what a conversion changes on the car is its plan’s own; the car as bought and its other plans stay', async ({ page, club }) => {
  await openPlan(page, club.address);
  const before = await answer(page, 'Top speed');
  await page.getByRole('button', { name: /^Tyres:/ }).click();
  const drawer = page.getByRole('dialog');
  await drawer.getByLabel('Diameter', { exact: false }).fill('80');
  await page.keyboard.press('Enter');
  await expect(drawer.getByText('changed by this plan · as bought 68 mm')).toBeVisible();
  await drawer.getByRole('button', { name: 'Road', exact: true }).click();
  await expect(drawer.getByText(/the car’s weight, with the motor, ESC and pack of this plan/)).toBeVisible();
  await drawer.getByLabel('Weight ready to run').fill('1,82 kg');
  await page.keyboard.press('Enter');
  await expect(drawer.getByText('weighed in this setup · as bought 1.75 kg')).toBeVisible();
  await page.keyboard.press('Escape');
  await settled(page);
  expect(await answer(page, 'Top speed')).toBeGreaterThan(before + 3);
  await saved(page);

  // The car as bought has its own tyre and weight still.
  await page.getByRole('link', { name: 'Car', exact: true }).click();
  await expect((await openStep(page, 'Tyre')).getByLabel('Diameter', { exact: false })).toHaveValue('68');
  await expect((await openStep(page, 'Weigh it')).getByRole('textbox', { name: 'Weight ready to run' })).toHaveValue('1.75');

  await openPlan(page, club.address);
  await page.getByRole('button', { name: /^Tyres:/ }).click();
  await page.getByRole('button', { name: 'put back' }).click();
  await expect(page.getByLabel('Diameter', { exact: false }).last()).toHaveValue('68');
});

test('direct drive asks for the ratio that is left; gears put back bring the old one back', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.getByRole('button', { name: /^Gears:/ }).click();
  const drawer = page.getByRole('dialog');
  await drawer.getByLabel('Drives').selectOption({ label: 'motor on the axle' });
  const asked = drawer.getByRole('group', { name: 'Direct drive: no pinion and no spur' });
  await asked.getByRole('textbox').fill('axle');
  await asked.getByRole('button', { name: 'Make it direct' }).click();
  await expect(asked.getByRole('alert')).toBeVisible();
  await expect(drawer.getByLabel('Pinion', { exact: false }).first()).toHaveValue('17');
  await asked.getByRole('button', { name: 'Keep the gears' }).click();
  await expect(drawer.getByLabel('Drives')).toHaveValue('4wd-shaft');

  await drawer.getByLabel('Drives').selectOption({ label: 'motor on the axle' });
  await asked.getByRole('textbox').fill('1');
  await page.keyboard.press('Enter');
  await expect(drawer.getByLabel('Pinion', { exact: false }).first()).toHaveValue('');
  await expect(drawer.getByLabel('Ratio behind the spur', { exact: false })).toHaveValue('1');
  await drawer.getByLabel('Pinion', { exact: false }).first().fill('17 T');
  await page.keyboard.press('Enter');
  await expect(drawer.getByLabel('Ratio behind the spur', { exact: false })).toHaveValue('2.6');
  await expect(drawer.getByLabel('Drives')).toHaveValue('4wd-shaft');
});
