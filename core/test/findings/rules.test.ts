import {
  allFindings,
  DEFAULT_LIMITS,
  FINDING_IDS,
  limitsWith,
  predictSteady,
  resolvePlan,
  simulateRun,
  type FindingId,
  type FindingInput,
  type FindingLevel,
  type PlanFile,
  type Run,
  type Steady,
} from '@puddler/core';
import { fewestTeeth } from '../../src/findings/fit';
import { leastLossW } from '../../src/predict/least-loss';
import { caseNamed, plainPlan } from '../helpers';

/** A plan that nothing is wrong with, its own run, and figures of it replaced. */
function input(change: (plan: PlanFile) => void = () => undefined, run: Partial<Run> = {}, steady: Partial<Steady> = {}): FindingInput {
  const plan = plainPlan({ run: { profile: 'race', minutes: 5 } });
  change(plan);
  const resolved = resolvePlan(plan);
  const calm: Run = {
    ...simulateRun({ ...resolved, run: { profile: 'race', minutes: 0.2 } }),
    endS: 300,
    stop: 'time',
    maxCanC: 40,
    maxWindingC: 42,
    maxEscC: 40,
    maxPackC: 30,
    minBusV: 7.5,
    usedAh: 0.5,
    gripLimitedS: 1,
    fullThrottleS: 100,
    maxMotorRpm: 20_000,
    ironW: 1,
    rmsMotorCurrentA: 10,
    rmsPackCurrentA: 10,
    peakPackCurrentA: 30,
    peakMotorCurrentA: 30,
    ...run,
  };
  return {
    plan,
    resolved,
    steady: { ...predictSteady(resolved), motorLoad: 0.05, gripSetsSpeed: false, ...steady },
    run: calm,
    limits: DEFAULT_LIMITS,
  };
}

const levelOf = (id: FindingId, from: FindingInput): FindingLevel | undefined => allFindings(from).find((one) => one.id === id)?.level;

const sensorless = (spur: number) => (plan: PlanFile) => void (plan.gearing = { pinion: 20, spur });
// 4 poles, 70 mm tyre, internal 2.5: 3,000 erpm are 25 turns a second.
const speedAt = (spur: number) => (25 * Math.PI * 0.07) / ((spur / 20) * 2.5);

const brushed = (sizeClass: '540' | '370') => (plan: PlanFile) => void (plan.motor = { name: 'B', kind: 'brushed', sizeClass, turns: 27 });
type Row = [FindingId, FindingLevel | undefined, FindingInput];
const esc = (fields: object) => (plan: PlanFile) => void Object.assign(plan.esc, fields);
const motor = (fields: object) => (plan: PlanFile) => void Object.assign(plan.motor, fields);
const pack = (fields: object) => (plan: PlanFile) => void Object.assign(plan.packs[0]!, fields);
const site = (fields: object) => (plan: PlanFile) => void Object.assign(plan.site, fields);
const gearing = (pinion: number, spur: number) => (plan: PlanFile) => void (plan.gearing = { pinion, spur });
const topSpeedOf = (from: FindingInput) => from.steady.topSpeedMs;

const ROWS: Row[] = [
  ['esc-cells', undefined, input(esc({ minCells: 2, maxCells: 2 }))],
  ['esc-cells', 'stop', input(esc({ maxCells: 1 }))],
  ['esc-cells', 'stop', input(esc({ minCells: 3 }))],
  [
    'esc-cells',
    undefined,
    input((plan) => (esc({ maxCells: 2 })(plan), void (plan.packs = [{ name: 'N', chemistry: 'nimh', cells: 6, capacityAh: 3 }]))),
  ],
  [
    'esc-cells',
    'stop',
    input((plan) => (esc({ maxCells: 2 })(plan), void (plan.packs = [{ name: 'N', chemistry: 'nimh', cells: 7, capacityAh: 3 }]))),
  ],
  // A rating that nobody gave is never passed in silence.
  ['esc-cells', 'info', input()],
  ['esc-cells', 'info', input(pack({ cells: 3 }))],
  ['esc-cells', 'caution', input(pack({ cells: 4 }))],
  ['esc-cells', 'caution', input(pack({ cells: 6 }))],
  ['esc-cells', 'stop', input(pack({ cells: 7 }))],
  ['esc-cells', 'info', input((plan) => (brushed('540')(plan), pack({ cells: 2 })(plan)))],
  ['esc-cells', 'caution', input((plan) => (brushed('540')(plan), pack({ cells: 3 })(plan)))],
  ['motor-cells', undefined, input(motor({ maxCells: 2 }))],
  ['motor-cells', 'stop', input(motor({ maxCells: 1 }))],
  ['esc-continuous', undefined, input(undefined, { rmsMotorCurrentA: 51.9 })],
  ['esc-continuous', 'caution', input(undefined, { rmsMotorCurrentA: 52 })],
  ['esc-continuous', 'caution', input(undefined, { rmsMotorCurrentA: 67.9 })],
  ['esc-continuous', 'stop', input(undefined, { rmsMotorCurrentA: 68 })],
  ['esc-burst', undefined, input(undefined, { peakMotorCurrentA: 255 })],
  ['esc-burst', 'caution', input(undefined, { peakMotorCurrentA: 256 })],
  ['esc-burst', 'stop', input(undefined, { peakMotorCurrentA: 320 })],
  ['esc-temperature', undefined, input(undefined, { maxEscC: 79.9 })],
  ['esc-temperature', 'caution', input(undefined, { maxEscC: 80 })],
  ['esc-temperature', 'caution', input(undefined, { maxEscC: 94.9 })],
  ['esc-temperature', 'stop', input(undefined, { maxEscC: 95 })],
  ['esc-temperature', 'stop', input(undefined, { maxEscC: 40, stop: 'cutoff', carriedOn: { maxEscC: 96, maxCanC: 40, maxWindingC: 40 } })],
  ['motor-temperature', undefined, input(undefined, { maxCanC: 69.9 })],
  ['motor-temperature', 'caution', input(undefined, { maxCanC: 70 })],
  ['motor-temperature', 'stop', input(undefined, { maxCanC: 85 })],
  [
    'motor-temperature',
    'stop',
    input(undefined, { maxCanC: 23, stop: 'cutoff', endS: 5, carriedOn: { maxEscC: 40, maxCanC: 120, maxWindingC: 140 } }),
  ],
  ['winding-temperature', undefined, input(undefined, { maxWindingC: 119 })],
  ['winding-temperature', 'caution', input(undefined, { maxWindingC: 120 })],
  ['winding-temperature', 'stop', input(undefined, { maxWindingC: 150 })],
  ['motor-rpm', undefined, input(motor({ maxRpm: 50_000 }), {}, { motorRpm: 44_900 })],
  ['motor-rpm', 'caution', input(motor({ maxRpm: 50_000 }), {}, { motorRpm: 45_000 })],
  ['motor-rpm', 'stop', input(motor({ maxRpm: 50_000 }), {}, { motorRpm: 50_000 })],
  ['motor-rpm', 'stop', input(motor({ maxRpm: 50_000 }), { maxMotorRpm: 51_000 })],
  // 36 mm across: 59,722 rpm without a label.
  ['motor-rpm', undefined, input(undefined, {}, { motorRpm: 53_700 })],
  ['motor-rpm', 'caution', input(undefined, {}, { motorRpm: 53_800 })],
  ['motor-rpm', 'stop', input(undefined, {}, { motorRpm: 59_800 })],
  ['motor-rpm', undefined, input(brushed('540'), {}, { motorRpm: 24_000 })],
  ['motor-rpm', 'stop', input(brushed('540'), {}, { motorRpm: 27_000 })],
  ['motor-rpm', 'caution', input(brushed('370'), {}, { motorRpm: 39_000 })],
  ['electrical-rpm', undefined, input(motor({ maxRpm: 900_000 }), { maxMotorRpm: 99_000 })],
  ['electrical-rpm', 'caution', input(motor({ maxRpm: 900_000 }), { maxMotorRpm: 100_000 })],
  ['electrical-rpm', 'stop', input(motor({ maxRpm: 900_000 }), { maxMotorRpm: 120_000 })],
  ['electrical-rpm', undefined, input(brushed('540'), { maxMotorRpm: 900_000 })],
  ['pack-current', undefined, input(undefined, { peakPackCurrentA: 149 })],
  ['pack-current', 'caution', input(undefined, { peakPackCurrentA: 150 })],
  ['pack-current', 'stop', input(undefined, { peakPackCurrentA: 250 })],
  ['pack-current', 'stop', input(pack({ plugA: 60 }), { peakPackCurrentA: 60 })],
  ['pack-current', undefined, input(pack({ cRating: undefined, cellResistanceOhm: 0.003 }), { peakPackCurrentA: 900 })],
  ['pack-sag', undefined, input(undefined, { minBusV: 6.6 })],
  ['pack-sag', 'caution', input(undefined, { minBusV: 6.59 })],
  ['pack-sag', 'caution', input(undefined, { minBusV: 6.2 })],
  ['pack-sag', 'stop', input(undefined, { minBusV: 6.19 })],
  ['pack-sag', undefined, input(pack({ chemistry: 'nimh', cells: 6 }), { minBusV: 5 })],
  ['pack-sag', undefined, input(pack({ chemistry: 'life' }), { minBusV: 5.5 })],
  ['pack-temperature', undefined, input(undefined, { maxPackC: 49.9 })],
  ['pack-temperature', 'caution', input(undefined, { maxPackC: 50 })],
  ['pack-temperature', 'stop', input(undefined, { maxPackC: 60 })],
  ['cutoff', undefined, input(esc({ cutoffVPerCell: 3.2 }))],
  ['cutoff', 'caution', input(esc({ cutoffVPerCell: 3.19 }))],
  ['cutoff', 'caution', input(esc({ cutoffVPerCell: 3 }))],
  ['cutoff', 'stop', input(esc({ cutoffVPerCell: 2.99 }))],
  ['cutoff', 'stop', input(esc({ cutoffVPerCell: 0 }))],
  ['cutoff', undefined, input((plan) => (esc({ cutoffVPerCell: 0 })(plan), pack({ chemistry: 'nimh', cells: 6 })(plan)))],
  ['cutoff', undefined, input(pack({ chemistry: 'liion' }))],
  ['runtime', undefined, input(undefined, { usedAh: 3.5 })],
  ['runtime', 'caution', input(undefined, { stop: 'cutoff', endS: 299 })],
  ['motor-load', undefined, input(undefined, {}, { motorLoad: 0.199 })],
  ['motor-load', 'caution', input(undefined, {}, { motorLoad: 0.2 })],
  ['motor-load', 'stop', input(undefined, {}, { motorLoad: 0.3 })],
  ['motor-load', undefined, input(undefined, {}, { motorLoad: 0.5, gripSetsSpeed: true })],
  ['idles', undefined, input(undefined, { ironW: 4 })],
  ['idles', 'info', input(undefined, { ironW: 40 })],
  ['runaway', undefined, input(undefined, { rmsMotorCurrentA: 30 })],
  ['runaway', 'stop', input(undefined, { rmsMotorCurrentA: 120 })],
  ['sensorless-start', undefined, input(sensorless(37))],
  ['sensorless-start', 'caution', input(sensorless(36))],
  ['sensorless-start', 'caution', input(sensorless(21))],
  ['sensorless-start', 'stop', input(sensorless(19))],
  ['sensorless-start', undefined, input((plan) => (sensorless(19)(plan), motor({ sensored: true })(plan)))],
  ['sensorless-start', undefined, input((plan) => void (plan.motor = { name: 'B', kind: 'brushed', sizeClass: '540', turns: 27 }))],
  ['overdrive', undefined, input(gearing(20, 20))],
  ['overdrive', 'caution', input(gearing(21, 20))],
  ['overdrive', undefined, input((plan) => void (plan.gearing = {}))],
  ['grip', undefined, input(undefined, { gripLimitedS: 39.9 })],
  ['grip', 'info', input(undefined, { gripLimitedS: 40 })],
  ['grip', undefined, input(undefined, { gripLimitedS: 250, fullThrottleS: 0 })],
  ['grip', 'info', input(undefined, { gripLimitedS: 0 }, { gripSetsSpeed: true })],
  ['unheld-peak', undefined, input(esc({ burstA: 400 }))],
  ['unheld-peak', 'info', input((plan) => (esc({ burstA: 400 })(plan), pack({ plugA: 40 })(plan)))],
  ['ballooning', undefined, input((plan) => void (plan.car.tyre.growthPctAt100KmH = 4), { maxMotorRpm: 40_000 })],
  ['ballooning', 'caution', input((plan) => void (plan.car.tyre.growthPctAt100KmH = 9), { maxMotorRpm: 60_000 })],
  ['ballooning', 'stop', input((plan) => void (plan.car.tyre.growthPctAt100KmH = 40), { maxMotorRpm: 60_000 })],
  ['fit-unknown', 'info', input()],
  [
    'fit-unknown',
    undefined,
    input((plan) => void (plan.car.bay = { motorDiameterMm: 60, motorLengthMm: 90, escLengthMm: 60, packLengthMm: 150, meshMinMm: 20 })),
  ],
  ['pinion-bore', 'stop', input((plan) => void (plan.gearing = { pinion: 15, spur: 60, moduleMm: 0.5, pinionBoreMm: 5 }))],
  ['pinion-bore', undefined, input((plan) => void (plan.gearing = { pinion: 17, spur: 60, moduleMm: 0.5, pinionBoreMm: 5 }))],
  ['bec-current', undefined, input((plan) => (esc({ becA: 3 })(plan), void (plan.car.bay = { servoStallA: 2 })))],
  ['bec-current', 'caution', input((plan) => (esc({ becA: 3, fan: true })(plan), void (plan.car.bay = { servoStallA: 2.1 })))],
  ['bec-current', 'stop', input((plan) => (esc({ becA: 2 })(plan), void (plan.car.bay = { servoStallA: 1.9 })))],
  ['capacitor', undefined, input(esc({ capacitorV: 16 }))],
  ['capacitor', 'caution', input(esc({ capacitorV: 11 }))],
  ['capacitor', 'stop', input(esc({ capacitorV: 10 }))],
  ['radio-range', undefined, input(site({ radioRangeM: 8.01 * topSpeedOf(input()) }))],
  ['radio-range', 'caution', input(site({ radioRangeM: 8 * topSpeedOf(input()) }))],
  ['radio-range', 'stop', input(site({ radioRangeM: 4 * topSpeedOf(input()) }))],
  ['straight', undefined, input(site({ straightM: 1000 }))],
  ['straight', 'stop', input(site({ straightM: 10 }))],
];

test.each(ROWS.map((row, i) => [i, row[0], row[1] ?? 'nothing', row] as const))('%i: %s says %s', (_i, _id, _level, [id, level, from]) => {
  expect(levelOf(id, from)).toBe(level);
});

test('the sensorless rows stand on both sides of 1.2 and 2.2 m/s', () => {
  expect([speedAt(37) < 1.2, speedAt(36) > 1.2, speedAt(21) < 2.2, speedAt(19) > 2.2]).toEqual([true, true, true, true]);
});

test('a pinion has room for its bore, the walls beside it and the depth of its teeth', () => {
  expect([fewestTeeth(5, 0.5), fewestTeeth(3.17, 0.6), fewestTeeth(5, 1), fewestTeeth(8, 1.5)]).toEqual([17, 12, 10, 10]);
});

test('load is put down to wrong kv or to size by what a can of the same size could do at best', () => {
  const slow = caseNamed('slow-wind-overdriven');
  const why = (plan: PlanFile) =>
    allFindings({ ...input(), plan, resolved: resolvePlan(plan), steady: predictSteady(resolvePlan(plan)) }).find((one) => one.id === 'motor-load');
  expect(why(slow)).toMatchObject({ level: 'stop', why: expect.stringContaining('wrong kv for these volts') });
  const { lossW, leastW } = leastLossW(resolvePlan(slow));
  expect(lossW / leastW).toBeGreaterThan(2);
  const twice: PlanFile = { ...slow, motor: { ...slow.motor, kvRpmPerV: 2 * slow.motor.kvRpmPerV! }, gearing: { ...slow.gearing, pinion: 15 } };
  expect(why(twice)?.level).not.toBe('stop');
});

test('the straight cautions between four fifths and all of it', () => {
  const whole = allFindings(input(site({ straightM: 15 }))).find((one) => one.id === 'straight')!.value * 15;
  expect(levelOf('straight', input(site({ straightM: whole / 0.79 })))).toBeUndefined();
  expect(levelOf('straight', input(site({ straightM: whole / 0.81 })))).toBe('caution');
  expect(levelOf('straight', input(site({ straightM: whole / 0.99 })))).toBe('caution');
  expect(levelOf('straight', input(site({ straightM: whole / 1.01 })))).toBe('stop');
});

test('the driveline is measured against the car as bought', () => {
  const weak = (turns: number) =>
    resolvePlan(
      plainPlan({
        motor: { name: 'S', kind: 'brushed', sizeClass: '540', turns },
        packs: [{ name: 'N', chemistry: 'nimh', cells: 6, capacityAh: 3 }],
        gearing: { pinion: 40, spur: 60 },
      }),
    );
  const from = input();
  const times = (stock: FindingInput['stock']) => allFindings({ ...from, stock }).find((one) => one.id === 'driveline');
  expect(times(undefined)).toBeUndefined();
  expect(times(weak(15))).toBeUndefined();
  expect(times(weak(50))).toMatchObject({ level: 'caution' });
  expect(times(weak(130))).toMatchObject({ level: 'stop' });
});

test('findings are sorted by what gives first, and every one has words', () => {
  const all = allFindings(input(esc({ cutoffVPerCell: 0 }), { maxCanC: 75, maxEscC: 130, gripLimitedS: 100 }));
  const rank = all.map((one) => ({ stop: 2, caution: 1, info: 0 })[one.level]);
  expect([...rank].sort((a, b) => b - a)).toEqual(rank);
  for (const one of all) expect(one.why).toMatch(/^[A-Z0-9].{15,}\.$/);
});

test('limits: the plan’s count before the builder’s, and unknown ids are passed over', () => {
  const limits = limitsWith({ 'motor-temperature': { caution: 60 } }, { 'motor-temperature': { caution: 65 }, nonsense: { stop: 1 } } as never);
  expect(limits['motor-temperature']).toMatchObject({ caution: 65, stop: 85 });
  expect(Object.keys(limits).sort()).toEqual([...FINDING_IDS].sort());
  expect(levelOf('motor-temperature', { ...input(undefined, { maxCanC: 66 }), limits })).toBe('caution');
});
