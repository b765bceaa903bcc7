import { DEFAULT_LIMITS, fitFindings, resolvePlan, type Bay, type FindingId, type FindingLevel, type PlanFile } from '@puddler/core';
import { plainPlan } from '../helpers';

/** A plan with a bay and changes to it, and what its findings say of one rule. */
function levelOf(id: FindingId, bay: Bay, change: (plan: PlanFile) => void = () => undefined): FindingLevel | undefined {
  const plan = plainPlan();
  plan.car.bay = bay;
  plan.gearing = { pinion: 20, spur: 60, moduleMm: 0.8 };
  change(plan);
  const found = fitFindings(plan, resolvePlan(plan), DEFAULT_LIMITS).filter((one) => one.id === id);
  expect(found.length).toBeLessThanOrEqual(1);
  if (found[0]) {
    expect(found[0].share).toBeGreaterThan(0);
    expect(Number.isFinite(found[0].share)).toBe(true);
    expect(found[0].why.length).toBeGreaterThan(15);
  }
  return found[0]?.level;
}

const motor = (fields: object) => (plan: PlanFile) => void Object.assign(plan.motor, fields);
const esc = (fields: object) => (plan: PlanFile) => void Object.assign(plan.esc, fields);
const pack = (fields: object) => (plan: PlanFile) => void Object.assign(plan.packs[0]!, fields);
const gears = (fields: object) => (plan: PlanFile) => void Object.assign(plan.gearing, fields);

type Row = [FindingId, FindingLevel | undefined, Bay, ((plan: PlanFile) => void)?];

// The motor is 36 × 52 mm; gears of module 0.8 stand 32 mm apart, and the spur's teeth reach 24.8 mm.
const ROWS: Row[] = [
  ['fit-diameter', undefined, { motorDiameterMm: 37 }],
  ['fit-diameter', 'caution', { motorDiameterMm: 36.9 }],
  ['fit-diameter', 'caution', { motorDiameterMm: 36 }],
  ['fit-diameter', 'stop', { motorDiameterMm: 35.9 }],
  ['fit-length', undefined, { motorLengthMm: 53 }],
  ['fit-length', 'caution', { motorLengthMm: 52.5 }],
  ['fit-length', 'stop', { motorLengthMm: 51 }],
  ['fit-esc', undefined, { escLengthMm: 50, escHeightMm: 30 }, esc({ lengthMm: 45, heightMm: 29 })],
  ['fit-esc', 'caution', { escLengthMm: 50, escHeightMm: 30 }, esc({ lengthMm: 45, heightMm: 29.5 })],
  ['fit-esc', 'stop', { escLengthMm: 50, escHeightMm: 30 }, esc({ lengthMm: 45, heightMm: 31 })],
  ['fit-esc', 'stop', { escWidthMm: 30 }, esc({ widthMm: 31 })],
  ['fit-esc', undefined, { escWidthMm: 30 }, esc({ lengthMm: 400 })],
  ['fit-pack', undefined, { packLengthMm: 140 }, pack({ lengthMm: 138 })],
  ['fit-pack', 'caution', { packWidthMm: 47 }, pack({ widthMm: 46.5 })],
  ['fit-pack', 'stop', { packHeightMm: 25 }, pack({ heightMm: 26 })],
  ['shaft-bore', undefined, { pinionBoreMm: 3.17 }, motor({ shaftMm: 3.175 })],
  ['shaft-bore', 'stop', { pinionBoreMm: 3.17 }, motor({ shaftMm: 5 })],
  ['shaft-bore', 'stop', { pinionBoreMm: 5 }, motor({ shaftMm: 3.17 })],
  ['shaft-bore', undefined, { pinionBoreMm: 5 }, (plan) => (motor({ shaftMm: 3.17 })(plan), gears({ pinionBoreMm: 3.17 })(plan))],
  ['shaft-bore', undefined, { pinionBoreMm: 5 }, (plan) => (motor({ shaftMm: 3.17 })(plan), void (plan.gearing = {}))],
  ['module', undefined, { moduleMm: 0.8 }],
  ['module', 'stop', { moduleMm: 0.6 }],
  ['module', undefined, { moduleMm: 0.529167 }, gears({ moduleMm: 0.53 })],
  ['module', undefined, { moduleMm: 0.6 }, gears({ spurModuleMm: 0.8 })],
  ['mount-pattern', undefined, { mountCircleMm: 25 }, motor({ mountCircleMm: 25.2 })],
  ['mount-pattern', 'stop', { mountCircleMm: 25 }, motor({ mountCircleMm: 19 })],
  ['mesh-distance', undefined, { meshMinMm: 30, meshMaxMm: 34 }],
  ['mesh-distance', 'caution', { meshMinMm: 30, meshMaxMm: 32.3 }],
  ['mesh-distance', 'caution', { meshMinMm: 31.7, meshMaxMm: 40 }],
  ['mesh-distance', 'stop', { meshMinMm: 30, meshMaxMm: 31.5 }],
  ['mesh-distance', 'stop', { meshMinMm: 32.5 }],
  ['mesh-distance', undefined, { meshMinMm: 50 }, (plan) => void (plan.gearing = {})],
  ['spur-clearance', undefined, { nearestPartMm: 28 }],
  ['spur-clearance', 'caution', { nearestPartMm: 27.7 }],
  ['spur-clearance', 'caution', { nearestPartMm: 25.9 }],
  ['spur-clearance', 'stop', { nearestPartMm: 25.7 }],
  ['spur-clearance', 'stop', { nearestPartMm: 24 }],
  ['screw-depth', undefined, { screwPastPlateMm: 4.5 }, motor({ threadDepthMm: 5 })],
  ['screw-depth', 'caution', { screwPastPlateMm: 4.6 }, motor({ threadDepthMm: 5 })],
  ['screw-depth', 'caution', { screwPastPlateMm: 5 }, motor({ threadDepthMm: 5 })],
  ['screw-depth', 'stop', { screwPastPlateMm: 5.1 }, motor({ threadDepthMm: 5 })],
  ['bec-voltage', undefined, { servoMaxV: 6, receiverMaxV: 8.4 }, esc({ becV: 6 })],
  ['bec-voltage', 'stop', { servoMaxV: 6, receiverMaxV: 8.4 }, esc({ becV: 7.4 })],
  ['bec-voltage', 'stop', { receiverMaxV: 5 }, esc({ becV: 6 })],
  ['bec-voltage', undefined, {}, esc({ becV: 12 })],
];

test.each(ROWS.map((row, i) => [i, row[0], row[1] ?? 'nothing', row] as const))('%i: %s says %s', (_i, _id, _level, [id, level, bay, change]) => {
  expect(levelOf(id, bay, change)).toBe(level);
});

test('the weaker of receiver and servo is named', () => {
  const plan = plainPlan();
  plan.car.bay = { receiverMaxV: 6, servoMaxV: 8.4 };
  plan.esc.becV = 7.4;
  expect(fitFindings(plan, resolvePlan(plan), DEFAULT_LIMITS)[0]!.why).toContain('receiver bears 6 V');
});

test('what stops comes before what cautions, and a plan without a bay says what to measure', () => {
  const plan = plainPlan();
  plan.car.bay = { motorDiameterMm: 36.5, motorLengthMm: 40 };
  expect(fitFindings(plan, resolvePlan(plan), DEFAULT_LIMITS).map((one) => one.id)).toEqual(['fit-length', 'fit-diameter', 'fit-unknown']);
  const [only, ...others] = fitFindings(plainPlan(), resolvePlan(plainPlan()), DEFAULT_LIMITS);
  expect(only).toMatchObject({ id: 'fit-unknown', level: 'info', value: 5 });
  expect(only!.why).toContain('motor diameter, motor length, ESC tray, pack tray, slot of the motor mount');
  expect(others).toEqual([]);
});

test('an outrunner is as large as its bell', () => {
  const plan = plainPlan({
    motor: { name: 'Lathe', kind: 'brushless', form: 'outrunner', kvRpmPerV: 900, statorDiameterMm: 28, statorHeightMm: 12 },
  });
  plan.car.bay = { motorDiameterMm: 33 };
  expect(fitFindings(plan, resolvePlan(plan), DEFAULT_LIMITS)[0]).toMatchObject({ id: 'fit-diameter', level: 'stop', value: 34 });
});
