import {
  DEFAULT_LIMITS,
  givesFirst,
  linkUse,
  resolvePlan,
  simulateRun,
  limitsWith,
  type Limits,
  type LinkUse,
  type PlanFile,
  type Run,
} from '@puddler/core';
import { plainPlan } from '../helpers';

/** The uses of a plan whose run is set by hand, so that each limit can be met exactly. */
function usesOf(change: Partial<Run>, file: PlanFile = plainPlan(), limits: Limits = DEFAULT_LIMITS): Record<string, LinkUse> {
  const resolved = resolvePlan(file);
  const run = {
    ...simulateRun({ ...resolved, run: { profile: 'race', minutes: 0.1 } }),
    rmsMotorCurrentA: 1,
    maxMotorRpm: 1000,
    peakMotorCurrentA: 1,
    peakPackCurrentA: 1,
    ...change,
  };
  return Object.fromEntries(linkUse(file, resolved, run, limits).map((use) => [use.link, use]));
}

describe('each limit on both sides', () => {
  test.each([
    ['pack', { peakPackCurrentA: 149 }, 'good'],
    ['pack', { peakPackCurrentA: 176 }, 'caution'],
    ['pack', { peakPackCurrentA: 249 }, 'caution'],
    ['pack', { peakPackCurrentA: 251 }, 'stop'],
    ['esc', { rmsMotorCurrentA: 51 }, 'good'],
    ['esc', { rmsMotorCurrentA: 53 }, 'caution'],
    ['esc', { rmsMotorCurrentA: 69 }, 'stop'],
    ['esc', { peakMotorCurrentA: 255 }, 'good'],
    ['esc', { peakMotorCurrentA: 257 }, 'caution'],
    ['esc', { peakMotorCurrentA: 321 }, 'stop'],
    ['motor', { maxCanC: 69 }, 'good'],
    ['motor', { maxCanC: 71 }, 'caution'],
    ['motor', { maxCanC: 86 }, 'stop'],
  ] as const)('%s %j is %s', (link, change, level) => {
    expect(usesOf(change)[link]!.level).toBe(level);
  });

  test('own limits move them', () => {
    const own = limitsWith({ 'motor-temperature': { caution: 150, stop: 200 }, 'pack-current': { stop: 0.5 } });
    expect(usesOf({ maxCanC: 149 }, plainPlan(), own)['motor']).toMatchObject({ level: 'good', limit: 200 });
    expect(usesOf({ maxCanC: 151 }, plainPlan(), own)['motor']!.level).toBe('caution');
    expect(usesOf({ maxCanC: 201 }, plainPlan(), own)['motor']!.level).toBe('stop');
    expect(usesOf({ peakPackCurrentA: 126 }, plainPlan(), own)['pack']).toMatchObject({ level: 'stop', limit: 125 });
  });

  test('motor speed against its label', () => {
    const file = plainPlan();
    const rpm = 24_000;
    for (const [maxRpm, level] of [
      [rpm * 2, 'good'],
      [1_000, 'stop'],
    ] as const) {
      file.motor = { ...file.motor, maxRpm };
      expect(usesOf({}, file)['gears']).toMatchObject({ figure: 'motor-rpm', level, limit: maxRpm });
    }
  });

  test('seconds to the edge of radio range', () => {
    const speed = usesOf({}, plainPlan({ site: { surface: 'tarmac', ambientC: 25, radioRangeM: 1000 } }))['road']!;
    const perSecond = 1000 / speed.value;
    for (const [seconds, level] of [
      [9, 'good'],
      [7, 'caution'],
      [3, 'stop'],
    ] as const) {
      const site = { surface: 'tarmac' as const, ambientC: 25, radioRangeM: perSecond * seconds };
      expect(usesOf({}, plainPlan({ site }))['road']).toMatchObject({ figure: 'radio-range', level });
    }
  });
});

test('the nearer of an ESC’s two limits is shown', () => {
  expect(usesOf({ rmsMotorCurrentA: 40, peakMotorCurrentA: 100 })['esc']!.figure).toBe('esc-continuous');
  expect(usesOf({ rmsMotorCurrentA: 10, peakMotorCurrentA: 300 })['esc']!.figure).toBe('esc-burst');
});

test('with two motors each ESC bears the current of its own', () => {
  expect(usesOf({ rmsMotorCurrentA: 60 }, plainPlan({ motorCount: 2 }))['esc']!.value).toBe(60);
});

describe('a pack’s limit', () => {
  const pack = { name: 'P', chemistry: 'lipo' as const, cells: 2, capacityAh: 5, cRating: 20 };
  test.each<[string, Partial<PlanFile>, number | undefined]>([
    ['is its rating', { packs: [pack] }, 100],
    ['or its plug, whichever is less', { packs: [{ ...pack, plugA: 60 }] }, 60],
    ['the weakest in series', { packs: [pack, { ...pack, cRating: 15 }] }, 75],
    ['the sum in parallel', { packs: [pack, pack], packWiring: 'parallel' }, 200],
    ['unknown when nothing is printed', { packs: [{ name: 'P', chemistry: 'nimh', cells: 6, capacityAh: 3 }] }, undefined],
  ])('%s', (_, change, limit) => {
    expect(usesOf({}, plainPlan(change))['pack']?.limit).toBe(limit);
  });
});

describe('what gives first', () => {
  const use = (link: LinkUse['link'], level: LinkUse['level'], share: number, figure: LinkUse['figure'] = 'pack-current'): LinkUse => ({
    link,
    level,
    share,
    figure,
    value: share,
    limit: 1,
  });
  test('a stop before any caution, then the larger share', () => {
    expect(givesFirst([use('pack', 'caution', 0.99), use('esc', 'stop', 1.01), use('motor', 'caution', 0.9)])!.link).toBe('esc');
    expect(givesFirst([use('pack', 'good', 0.5), use('esc', 'good', 0.6)])!.link).toBe('esc');
  });
  test('grip breaks nothing', () => {
    expect(givesFirst([use('tyres', 'good', 1, 'grip'), use('pack', 'good', 0.1)])!.link).toBe('pack');
    expect(givesFirst([use('tyres', 'good', 1, 'grip')])).toBeUndefined();
  });
});
