import {
  changesOf,
  partialConversions,
  limitsWith,
  fixOf,
  massOfPartsG,
  predict,
  upgradePaths,
  withChanges,
  type Change,
  type PartialConversion,
} from '@puddler/core';
import { plainPlan } from '../helpers';

const limits = limitsWith();
const stock = plainPlan({
  motor: { name: 'Stock 27T', kind: 'brushed', sizeClass: '540', turns: 27 },
  esc: { name: 'Stock box', continuousA: 60 },
  packs: [{ name: 'Six cells', chemistry: 'nimh', cells: 6, capacityAh: 3 }],
  gearing: { pinion: 21, spur: 58 },
});
const plan = plainPlan({ gearing: { pinion: 17, spur: 58 }, run: { profile: 'race', minutes: 1 } });
const partialConversionOf = (partials: PartialConversion[], ...changes: Change[]) => partials.find((one) => String(one.changes) === String(changes))!;

test('all of a conversion is the plan itself, with the plan’s own figures', () => {
  const whole = partialConversionOf(partialConversions(stock, plan, limits), ...changesOf(stock, plan));
  const { steady, run } = predict(plan);
  expect(whole.plan).toBe(plan);
  expect(whole.figures).toMatchObject({ topSpeedMs: steady.topSpeedMs, maxCanC: run.maxCanC });
});

test('changes are named link by link, and only where something differs', () => {
  expect(changesOf(stock, stock)).toEqual([]);
  expect(changesOf(stock, plan)).toEqual(['pack', 'esc', 'motor', 'gears']);
  expect(changesOf(stock, { ...stock, cooling: { motorFans: 1 } })).toEqual(['cooling']);
  expect(changesOf(stock, { ...stock, car: { ...stock.car, tyre: { diameterMm: 80 } } })).toEqual(['chassis']);
  expect(changesOf(stock, { ...stock, motorCount: 2 })).toEqual(['motor']);
  // A weight that follows the parts is no change of its own.
  expect(changesOf(stock, { ...stock, car: { ...stock.car, weighedPartsG: 400 } })).toEqual([]);
});

test('gears that become direct drive take the car along, whose ratio means another thing then', () => {
  const direct = { ...plan, gearing: {}, car: { ...plan.car, internalRatio: 6.9 } };
  expect(changesOf(stock, direct)).toEqual(['pack', 'esc', 'motor', 'gears']);
  expect(withChanges(stock, direct, ['gears']).car.internalRatio).toBe(6.9);
  expect(withChanges(stock, direct, ['pack']).car.internalRatio).toBe(2.5);
});

test('every part of a conversion is predicted, or told what forbids it', () => {
  const partials = partialConversions(stock, plan, limits);
  expect(partials).toHaveLength(16);
  expect(partials[0]).toMatchObject({ changes: [] });
  expect(partials[0]!.forbidden).toBeUndefined();
  expect(partials.at(-1)!.changes).toEqual(['pack', 'esc', 'motor', 'gears']);
  expect(partialConversionOf(partials, 'pack').forbidden).toBeUndefined();
  expect(partialConversionOf(partials, 'motor').forbidden).toBe('Stock box is made for a brushed motor: two wires turn no brushless one.');
  expect(partialConversionOf(partials, 'esc').forbidden).toBe('Tallow 80 is made for a brushless motor: three wires turn no brushed one.');
  expect(partialConversionOf(partials, 'esc', 'motor').figures).toBeDefined();
  for (const { figures, forbidden } of partials) expect(figures !== undefined || forbidden !== undefined).toBe(true);
});

test('a partial conversion is what predict says of the car with those parts, driven as the plan is', () => {
  const pack = partialConversionOf(partialConversions(stock, plan, limits), 'pack');
  const made = { ...stock, packs: plan.packs, run: plan.run!, car: { ...stock.car, weighedPartsG: massOfPartsG(stock)! } };
  const predicted = predict(made);
  expect(pack.figures!.topSpeedMs).toBeCloseTo(predicted.steady.topSpeedMs, 6);
  expect(pack.figures!.maxCanC).toBeCloseTo(predicted.run.maxCanC, 0);
});

test('a part that does not bear the cells forbids those that have both', () => {
  const high = { ...plan, packs: [{ ...plan.packs[0]!, cells: 4 }], motor: { ...plan.motor, maxCells: 3 } };
  const partials = partialConversions(stock, high, limits);
  expect(partialConversionOf(partials, 'pack', 'esc', 'motor').forbidden).toMatch(/^Cells/);
  expect(partialConversionOf(partials, 'esc', 'motor').forbidden).toBeUndefined();
});

const costOf = (prices: Partial<Record<Change, number>>) => (partial: PartialConversion) => ({
  money: partial.changes.reduce((sum, change) => sum + (prices[change] ?? 0), 0),
  unpriced: 0,
});

test('the path goes only through what runs, in the smallest steps, and ends at the plan', () => {
  const { paths, stopsShort } = upgradePaths(partialConversions(stock, plan, limits), costOf({ pack: 40, esc: 50, motor: 46, gears: 5 }));
  expect(stopsShort).toBeUndefined();
  for (const { stages } of paths) {
    expect(stages[0]!.added).toEqual([]);
    expect(stages.at(-1)!.partial.changes).toEqual(['pack', 'esc', 'motor', 'gears']);
    for (const stage of stages) expect(stage.partial.forbidden).toBeUndefined();
    expect(
      stages
        .slice(1)
        .flatMap((stage) => stage.added)
        .sort(),
    ).toEqual(['esc', 'gears', 'motor', 'pack']);
    for (const [i, stage] of stages.slice(1).entries()) expect(stage.cost.money).toBeGreaterThan(stages[i]!.cost.money);
  }
  expect(paths.flatMap((path) => path.favours).sort()).toEqual(['heat', 'money', 'speed']);
  const cheap = paths.find((path) => path.favours.includes('money'))!;
  expect(cheap.stages[1]!.added).toEqual(['gears']);
  // Motor and ESC only run together.
  expect(cheap.stages.at(-1)!.added).toEqual(['esc', 'motor']);
});

test('another order is cheapest when the prices say so', () => {
  const { paths } = upgradePaths(partialConversions(stock, plan, limits), costOf({ pack: 1, esc: 5, motor: 5, gears: 90 }));
  const cheap = paths.find((path) => path.favours.includes('money'))!;
  expect(cheap.stages.map((stage) => stage.added)).toEqual([[], ['pack'], ['esc', 'motor'], ['gears']]);
});

test('where nothing has a price no order spends least, and the fastest comes first', () => {
  const unpriced = (partial: PartialConversion) => ({ money: 0, unpriced: partial.changes.length });
  const { paths } = upgradePaths(partialConversions(stock, plan, limits), unpriced);
  expect(paths.flatMap((path) => path.favours).sort()).toEqual(['heat', 'speed']);
  expect(paths[0]!.favours[0]).toBe('speed');
  const [bought, next] = paths[0]!.stages;
  const others = partialConversions(stock, plan, limits).filter(({ changes, forbidden }) => changes.length === 1 && forbidden === undefined);
  expect(next!.figures.topSpeedMs).toBeGreaterThanOrEqual(bought!.figures.topSpeedMs);
  for (const other of others) expect(next!.figures.topSpeedMs).toBeGreaterThanOrEqual((other.figures?.topSpeedMs ?? 0) - 1e-9);
});

test('a plan that must not be run is said to be out of reach, and why; the path goes as far as it may', () => {
  const high = { ...plan, packs: [{ ...plan.packs[0]!, cells: 6 }], esc: { ...plan.esc, maxCells: 4 } };
  const { paths, stopsShort } = upgradePaths(partialConversions(stock, high, limits), costOf({}));
  expect(stopsShort).toMatch(/^Cells/);
  expect(paths[0]!.stages.at(-1)!.partial.changes).toEqual(['esc', 'motor', 'gears']);
});

test('what gives first at a stage is fixed by the cheapest that is sufficient', () => {
  const hot = { ...plan, gearing: { pinion: 30, spur: 58 }, run: { profile: 'race' as const, minutes: 8 } };
  const mild = limitsWith({ 'motor-temperature': { caution: 50, stop: 300 }, 'winding-temperature': { caution: 400, stop: 500 } });
  const { paths } = upgradePaths(partialConversions(stock, hot, mild), costOf({}));
  const last = paths[0]!.stages.find((stage) => stage.worst?.id === 'motor-temperature')!;
  const fix = fixOf(last, mild, [], stock)!;
  expect(fix.figures.maxCanC).toBeLessThan(last.figures.maxCanC);
  expect(fixOf({ ...last, worst: undefined }, mild, [], stock)).toBeUndefined();
});
