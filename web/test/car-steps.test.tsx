import { stepsOf } from '../src/stations/car/steps';
import { stockStart } from '../src/active/stock';
import { chainView } from '../src/jobs/chain-view';
import { planFileFor } from '../src/active/joined-plan';
import { carOf, TEMPLATES } from '../src/active/templates/templates';
import type { ActiveCar } from '../src/active/use-car';
import type { PlanBody } from '@puddler/core';

const [template] = TEMPLATES;
const car = carOf(template!, 'One');
const usual = stockStart(car, { name: 'First', ...template!.plan, gearing: { pinion: 20, spur: 66, typical: ['pinion', 'spur'] } });

function lineOf(id: string, plan: PlanBody | undefined) {
  const file = plan && planFileFor(car, plan, plan);
  const stock = plan && file && { id: 'p', plan, file, view: chainView(file) };
  const active = { id: 'c', car, bench: {}, plans: [], stock } as unknown as ActiveCar;
  const { given, of, known } = stepsOf(active, 'metric', false).find((step) => step.id === id)!;
  return { given, of, known };
}

test('of the system as bought only what was said counts as known', () => {
  expect(lineOf('system', undefined)).toEqual({ given: 0, of: 3, known: '' });
  expect(lineOf('system', usual)).toEqual({ given: 0, of: 3, known: '' });
  const motor: PlanBody = { ...usual, usualParts: ['esc', 'pack'], motor: { ...usual.motor, name: '27T 540' } };
  expect(lineOf('system', motor)).toEqual({ given: 1, of: 3, known: '27T 540' });
  const { usualParts: _usual, ...all } = usual;
  expect(lineOf('system', all)).toMatchObject({ given: 3, of: 3 });
});

test('teeth are known once they are counted, direct drive among them; the ratio behind the spur is asked for by itself', () => {
  expect(lineOf('gears', usual)).toEqual({ given: 0, of: 2, known: '' });
  expect(lineOf('gears', { ...usual, gearing: { pinion: 18, spur: 54 } })).toEqual({ given: 1, of: 2, known: '18 / 54' });
  expect(lineOf('gears', { ...usual, gearing: {} })).toEqual({ given: 1, of: 2, known: 'direct drive' });
});
