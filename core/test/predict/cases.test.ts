import { predict, predictSteady, resolvePlan, simulateRun } from '@puddler/core';
import { CASES } from '../helpers';

const STEADY_SHARE = 0.002;
const RUN_SHARE = 0.01;
const RUN_K = 0.5;

describe.each(CASES)('$name', ({ plan, expected }) => {
  const { steady, run } = predict(plan);

  test.each(Object.entries(expected.steady))('steady %s', (figure, value) => {
    const got = steady[figure as keyof typeof steady];
    if (typeof value === 'number') expect(Math.abs((got as number) - value)).toBeLessThanOrEqual(STEADY_SHARE * Math.abs(value));
    else expect(got).toBe(value);
  });

  test.each(Object.entries(expected.run))('run %s', (figure, value) => {
    const got = run[figure as keyof typeof run];
    if (typeof value !== 'number') expect(got).toBe(value);
    else
      expect(Math.abs((got as number) - value)).toBeLessThanOrEqual(
        figure.endsWith('C') ? Math.max(RUN_K, RUN_SHARE * Math.abs(value)) : RUN_SHARE * Math.abs(value),
      );
  });

  test('a tenth of the step moves nothing by more than 0.5 %', () => {
    const resolved = resolvePlan(plan);
    const fine = simulateRun({ ...resolved, run: { ...resolved.run, minutes: Math.min(2, resolved.run.minutes) } }, { stepS: 0.001 });
    const chosen = simulateRun({ ...resolved, run: { ...resolved.run, minutes: Math.min(2, resolved.run.minutes) } });
    for (const figure of ['distanceM', 'usedAh', 'rmsPackCurrentA', 'maxSpeedMs', 'peakMotorCurrentA', 'minBusV'] as const) {
      expect(Math.abs(chosen[figure] / fine[figure] - 1)).toBeLessThan(0.005);
    }
    for (const figure of ['maxWindingC', 'maxCanC', 'maxEscC', 'maxPackC'] as const)
      expect(Math.abs(chosen[figure] - fine[figure])).toBeLessThan(0.3);
  });
});

test('the run does not disturb the steady figures', () => {
  const resolved = resolvePlan(CASES[0]!.plan);
  const before = predictSteady(resolved);
  simulateRun(resolved);
  expect(predictSteady(resolved)).toEqual(before);
});
