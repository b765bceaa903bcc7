import { BAND_SAMPLES, ladder, limitsWith, resolvePlan, sampleBands, type Ladder, type PlanFile } from '@puddler/core';
import { PossibleStep } from '../../src/ladder/possible-step';
import { CONVERTED_PLAN } from '../helpers';

const HOT: PlanFile = { ...CONVERTED_PLAN, run: { profile: 'bash', minutes: 15 } };
const PINIONS = [12, 18, 24];
const stepOf = (pinion: number, stopC: number) =>
  new PossibleStep(
    { ...HOT, gearing: { ...HOT.gearing, pinion } },
    { kind: 'gears', pinion, spur: HOT.gearing.spur!, owned: true },
    { limits: limitsWith({ 'motor-temperature': { caution: stopC - 10, stop: stopC } }) },
  );

test('a step is stopped or not whichever cars are asked first, as all of them say', () => {
  const found = new Set<boolean>();
  for (const stopC of [60, 90]) {
    const first = stepOf(21, stopC);
    first.judged();
    const hottest = first.hottestFirst();
    expect([...hottest].sort((a, b) => a - b)).toEqual([...hottest.keys()]);
    for (const pinion of PINIONS) {
      const said = stepOf(pinion, stopC).judged().stops !== undefined;
      found.add(said);
      for (const order of [hottest, hottest.toReversed(), []]) expect(stepOf(pinion, stopC).isStopped(order)).toBe(said);
    }
  }
  expect(found).toEqual(new Set([true, false]));
});

test('what a stopped step says is the same after it was asked quickly', () => {
  const [quick, whole] = [stepOf(24, 60), stepOf(24, 60)];
  const order = stepOf(21, 60).hottestFirst();
  expect(quick.isStopped(order)).toBe(true);
  expect(quick.stops()).toEqual(whole.stops());
});

test.each([
  [45, 'nearly none'],
  [90, 'most, but not nine in ten'],
  [120, 'more than nine in ten'],
])('where the can may come to %i °C, which %s of the cars stay under, the target comes to what Plan says of it', (stopC) => {
  const limits = limitsWith({ 'motor-temperature': { caution: stopC - 10, stop: stopC }, 'pack-current': { caution: 8, stop: 9 } });
  const options = { limits, canReadings: 2, pinions: PINIONS, spurs: [HOT.gearing.spur!] };
  const firsts: Ladder[] = [];
  const whole = ladder(HOT, { ...options, onFirst: (one) => firsts.push(one) });
  const { maxCanC } = sampleBands(HOT, resolvePlan(HOT)).figures;
  expect(whole.target.planned.canC).toEqual(maxCanC);
  if (maxCanC.p90 > stopC) expect(whole.target.stops).toMatchObject({ id: 'motor-temperature', gate: 'planned-run', limit: stopC });
  else expect(whole.target.stops).toBeUndefined();
  expect(whole.target.stops?.value ?? maxCanC.p90).toBeCloseTo(maxCanC.p90, 9);
  // The first look has fewer cars, and is otherwise the same.
  expect(firsts.map(({ cars }) => cars)).toEqual([48]);
  expect(whole.cars).toBe(BAND_SAMPLES);
  expect(Math.abs(firsts[0]!.target.planned.canC.p50 - maxCanC.p50)).toBeLessThan(0.25 * (maxCanC.p90 - maxCanC.p10));
  expect(firsts[0]!.target.canC).toEqual(whole.target.canC);
  expect(ladder(HOT, options)).toEqual(whole);
});
