import { massOfPartsG, planFileOf, resolvePlan } from '@puddler/core';
import { carOf, TEMPLATES } from '../src/active/templates/templates';
import { stockStart } from '../src/active/stock';

test.each(TEMPLATES.map((template) => [template.title, template] as const))('%s: a usual system as bought that it can carry', (_, template) => {
  const car = carOf(template, 'One');
  const stock = stockStart(car, { name: 'First', ...template.plan });
  // Motor, ESC and pack are a part of the car’s weight, and never most of it.
  expect(massOfPartsG(stock)! / 1000).toBeLessThan(0.5 * car.massKg);
  // What is fitted in their place leaves the car a chassis of its own.
  const { car: converted } = resolvePlan(planFileOf(car, { name: 'First', ...template.plan }, stock));
  expect(converted.massKg).toBeGreaterThan(0.6 * car.massKg);
  expect(stock.motorCount).toBe(car.drive === 'tracked' ? template.plan.motorCount : undefined);
});
