import { limitsWith, PART_KINDS, resolvePlan, Search, SearchSpace, type SearchScope } from '@puddler/core';
import { classesFor, PINION_TEETH } from '../../src/search/classes';
import { plainPlan } from '../helpers';

const CLASSES: SearchScope = {
  motor: 'classes',
  esc: 'classes',
  pack: 'classes',
  gears: 'classes',
  packPairs: false,
  twoMotors: false,
  gearbox: false,
};

describe('generic sizes', () => {
  it.each([0.26, 0.9, 1.6, 11])('for a car of %s kg can all be computed, each by a name of its own', (massKg) => {
    const { motors, escs, packs } = classesFor({ massKg });
    for (const motor of motors) expect(resolvePlan(plainPlan({ motor })).motor.resistanceOhm).toBeGreaterThan(0.001);
    for (const esc of escs) expect(resolvePlan(plainPlan({ esc })).esc.burstA).toBe(4 * esc.continuousA);
    for (const pack of packs) expect(resolvePlan(plainPlan({ packs: [pack] })).pack.cells).toBe(pack.cells);
    const names = [...motors, ...escs, ...packs].map((one) => one.name);
    expect(new Set(names).size).toBe(names.length);
    expect(names.every((name) => name.startsWith('any '))).toBe(true);
    expect(PINION_TEETH).toEqual([...PINION_TEETH].sort((a, b) => a - b));
  });

  it('find something for a car with nothing on the shelf, and cost nothing that is known', () => {
    const space = new SearchSpace({
      base: plainPlan({ run: { profile: 'race', minutes: 5 } }),
      shelf: [],
      scope: { ...CLASSES, gears: 'plan' },
      query: { aim: 'speed', topSpeed: { is: 'about', speedMs: 14 }, canC: 75 },
      limits: limitsWith(),
    });
    const search = new Search(space);
    while (search.step());
    expect(search.front.members.length).toBeGreaterThan(0);
    for (const { choice, figures } of search.front.members) {
      expect(figures.newMoney).toBe(0);
      const parts = space.partsOf(choice).filter((part) => !part.owned);
      expect(parts.every((part) => part.priceGuessed)).toBe(true);
    }
  });

  it('are priced by the middle of what the shelf has of their kind', () => {
    const shelf = [12, 40, 90].map((price, i) => ({
      id: `m${i}`,
      part: { kind: 'motor', name: `M${i}`, status: 'considered', price, spec: { kind: 'brushed', sizeClass: '540', turns: 20 + i } } as const,
    }));
    const space = new SearchSpace({
      base: plainPlan(),
      shelf,
      scope: { ...CLASSES, esc: 'plan', pack: 'plan', gears: 'plan' },
      query: { aim: 'speed' },
      limits: limitsWith(),
    });
    const any = space.options.motors.filter((one) => one.name.startsWith('any '));
    expect(any).toHaveLength(classesFor(plainPlan().car).motors.length);
    expect(any.every((one) => one.newMoney === 40 && one.priceGuessed)).toBe(true);
    expect(PART_KINDS).toContain('motor');
  });
});
