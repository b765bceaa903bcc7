import {
  allFindings,
  heatOf,
  DEFAULT_LIMITS,
  fixesFor,
  predictSteady,
  resolvePlan,
  simulateRunFast,
  withEdits,
  type Finding,
  type FindingId,
  type FindingInput,
  type Part,
  type PlanFile,
} from '@puddler/core';
import { caseNamed, plainPlan } from '../helpers';

function look(plan: PlanFile, stock?: PlanFile): FindingInput {
  const resolved = resolvePlan(plan);
  return {
    plan,
    resolved,
    steady: predictSteady(resolved),
    run: simulateRunFast(resolved),
    limits: DEFAULT_LIMITS,
    stock: stock && resolvePlan(stock),
  };
}

const bay = (fields: object) => (plan: PlanFile) => void (plan.car.bay = fields);
const brushedStock = plainPlan({
  motor: { name: 'S', kind: 'brushed', sizeClass: '540', turns: 120 },
  packs: [{ name: 'N', chemistry: 'nimh', cells: 6, capacityAh: 3 }],
  gearing: { pinion: 30, spur: 60 },
});

/** A plan in which each finding is there. */
const PLANS: Partial<Record<FindingId, (plan: PlanFile) => void>> = {
  'esc-cells': (plan) => void Object.assign(plan.esc, { maxCells: 1 }),
  'motor-cells': (plan) => void Object.assign(plan.motor, { maxCells: 1 }),
  'esc-continuous': (plan) => void Object.assign(plan.esc, { continuousA: 12 }),
  'esc-burst': (plan) => void Object.assign(plan.esc, { continuousA: 15, burstA: 40 }),
  'esc-temperature': (plan) => void Object.assign(plan.esc, { continuousA: 12 }),
  'motor-temperature': (plan) => void (plan.gearing = { pinion: 46, spur: 60 }),
  'winding-temperature': (plan) => void (plan.gearing = { pinion: 58, spur: 60 }),
  'motor-rpm': (plan) => void Object.assign(plan.motor, { maxRpm: 24_000 }),
  'pack-current': (plan) => void Object.assign(plan.packs[0]!, { cRating: 8 }),
  'pack-sag': (plan) => void Object.assign(plan.packs[0]!, { cellResistanceOhm: 0.03 }),
  cutoff: (plan) => void Object.assign(plan.esc, { cutoffVPerCell: 0 }),
  runtime: (plan) => void Object.assign(plan.packs[0]!, { capacityAh: 1 }),
  'motor-load': (plan) => void (plan.gearing = { pinion: 60, spur: 30 }),
  'sensorless-start': (plan) => void (plan.gearing = { pinion: 40, spur: 60 }),
  overdrive: (plan) => void (plan.gearing = { pinion: 30, spur: 28 }),
  driveline: () => undefined,
  'shaft-bore': (plan) => (bay({ pinionBoreMm: 3.17 })(plan), void Object.assign(plan.motor, { shaftMm: 5 })),
  module: (plan) => (bay({ moduleMm: 0.6 })(plan), void (plan.gearing.moduleMm = 0.8)),
  'mesh-distance': (plan) => (bay({ meshMinMm: 26, meshMaxMm: 30 })(plan), void (plan.gearing.moduleMm = 0.8)),
  'spur-clearance': (plan) => (bay({ nearestPartMm: 26, spurMin: 40 })(plan), void (plan.gearing.moduleMm = 0.8)),
  'screw-depth': (plan) => (bay({ screwPastPlateMm: 6 })(plan), void Object.assign(plan.motor, { threadDepthMm: 5 })),
  'bec-voltage': (plan) => (bay({ servoMaxV: 6 })(plan), void (plan.esc.becV = 7.4)),
  'radio-range': (plan) => void (plan.site.radioRangeM = 60),
  straight: (plan) => void (plan.site.straightM = 18),
  'fit-length': (plan) => bay({ motorLengthMm: 51 })(plan),
  'fit-esc': (plan) => (bay({ escLengthMm: 40 })(plan), void (plan.esc.lengthMm = 50)),
  'fit-pack': (plan) => (bay({ packHeightMm: 24 })(plan), void (plan.packs[0]!.heightMm = 30)),
};

const SHELF: Part[] = [
  {
    kind: 'motor',
    name: 'Short 3650',
    status: 'owned',
    spec: { kind: 'brushless', form: 'inrunner', kvRpmPerV: 3000, diameterMm: 36, lengthMm: 49 },
  },
  { kind: 'esc', name: 'Small 100', status: 'considered', spec: { continuousA: 100, lengthMm: 35 } },
  { kind: 'pack', name: 'Flat 2S', status: 'owned', spec: { chemistry: 'lipo', cells: 2, capacityAh: 4, cRating: 60, heightMm: 20 } },
  { kind: 'esc', name: 'Burnt 300', status: 'worn-out', spec: { continuousA: 300 } },
];

function prepared(id: FindingId): { finding: Finding; input: FindingInput } {
  const plan = plainPlan({ run: { profile: 'race', minutes: 10 } });
  PLANS[id]!(plan);
  const input = look(plan, id === 'driveline' ? brushedStock : undefined);
  const finding = allFindings(input).find((one) => one.id === id);
  if (!finding) throw new Error(`the plan prepared for ${id} has no such finding`);
  return { finding, input };
}

test.each(Object.keys(PLANS) as FindingId[])('%s: each fix, applied, makes it go away or says that it cannot alone', (id) => {
  const { finding, input } = prepared(id);
  const { fixes, cannot } = fixesFor(finding, input, SHELF);
  expect(fixes.length > 0 || (cannot ?? '').length > 20).toBe(true);
  expect(fixes.length).toBeLessThanOrEqual(3);
  for (const fix of fixes) {
    const after = look(withEdits(input.plan, fix.edits), id === 'driveline' ? brushedStock : undefined);
    const left = allFindings(after).find((one) => one.id === id);
    if (fix.clears) expect(left).toBeUndefined();
    else expect(left!.share).toBeLessThan(finding.share);
    expect(fix.figures.topSpeedMs).toBeCloseTo(after.steady.topSpeedMs, 9);
    expect(fix.figures.maxCanC).toBeCloseTo(heatOf(after.run).maxCanC, 6);
  }
});

test('a pinion is taken no smaller than it must be', () => {
  const { finding, input } = prepared('motor-temperature');
  const fix = fixesFor(finding, input).fixes.find((one) => one.label.endsWith('pinion'))!;
  const teeth = fix.edits[0]!.value as number;
  const one = look(withEdits(input.plan, [{ path: 'gearing.pinion', value: teeth + 1 }]));
  expect(allFindings(one).some((found) => found.id === 'motor-temperature')).toBe(true);
});

test('the smallest sufficient ESC, from the shelf where there is one, and never a burnt one', () => {
  const { finding, input } = prepared('esc-continuous');
  const labels = fixesFor(finding, input, SHELF).fixes.map((fix) => fix.label);
  expect(labels[0]).toBe('Small 100 from the shelf');
  expect(labels.join()).not.toContain('Burnt');
  expect(fixesFor(finding, input).fixes[0]!.label).toBe('an ESC of 35 A');
});

test('an ESC is wanted for the cells of all packs in series', () => {
  const plan = caseNamed('pacer-cruise');
  const { maxCells: _most, minCells: _least, ...esc } = plan.esc;
  const [pack] = plan.packs;
  const input = look({ ...plan, esc, packs: [pack!, pack!], packWiring: 'series' });
  const finding = allFindings(input).find(({ id }) => id === 'esc-cells')!;
  expect(finding).toMatchObject({ unrated: true, value: 2 * pack!.cells });
  expect(fixesFor(finding, input).fixes.map(({ label }) => label)).toContain(`an ESC for ${2 * pack!.cells} cells`);
});

test('where nothing helps it says why', () => {
  const { finding, input } = prepared('fit-length');
  expect(fixesFor(finding, input)).toEqual({ fixes: [], cannot: expect.stringContaining('Nothing on the shelf fits') });
});

test('a plan without trouble is left alone', () => {
  const input = look(caseNamed('pacer-cruise'));
  expect(allFindings(input).filter((one) => one.level === 'stop')).toEqual([]);
});
