import { limitsWith, type PlanFile } from '@puddler/core';
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
