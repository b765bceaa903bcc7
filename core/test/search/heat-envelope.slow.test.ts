import { limitsWith, PROFILE_SEGMENTS, SearchSpace, type PlanFile, type ProfileName } from '@puddler/core';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { seededShelf } from '../../../bench/src/seeded-shelf';
import { segmentsOf } from '../../src/predict/profiles';
import { examine, noCounts } from '../../src/search/examine';
import { HeatEnvelope } from '../../src/search/heat-envelope';
import { driveCandidate, searchLimits } from '../../src/search/judge';

const base = JSON.parse(readFileSync(path.join(__dirname, '../../../demo/plans/12-ridgeback-sixty.json'), 'utf8')) as PlanFile;
const SCOPE = { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false } as const;

/** Motors that idle are driven too: at a held speed all else than the motor counts most. */
const LIMITS = limitsWith({ 'motor-load': { caution: 9, stop: 9 } });

/** Every setup of some groups is driven; before each, the envelope bounds what it could come to at best. */
function gaps(
  seed: number,
  profile: ProfileName,
  minutes = 6,
  esc: 'shelf' | 'classes' = 'shelf',
  car = base.car,
): { coolerK: number; longerShare: number }[] {
  const space = new SearchSpace({
    base: { ...base, car, run: { profile, minutes } },
    shelf: seededShelf(seed, { motors: 8, escs: 6, packs: 5, pinions: 8, spurs: 3 }),
    scope: { ...SCOPE, esc },
    query: { aim: 'speed' },
    limits: LIMITS,
  });
  const found: { coolerK: number; longerShare: number }[] = [];
  for (const group of space.groups.filter((_, i) => i % 3 === 0)) {
    const envelope = new HeatEnvelope(space.motorOf(group.motor).resistanceOhm, space.base.site.ambientC, segmentsOf(space.resolvedBase));
    const candidates = group.escs.flatMap((esc) =>
      examine(space, group, esc, space.gearRowsOf(group.motor), searchLimits(LIMITS), noCounts(), false),
    );
    // Ends first, so that the others lie between.
    const ordered = [...candidates].sort((a, b) => a.gear.ratio - b.gear.ratio);
    for (const candidate of [ordered[0], ordered[ordered.length - 1], ...ordered.slice(1, -1)].filter((one) => one !== undefined)) {
      const bounds = envelope.bounds(candidate.gear.ratio, space.escOf(candidate.esc), candidate.carKg);
      const driven = driveCandidate(space, group, candidate);
      if (bounds) found.push({ coolerK: bounds.canC - driven.figures.maxCanC, longerShare: driven.figures.minutes / bounds.minutes - 1 });
      envelope.add(candidate.gear.ratio, driven);
    }
  }
  return found;
}

describe('what driven setups say of their neighbours', () => {
  it.each([
    [41, 'race'],
    [42, 'bash'],
    [43, 'cruise'],
    [44, 'trail'],
    [45, 'speed-pass'],
  ] as const)('is never cooler nor longer than what they come to: shelf %i, %s', (seed, profile) => {
    const all = gaps(seed, profile);
    expect(all.length).toBeGreaterThan(20);
    for (const { coolerK, longerShare } of all) {
      expect(coolerK).toBeLessThanOrEqual(0);
      expect(longerShare).toBeLessThanOrEqual(0);
    }
    // … and near enough to be of use.
    const sorted = all.map((one) => -one.coolerK).sort((a, b) => a - b);
    expect(sorted[sorted.length >> 1]).toBeLessThan(4);
  });

  it.each([
    [46, 'race'],
    [47, 'speed-pass'],
    [48, 'bash'],
    [49, 'trail'],
  ] as const)('holds for runs that end at the cut-off, perhaps a cycle sooner or later: shelf %i, %s', (seed, profile) => {
    const all = gaps(seed, profile, 60);
    expect(all.length).toBeGreaterThan(20);
    expect(all.filter((one) => one.coolerK > 0 || one.longerShare > 0)).toEqual([]);
  });

  it.each([
    [50, 'crawl'],
    [51, 'pull'],
  ] as const)('holds at held speeds, where an ESC’s resistance is the pack’s loss: shelf %i, %s', (seed, profile) => {
    const all = gaps(seed, profile, 12, 'classes');
    expect(all.length).toBeGreaterThan(100);
    expect(all.filter((one) => one.coolerK > 0 || one.longerShare > 0)).toEqual([]);
  });

  it.each([
    [53, 'race'],
    [54, 'cruise'],
    [55, 'bash'],
  ] as const)('holds for a light car whose weight follows its parts: shelf %i, %s', (seed, profile) => {
    const all = gaps(seed, profile, 8, 'classes', { ...base.car, massKg: 0.8, weighedPartsG: 500 });
    expect(all.length).toBeGreaterThan(60);
    expect(all.filter((one) => one.coolerK > 0 || one.longerShare > 0)).toEqual([]);
  });

  it('is what was driven, to the last digit, for another ESC that the motor cannot tell from it', () => {
    const all = gaps(52, 'race', 6, 'classes');
    const same = all.filter((one) => one.coolerK === 0);
    expect(same.length).toBeGreaterThan(30);
    expect(same.every((one) => one.longerShare === 0)).toBe(true);
  });

  it('is nothing for gears far from any, or beyond the ends', () => {
    const envelope = new HeatEnvelope(0.03, 20, PROFILE_SEGMENTS.race);
    const esc = { resistanceOhm: 0.002, burstA: 300, cutoffVPerCell: undefined };
    const driven = {
      run: { maxCanC: 60, maxWindingC: 70, peakMotorCurrentA: 50, stop: 'time' },
      figures: { minutes: 10 },
      resolved: { esc, car: { massKg: 2 } },
      tooHot: false,
    } as Parameters<HeatEnvelope['add']>[1];
    envelope.add(5, driven);
    expect(envelope.bounds(6, esc, 2)).toBeUndefined();
    envelope.add(12, driven);
    expect(envelope.bounds(8, esc, 2)).toBeUndefined();
    envelope.add(8, driven);
    expect(envelope.bounds(7, esc, 2)!.canC).toBeGreaterThan(54);
    expect(envelope.bounds(7, esc, 2)!.canC).toBeLessThan(60);
    // A winding past burning says nothing.
    envelope.add(20, { ...driven, run: { ...driven.run, maxWindingC: 400 } });
    expect(envelope.bounds(20, esc, 2)).toBeUndefined();
    // A lighter car runs cooler and longer.
    expect(envelope.bounds(7, esc, 1.9)!.canC).toBeLessThan(envelope.bounds(7, esc, 2)!.canC);
    expect(envelope.bounds(7, esc, 1.9)!.minutes).toBeGreaterThan(envelope.bounds(7, esc, 2)!.minutes);
    // An ESC whose burst rating would hold the current is another matter.
    expect(envelope.bounds(7, { ...esc, burstA: 40 }, 2)).toBeUndefined();
  });
});
