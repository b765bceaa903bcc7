import { metresPerRpm, resolvePlan, stretchesOf, type Trace } from '@puddler/core';
import { CALM, Conditions, drivenOf } from '../../src/learn/conditions';
import { gripFeatures, partFeatures } from '../../src/learn/driven-features';
import { scalableCopy } from '../../src/resolve/uncertain-figures';
import { hiddenSession, KINDS } from './hidden-session';

/** On loose dirt a car like this is held by its grip for seconds. */
const { run, hidden } = hiddenSession(101, { ...KINDS[0]!, site: { ...KINDS[0]!.site, surface: 'loose-dirt' } });
const trace = run.trace!;
const perRpm = metresPerRpm(resolvePlan(run.plan));
const found = stretchesOf(trace, perRpm);
const conditionsOf = (truth = hidden.truth) =>
  new Conditions(
    truth,
    drivenOf(trace, () => 1)!,
    CALM,
  );
const without = (...fields: (keyof Trace['fields'])[]): Trace => ({
  ...trace,
  fields: Object.fromEntries(Object.entries(trace.fields).filter(([field]) => !fields.includes(field as keyof Trace['fields']))),
});

test('under way the motor turns against its own volts: of the true car the model says what was measured', () => {
  const features = partFeatures(trace);
  expect(features.length).toBeGreaterThan(2);
  expect(features.length).toBeLessThanOrEqual(6);
  const conditions = conditionsOf();
  for (const { value, sigma, model, kind, gain } of features) {
    expect([kind, gain]).toEqual(['rpm per volt', '1/gainV']);
    expect(Math.abs(value - model(conditions, hidden.truth))).toBeLessThan(3 * sigma);
  }
});

test('a motor of more kv turns more for each volt, one of more resistance a little less', () => {
  const [feature] = partFeatures(trace);
  const with_ = (change: (copy: typeof hidden.truth) => void) => {
    const copy = scalableCopy(hidden.truth);
    change(copy);
    return feature!.model(conditionsOf(copy), copy);
  };
  const now = feature!.model(conditionsOf(), hidden.truth);
  const faster = with_((copy) => {
    copy.motor.kvRpmPerV *= 1.05;
    copy.motor.torqueConstantNmPerA /= 1.05;
  });
  expect(faster - now).toBeCloseTo(Math.log(1.05), 2);
  expect(with_((copy) => void (copy.motor.resistanceOhm *= 1.5))).toBeLessThan(now);
});

test.each([['motorRpm'], ['packA'], ['packV'], ['outputShare']] as const)('without %s nothing is read under way', (field) => {
  expect(partFeatures(without(field))).toEqual([]);
});

test('tyres that spin tell their grip: the true car gains as fast as was measured', () => {
  const features = gripFeatures(found, trace);
  expect(features.length).toBeGreaterThan(0);
  for (const { value, sigma, model, label } of features) {
    expect(label).toMatch(/^grip in wheelspin \d/);
    expect(Math.abs(value - model(conditionsOf(), hidden.truth))).toBeLessThan(3 * sigma);
  }
});

test('more grip gains more; without a GPS, or for a moment of spin, nothing is said', () => {
  const [feature] = gripFeatures(found, trace);
  const copy = scalableCopy(hidden.truth);
  copy.site.grip *= 1.2;
  expect(feature!.model(conditionsOf(copy), copy)).toBeGreaterThan(feature!.model(conditionsOf(), hidden.truth) + 0.1);
  expect(gripFeatures(found, without('speedMs'))).toEqual([]);
  const short = found.wheelspin.map(({ from }) => ({ from, to: from + 10 }));
  expect(gripFeatures({ ...found, wheelspin: short }, trace)).toEqual([]);
});

test('a pinion that was noted wrongly is no wheelspin, and shifts nothing of what is found', () => {
  for (const factor of [0.7, 0.85, 1.2, 1.6]) {
    const noted = stretchesOf(trace, factor * perRpm);
    expect(noted.wheelspin).toEqual(found.wheelspin);
    expect(noted.coastDowns).toEqual(found.coastDowns);
    expect(noted.passes.map(({ from, to, settled }) => [from, to, settled !== undefined])).toEqual(
      found.passes.map(({ from, to, settled }) => [from, to, settled !== undefined]),
    );
  }
});
