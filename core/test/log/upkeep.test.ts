import type { UPKEEP } from '@puddler/core';
import { upkeep, type UpkeepRun } from '@puddler/core';
import { plainPlan } from '../helpers';

const run = (at: string, minutes: number, surface: UpkeepRun['surface'] = 'tarmac'): UpkeepRun => ({ at, minutes, surface });
const item = (items: ReturnType<typeof upkeep>, id: (typeof UPKEEP)[number]) => items.find((one) => one.id === id);

test('work is due when its minutes are run, on both sides of the line, and not before', () => {
  const just = upkeep(plainPlan(), [run('2027-01-01', 59.9)], {});
  expect(item(just, 'mesh')).toMatchObject({ due: false, everyMin: 60 });
  expect(item(upkeep(plainPlan(), [run('2027-01-01', 59.9), run('2027-01-02', 0.1)], {}), 'mesh')!.due).toBe(true);
});

test('what was done counts from then on', () => {
  const runs = [run('2027-01-01T10:00:00Z', 70), run('2027-01-03T10:00:00Z', 20)];
  expect(item(upkeep(plainPlan(), runs, { mesh: '2027-01-02T09:00:00Z' }), 'mesh')).toMatchObject({ sinceMin: 20, due: false });
});

test('a minute in sand or snow counts for more where it harms', () => {
  const sand = upkeep(plainPlan(), [run('2027-01-01', 30, 'sand')], {});
  expect(item(sand, 'mesh')).toMatchObject({ sinceMin: 90, due: true });
  expect(item(sand, 'screws')).toMatchObject({ sinceMin: 30, due: false });
  expect(item(upkeep(plainPlan(), [run('2027-01-01', 60, 'snow')], {}), 'bearings')!.due).toBe(true);
});

test('each car has the work of its own parts, the most due first', () => {
  const outrunner = plainPlan({
    gearing: {},
    motor: { name: 'O', kind: 'brushless', form: 'outrunner', kvRpmPerV: 900, statorDiameterMm: 28, statorHeightMm: 12 },
    car: { ...plainPlan().car, drive: '4wd-belt' },
  });
  const ids = upkeep(outrunner, [run('2027-01-01', 100)], {}).map((one) => one.id);
  expect(ids).toEqual(expect.arrayContaining(['outrunner', 'belts']));
  expect(ids).not.toContain('mesh');
  expect(ids).not.toContain('brushes');
  const shares = upkeep(plainPlan(), [run('2027-01-01', 100)], {}).map((one) => one.sinceMin / one.everyMin);
  expect(shares).toEqual([...shares].sort((a, b) => b - a));
});
