import { powerBand, predict, resolvePlan, solveTopSpeed } from '@puddler/core';
import { checkPlanBody, checkPlanFile, splitPlanFile } from '@puddler/contract';
import { CASES, caseNamed, plainPlan } from '../../core/test/helpers';
import {
  getField,
  motorFormOf,
  pathParts,
  setField,
  whyNotAlone,
  withField,
  withFigure,
  withMotorForm,
  withPackAdded,
  withPackRemoved,
} from '@puddler/core';
import { carOf, TEMPLATES } from '../src/active/templates/templates';
import { bandShapes } from '../src/active/band-path';
import { chainFlow } from '../src/active/chain-flow';
import { fieldsOf } from '../src/active/field-specs';
import { figuresIn } from '../src/active/figures-in';
import { figureOf, stepsOf } from '../src/stations/plan/steps';
import { chainView } from '../src/jobs/chain-view';
import { planFileFor } from '../src/active/joined-plan';

const { car, plan } = splitPlanFile(plainPlan());
const LINKS = ['pack', 'esc', 'motor', 'gears', 'tyres', 'road'] as const;

describe('fields by path', () => {
  test('are read and set without touching the original', () => {
    expect(pathParts('packs[0].cells')).toEqual(['packs', 0, 'cells']);
    const next = setField(plan, 'packs[0].cells', 3);
    expect(getField(next, 'packs[0].cells')).toBe(3);
    expect(plan.packs[0]!.cells).toBe(2);
    expect(next.motor).toBe(plan.motor);
    expect(getField(plan, 'tow.massKg')).toBeUndefined();
  });
  test('clearing the last of a group takes the group out, but for those a plan must hold', () => {
    const cooled = setField(plan, 'cooling.motorFans', 1);
    expect(cooled.cooling).toEqual({ motorFans: 1 });
    expect(setField(cooled, 'cooling.motorFans', undefined)).not.toHaveProperty('cooling');
    const direct = setField(setField(plan, 'gearing.pinion', undefined), 'gearing.spur', undefined);
    expect(direct.gearing).toEqual({});
  });
  test('the order of fields stays', () => {
    expect(Object.keys(setField(plan, 'esc', plan.esc))).toEqual(Object.keys(plan));
  });
});

describe('edits that must change several fields', () => {
  const good = (next: typeof plan) => expect(checkPlanBody(next, car)).toMatchObject({ ok: true });

  test.each(['brushed', 'inrunner', 'outrunner'] as const)('a motor turned into %s can be computed', (form) => {
    const next = withMotorForm({ ...plan, motor: { ...plan.motor, maxCells: 3 } }, form);
    good(next);
    expect(next.motor).toMatchObject({ name: plan.motor.name, maxCells: 3 });
    // Nobody has given its size: it is only usual, until something of it is.
    const isOther = form !== motorFormOf(plan.motor);
    expect(next.usualParts).toEqual(isOther ? ['motor'] : undefined);
    expect(withField(next, 'motor.massG', 190).usualParts).toBeUndefined();
  });
  test('pinion and spur stand or fall together', () => {
    const direct = withField(plan, 'gearing.pinion', undefined);
    expect(direct.gearing).toEqual({});
    good(direct);
    const geared = withField(direct, 'gearing.spur', 64);
    expect(geared.gearing).toEqual({ spur: 64, pinion: 20, typical: ['pinion'] });
    good(geared);
    expect(withField(geared, 'gearing.pinion', 20).gearing).toEqual({ spur: 64, pinion: 20 });
  });
  test('what a motor draws turning free counts only with its volts, and goes with them', () => {
    expect(whyNotAlone(plan, 'motor.noLoadCurrentA', 2.2)).toMatch(/^counts only with its volts/);
    expect(whyNotAlone(plan, 'motor.noLoadVoltageV', 7.4)).toMatch(/type both/);
    const edits = figuresIn('2.2 A at 7.4 V', 'motor.noLoadVoltageV', plainPlan())!;
    expect(edits).toEqual([
      { path: 'motor.noLoadCurrentA', value: 2.2 },
      { path: 'motor.noLoadVoltageV', value: 7.4 },
    ]);
    const next = edits.reduce((changed, { path, value }) => withField(changed, path, value), plan);
    good(next);
    expect(whyNotAlone(next, 'motor.noLoadVoltageV', 8.4)).toBeUndefined();
    const without = withField(next, 'motor.noLoadVoltageV', undefined);
    expect(without.motor).not.toHaveProperty('noLoadCurrentA');
    good(without);
  });
  test('a trailer is hitched by its weight and unhitched without one', () => {
    const hitched = withField(withField(plan, 'tow.massKg', 3.5), 'tow.rollingResistance', 0.04);
    expect(hitched.tow).toEqual({ massKg: 3.5, rollingResistance: 0.04 });
    good(hitched);
    expect(withField(hitched, 'tow.massKg', undefined)).not.toHaveProperty('tow');
    expect(fieldsOf('road', plainPlan()).find(({ path }) => path === 'tow.massKg')).not.toHaveProperty('required');
    expect(fieldsOf('road', plainPlan()).some(({ path }) => path === 'tow.rollingResistance')).toBe(false);
  });
  test('what nobody gave of a pack is usual and marked, until it is given', () => {
    const nimh = withField(withField(plan, 'packs[0].chemistry', 'nimh'), 'packs[0].cRating', undefined);
    good(nimh);
    const lipo = withField(nimh, 'packs[0].chemistry', 'lipo');
    expect(lipo.packs[0]).toMatchObject({ cRating: 40, typical: ['cRating'] });
    good(lipo);
    const given = withField(lipo, 'packs[0].cRating', 60);
    expect(given.packs[0]).not.toHaveProperty('typical');
    expect(withField(given, 'packs[0].cRating', undefined).packs[0]).toMatchObject({ cRating: 40, typical: ['cRating'] });
    expect(withField(lipo, 'packs[0].cellResistanceOhm', 0.003).packs[0]).not.toHaveProperty('cRating');
    expect(withField(lipo, 'packs[0].chemistry', 'nimh').packs[0]).not.toHaveProperty('cRating');
  });
  test('what a plan cannot do without says why', () => {
    const brushed = withField(withMotorForm(plan, 'brushed'), 'motor.kvRpmPerV', undefined);
    expect(whyNotAlone(brushed, 'motor.turns', undefined)).toContain('turns or kv');
    expect(whyNotAlone(plan, 'motor.massG', undefined)).toBeUndefined();
  });
  test('packs come and go', () => {
    const two = withPackAdded(plan);
    expect(two.packs).toHaveLength(2);
    good(two);
    expect(withPackRemoved(two, 1)).toEqual(plan);
  });
  test('packs in parallel change together', () => {
    const two = { ...withPackAdded(plan), packWiring: 'parallel' as const };
    const next = withField(two, 'packs[0].cells', 3);
    expect(next.packs.map((pack) => pack.cells)).toEqual([3, 3]);
    good(next);
  });
  test('a profile without minutes gets some', () => {
    const { run: _run, ...without } = plan;
    const next: typeof plan = withField(without, 'run.profile', 'bash');
    expect(next.run).toEqual({ profile: 'bash', minutes: 10 });
  });
});

describe('the band', () => {
  test.each(CASES)('$name: what enters a link leaves it or flows on', ({ plan: file }) => {
    const resolved = resolvePlan(file);
    const flow = chainFlow(powerBand(resolved, solveTopSpeed(resolved)));
    expect(flow.map((link) => link.link)).toEqual(LINKS);
    for (let i = 0; i + 1 < flow.length; i++) expect(flow[i]!.inW - flow[i]!.lossW).toBeCloseTo(flow[i + 1]!.inW, 6);
    const end = flow[5]!;
    expect(end.inW / end.lossW).toBeCloseTo(1, 3);
  });

  test('is thickest at the pack and drawn within its space', () => {
    const resolved = resolvePlan(caseNamed('ridgeback-2s'));
    const lengths = [100, 90, 100, 150, 95, 95];
    const shapes = bandShapes(chainFlow(powerBand(resolved)), { lengths, thickness: 80, depth: 112 });
    expect(shapes.map((shape) => shape.start)).toEqual([0, 100, 190, 290, 440, 535]);
    for (const shape of shapes) {
      for (const [, value] of shape.body.matchAll(/V([\d.]+)/g)) expect(Number(value)).toBeLessThanOrEqual(80);
      expect(shape.branchEnd.across).toBeLessThanOrEqual(112);
      expect(`${shape.body}${shape.branch}`).not.toContain('NaN');
    }
  });

  test('of a car that does not move is all heat', () => {
    const resolved = resolvePlan(plainPlan({ tow: { massKg: 60 }, site: { surface: 'tarmac', ambientC: 20, gradePct: 100 } }));
    const flow = chainFlow(powerBand(resolved));
    expect(flow[3]!.inW).toBeCloseTo(0, 6);
    for (const shape of bandShapes(flow, { lengths: [1, 1, 1, 1, 1, 1].map(() => 90), thickness: 80, depth: 110 })) {
      expect(`${shape.body}${shape.branch}`).not.toContain('NaN');
    }
  });
});

describe('steppers', () => {
  test.each(CASES)('$name: each shows a figure inside its range that moves the plan', ({ plan: file }) => {
    for (const step of stepsOf(file)) {
      const value = figureOf(file, step.path);
      expect(value).toBeGreaterThanOrEqual(step.range.min);
      expect(value).toBeLessThanOrEqual(step.range.max);
      const next = withFigure(file, step.path, value + step.step('metric'));
      expect(checkPlanFile(next)).toMatchObject({ ok: true });
      expect(next).not.toEqual(file);
    }
  });
});

test.each(CASES)('$name: every row of every drawer is a field that the file may hold', ({ plan: file }) => {
  for (const link of LINKS) {
    for (const spec of fieldsOf(link, file)) {
      if (spec.type !== 'number' || getField(file, spec.path) === undefined) continue;
      expect(checkPlanFile(setField(file, spec.path, getField(file, spec.path)))).toMatchObject({ ok: true });
    }
  }
});

test.each(TEMPLATES)('the template “$title” drives', (template) => {
  const file = planFileFor(carOf(template, 'Car'), { name: 'Plan', ...template.plan }, undefined);
  expect(checkPlanFile(file)).toMatchObject({ ok: true });
  const { steady, findings } = predict(file);
  expect(steady.outcome).toBe('converged');
  expect(steady.topSpeedMs * 3.6).toBeGreaterThan(['trail', 'tracked'].includes(template.car.body) ? 4 : 25);
  expect(findings.filter((one) => one.level === 'stop')).toEqual([]);
  // Whatever figure the kind gave is typical, and none of the plan’s own is.
  const { provenance } = resolvePlan(file);
  expect(file.car.typical).toEqual(expect.arrayContaining(['massKg', 'tyre.diameterMm', 'internalRatio', 'widthMm']));
  expect(provenance['car.massKg']).toMatchObject({ source: 'typical' });
});

test('a chain view is remembered by its file, and names what it cannot compute', () => {
  const file = plainPlan();
  expect(chainView(file)).toBe(chainView(file));
  const bad = plainPlan({ packs: [{ name: 'P', chemistry: 'lipo', cells: 2, capacityAh: 5 }] });
  expect(chainView(bad)).toMatchObject({ state: 'failed', path: 'packs[0].cRating' });
});
