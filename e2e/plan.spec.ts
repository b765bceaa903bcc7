import { answer, expect, openPlan, saved, settled, test, openStep } from './fixtures';

test('pinion, kv and cells change the answers at once, and it is all there tomorrow', async ({ page, club }) => {
  await openPlan(page, club.address);
  expect(await answer(page, 'Top speed')).toBeCloseTo(59.1, 1);
  expect(await answer(page, 'Motor after')).toBe(83);

  await page.getByRole('button', { name: 'pinion up' }).click();
  expect(await answer(page, 'Top speed')).toBeGreaterThan(61);
  await page.getByRole('spinbutton', { name: 'cells' }).press('ArrowDown');
  await settled(page);
  const speed = await answer(page, 'Top speed');
  const can = await answer(page, 'Motor after');
  expect(speed).toBeLessThan(50);
  expect(can).toBeLessThan(66);
  await saved(page);

  await page.reload();
  await settled(page);
  await expect(page.getByRole('spinbutton', { name: 'pinion' })).toHaveValue('18');
  expect(await answer(page, 'Top speed')).toBe(speed);
  expect(await answer(page, 'Motor after')).toBe(can);
});

test('what a label says of a part is understood where one of its figures is typed, as one undo', async ({ page, club }) => {
  await openPlan(page, club.address);
  const pinion = page.getByRole('spinbutton', { name: 'pinion' });
  const spur = page.getByRole('spinbutton', { name: 'spur' });
  await pinion.fill('15/60');
  await pinion.press('Enter');
  await expect(pinion).toHaveValue('15');
  await expect(spur).toHaveValue('60');
  await page.keyboard.press('Control+z');
  await expect(spur).toHaveValue('58');
  await expect(pinion).toHaveValue('17');

  await page.getByRole('button', { name: /^ESC:/ }).click();
  const drawer = page.getByRole('dialog');
  const most = drawer.getByLabel('Most cells');
  await most.fill('2-99S');
  await most.press('Enter');
  await expect(drawer.getByRole('alert')).toContainText('is not a unit for this');
  await most.fill('2-4S');
  await most.press('Enter');
  await expect(drawer.getByRole('alert')).toHaveCount(0);
  await expect(drawer.getByLabel('Fewest cells')).toHaveValue('2');
  await expect(most).toHaveValue('4');
});

test('the keys step, pin, undo and swap units', async ({ page, club }) => {
  await openPlan(page, club.address);
  const pinion = page.getByRole('spinbutton', { name: 'pinion' });
  const spur = page.getByRole('spinbutton', { name: 'spur' });
  const cells = page.getByRole('spinbutton', { name: 'cells' });
  await page.keyboard.press('p');
  await page.keyboard.press(']');
  await expect(pinion).toHaveValue('18');
  await page.keyboard.press('[');
  await page.keyboard.press('[');
  await expect(pinion).toHaveValue('16');
  await page.keyboard.press('}');
  await expect(spur).toHaveValue('59');
  await page.keyboard.press('{');
  await page.keyboard.press(',');
  await expect(cells).toHaveValue('2');
  await expect(page.getByText(/on pinned/).first()).toBeVisible();
  await page.keyboard.press('.');
  // Another setup is pinned beside the first; pressed again on the same, its pin is out, and the first is told against.
  await page.keyboard.press('p');
  await expect(page.getByText(/on pinned/)).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Compare 2' })).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByRole('link', { name: 'Compare 1' })).toBeVisible();
  await expect(page.getByText(/on pinned/).first()).toBeVisible();

  await page.keyboard.press('u');
  await expect(page.getByText('mph', { exact: true }).first()).toBeVisible();
  await page.keyboard.press('u');
  for (let i = 0; i < 7; i++) await page.keyboard.press('Control+z');
  await expect(pinion).toHaveValue('17');
  await expect(spur).toHaveValue('58');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(cells).toHaveValue('3');
  await saved(page);
});

test('a figure typed with its unit is understood; a bad one says what is allowed and changes nothing', async ({ page, club }) => {
  await openPlan(page, club.address);
  const tyre = page.getByRole('spinbutton', { name: 'tyre diameter' });
  await tyre.click();
  await tyre.fill('3.5 in');
  await tyre.press('Enter');
  await expect(tyre).toHaveValue('88.9');
  const speed = await answer(page, 'Top speed');
  await tyre.fill('68 km');
  await tyre.press('Enter');
  await expect(page.getByRole('alert')).toContainText('is not a unit');
  expect(await answer(page, 'Top speed')).toBe(speed);
  await tyre.press('Escape');
  await expect(tyre).toHaveValue('88.9');
});

test('dragging the pinion sideways steps it, as one undo', async ({ page, club }) => {
  await openPlan(page, club.address);
  const pinion = page.getByRole('spinbutton', { name: 'pinion' });
  const box = (await pinion.boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 56, box.y + 8, { steps: 8 });
  await page.mouse.up();
  await expect(pinion).toHaveValue('22');
  await page.keyboard.press('Control+z');
  await expect(pinion).toHaveValue('17');
});

test('a drawer holds every figure with its source; clearing one goes back to the estimate', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.getByRole('button', { name: /^Motor:/ }).click();
  const drawer = page.getByRole('dialog', { name: 'Motor' });
  const winding = drawer.getByLabel(/^Winding resistance/);
  await expect(drawer).toContainText('estimated: from the volume of the can and kv');
  await winding.fill('9.1');
  await winding.press('Enter');
  await settled(page);
  await expect(page.getByText('58.', { exact: false }).first()).toBeVisible();
  await winding.fill('99999999');
  await winding.press('Enter');
  await expect(drawer.getByRole('alert')).toContainText('allowed');
  await winding.fill('');
  await winding.press('Enter');
  await expect(winding).toHaveValue('');
  await drawer.getByLabel('Kind').selectOption('brushed');
  await expect(page.getByRole('spinbutton', { name: 'turns' })).toHaveValue('27');
  await drawer.getByRole('button', { name: 'Close' }).click();
  await expect(drawer).toHaveCount(0);
  expect(await answer(page, 'Top speed')).toBeLessThan(50);
});

test('a car’s own figure changes all its plans', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.getByRole('link', { name: 'Car', exact: true }).click();
  const mass = (await openStep(page, 'Weigh it')).getByRole('textbox', { name: 'Weight ready to run' });
  await mass.fill('2600 g');
  await mass.press('Enter');
  await saved(page);
  await page.getByRole('link', { name: 'Garage', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Ridgeback' })).toContainText('2.6 kg');
  await page.getByRole('link', { name: 'Ridgeback, first conversion' }).click();
  await settled(page);
  expect(await answer(page, 'Top speed')).toBeLessThan(48.8);
});

test('“gear for” says how hot each pinion makes the motor; a word of the field says what it means', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.getByRole('tab', { name: 'Gears' }).click();
  await page.getByLabel('gear for').fill('64');
  await expect(page.getByRole('button', { name: /^18 T: 62\.\d ?can \d+ °C, over 70$/ })).toBeVisible();
  await page.getByRole('button', { name: 'rollout' }).click();
  await expect(page.getByText('Road covered in one turn of the motor.')).toBeVisible();
  await page.getByRole('tab', { name: 'Working' }).click();
  await page.getByRole('button', { name: 'Rollout' }).click();
  await expect(page.getByRole('dialog')).toContainText('Road covered in one turn of the motor');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Rollout' })).toBeFocused();
});

test('what is open stands in the address: Back closes a drawer, a reload finds the panel', async ({ page, club }) => {
  await openPlan(page, club.address);
  const plain = page.url();
  await page.getByRole('tab', { name: 'Working' }).click();
  await expect(page).toHaveURL(`${plain}?tab=working`);
  await page.getByRole('button', { name: /^Motor: .*All figures/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page).toHaveURL(`${plain}?tab=working`);
  await page.getByRole('button', { name: /^Pack: .*All figures/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Pack: .*All figures/ })).toBeFocused();
  await page.reload();
  await expect(page.getByRole('tab', { name: 'Working', selected: true })).toBeVisible();
});

test('a car that cannot move says so', async ({ page, club }) => {
  await openPlan(page, club.address);
  await page.getByRole('button', { name: /^Road:/ }).click();
  const slope = page.getByRole('dialog').getByLabel('Slope');
  await slope.fill('95');
  await slope.press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Tyres' }).click();
  const grip = page.getByRole('dialog').getByLabel('Grip on this surface');
  await grip.fill('0.3');
  await grip.press('Enter');
  // The speed says so, and so does what fails first, where nothing else is over a limit.
  await expect(page.getByText('It does not move')).toHaveCount(2);
  expect(await answer(page, 'Top speed')).toBe(0);
});

test('from 1600 px on two panels stand side by side', async ({ page, club }) => {
  await openPlan(page, club.address);
  await expect(page.getByText(/^Heat · /)).toHaveCount(0);
  await page.setViewportSize({ width: 1700, height: 900 });
  await expect(page.getByText('Pass at full throttle')).toBeVisible();
  await expect(page.getByText(/^Heat · /)).toBeVisible();
  await page.getByRole('tab', { name: 'Gears' }).click();
  await expect(page.getByText(/^A lap of /)).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.getByText(/^A lap of /)).toHaveCount(0);
});

test('the pass chart reads out under the arrow keys and turns into a table', async ({ page, club }) => {
  await openPlan(page, club.address);
  const chart = page.getByRole('application', { name: /^Pass at full throttle/ });
  await chart.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('at 0.00 s')).toBeVisible();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('at 0.00 s')).toHaveCount(0);
  await expect(page.getByText(/^at \d+\.\d\d s/)).toBeVisible();
  await page.getByRole('button', { name: 'As a table' }).click();
  const table = page.getByRole('table');
  await expect(table.getByRole('row')).toHaveCount(26);
  await expect(table.getByRole('columnheader')).toHaveText(['time s', 'speed km/h', 'pack current A', 'at the ESC V']);
});

test('stepping keeps up: the newest figures win and the chart follows', async ({ page, club }) => {
  await openPlan(page, club.address);
  for (let i = 0; i < 20; i++) await page.keyboard.press(']');
  await expect(page.getByRole('spinbutton', { name: 'pinion' })).toHaveValue('37');
  await settled(page);
  expect(await answer(page, 'Motor after')).toBeGreaterThan(85);
  await expect(page.getByText('fails first', { exact: true })).toBeVisible();
});

test('chain, answers and chart stand on one screen', async ({ page, club }) => {
  await openPlan(page, club.address);
  for (const name of ['The chain', 'The answers']) expect((await page.getByRole('region', { name }).boundingBox())!.y).toBeLessThan(420);
  const chart = (await page.getByRole('application').boundingBox())!;
  expect(chart.y + chart.height).toBeLessThanOrEqual(800);
});

test('a course of one’s own: chosen, a leg typed in miles an hour, its laps by pinion, in the file, and one undo each', async ({ page, club }) => {
  await openPlan(page, club.address);
  const before = await answer(page, 'Motor after');
  await page.getByRole('button', { name: /^Road/ }).first().click();
  const course = page.getByRole('region', { name: 'The course' });
  await course.getByLabel('Course', { exact: true }).selectOption('Big field');
  await expect(course.getByRole('row')).toHaveCount(4);
  await course.getByLabel('Corner of leg 1 by').selectOption('speed');
  const corner = course.getByRole('textbox', { name: /^Corner of leg 1/ });
  await corner.fill('10 mph');
  await corner.press('Enter');
  await expect(corner).toHaveValue('16.09');
  await corner.fill('fast');
  await corner.press('Enter');
  await expect(course.getByRole('alert')).toContainText('not a number');
  await course.getByRole('button', { name: 'Remove leg 3' }).click();
  await expect(course.getByRole('row')).toHaveCount(3);
  await page.keyboard.press('Escape');
  await settled(page);
  expect(await answer(page, 'Motor after')).not.toBe(before);
  await page.getByRole('tab', { name: 'Gears' }).click();
  await page.getByRole('button', { name: 'lap time' }).click();
  await expect(page.getByText(/^Fastest lap: \d+ T, \d+\.\d+ s/)).toBeVisible();
  await saved(page);
  await page.getByRole('tab', { name: 'Pass' }).click();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  await settled(page);
  await expect.poll(() => answer(page, 'Motor after')).toBe(before);
});
