import { replay, resolvePlan, type Trace } from '@puddler/core';
import { hiddenSession, KINDS } from '../learn/hidden-session';

const { run, hidden } = hiddenSession(83, KINDS[0]);
const trace = run.trace!;

test('the car as it is, driven by its own logged trigger, does what was logged: passes, rolling out and brakes', () => {
  const { measured, computed, offBy, run: driven, timeS } = replay(trace, hidden.truth)!;
  expect(timeS).toHaveLength(computed.speedMs.length);
  expect(driven.stop).toBe('time');
  const top = Math.max(...measured.speedMs!.filter((value) => !Number.isNaN(value)));
  expect(offBy.speedMs! / top).toBeLessThan(0.08);
  expect(offBy.packV!).toBeLessThan(0.25);
  expect(Math.abs(computed.speedMs[computed.speedMs.length - 1]!)).toBeLessThan(1.5);
});

test('the plan that is believed lies farther off than the truth', () => {
  const off = (plan: typeof hidden.truth) => replay(trace, hidden.truth, plan)!.offBy.speedMs!;
  expect(off(resolvePlan(run.plan))).toBeGreaterThan(off(hidden.truth));
});

test('the same trigger finger on a longer gearing goes faster and draws more', () => {
  const longer = resolvePlan({ ...run.plan, gearing: { ...run.plan.gearing, pinion: run.plan.gearing.pinion! + 4 } });
  const [now, then] = [replay(trace, hidden.truth, resolvePlan(run.plan))!, replay(trace, hidden.truth, longer)!];
  expect(then.run.maxSpeedMs).toBeGreaterThan(now.run.maxSpeedMs);
  expect(then.run.usedAh).toBeGreaterThan(now.run.usedAh);
});

test('a log without a throttle cannot be driven again, one with gaps can', () => {
  expect(replay({ ...trace, fields: { speedMs: trace.fields.speedMs! } }, hidden.truth)).toBeUndefined();
  const gappy: Trace = {
    ...trace,
    fields: { ...trace.fields, outputShare: trace.fields.outputShare!.map((value, i) => (i > 500 && i < 700 ? NaN : value)) },
  };
  expect(replay(gappy, hidden.truth)!.run.stop).toBe('time');
});
