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
import { fullThrottleS } from '../../src/findings/drive';
import { plainPlan } from '../helpers';

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
    rmsPackCurrentA: 10,
    peakPackCurrentA: 30,
    peakMotorCurrentA: 30,
    ...run,
  };
  return { plan, resolved, steady: { ...predictSteady(resolved), motorEfficiency: 0.8, ...steady }, run: calm, limits: DEFAULT_LIMITS };
}

const levelOf = (id: FindingId, from: FindingInput): FindingLevel | undefined => allFindings(from).find((one) => one.id === id)?.level;

const sensorless = (spur: number) => (plan: PlanFile) => void (plan.gearing = { pinion: 20, spur });
// 4 poles, 70 mm tyre, internal 2.5: 3,000 erpm are 25 turns a second.
const speedAt = (spur: number) => (25 * Math.PI * 0.07) / ((spur / 20) * 2.5);

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
  ['motor-cells', undefined, input(motor({ maxCells: 2 }))],
  ['motor-cells', 'stop', input(motor({ maxCells: 1 }))],
  ['esc-continuous', undefined, input(undefined, { rmsPackCurrentA: 51.9 })],
  ['esc-continuous', 'caution', input(undefined, { rmsPackCurrentA: 52 })],
  ['esc-continuous', 'caution', input(undefined, { rmsPackCurrentA: 79.9 })],
  ['esc-continuous', 'stop', input(undefined, { rmsPackCurrentA: 80 })],
  ['esc-continuous', undefined, input((plan) => void (plan.motorCount = 2), { rmsPackCurrentA: 80 })],
  ['esc-burst', undefined, input(undefined, { peakMotorCurrentA: 255 })],
  ['esc-burst', 'caution', input(undefined, { peakMotorCurrentA: 256 })],
  ['esc-burst', 'stop', input(undefined, { peakMotorCurrentA: 320 })],
  ['esc-temperature', undefined, input(undefined, { maxEscC: 79.9 })],
  ['esc-temperature', 'caution', input(undefined, { maxEscC: 80 })],
  ['esc-temperature', 'stop', input(undefined, { maxEscC: 100 })],
  ['motor-temperature', undefined, input(undefined, { maxCanC: 69.9 })],
  ['motor-temperature', 'caution', input(undefined, { maxCanC: 70 })],
  ['motor-temperature', 'stop', input(undefined, { maxCanC: 85 })],
  ['winding-temperature', undefined, input(undefined, { maxWindingC: 119 })],
  ['winding-temperature', 'caution', input(undefined, { maxWindingC: 120 })],
  ['winding-temperature', 'stop', input(undefined, { maxWindingC: 150 })],
  ['motor-rpm', undefined, input(motor({ maxRpm: 50_000 }), {}, { motorRpm: 44_900 })],
  ['motor-rpm', 'caution', input(motor({ maxRpm: 50_000 }), {}, { motorRpm: 45_000 })],
  ['motor-rpm', 'stop', input(motor({ maxRpm: 50_000 }), {}, { motorRpm: 50_000 })],
  ['motor-rpm', undefined, input(undefined, {}, { motorRpm: 500_000 })],
  ['pack-current', undefined, input(undefined, { peakPackCurrentA: 174 })],
  ['pack-current', 'caution', input(undefined, { peakPackCurrentA: 175 })],
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
  ['cutoff', undefined, input(esc({ cutoffVPerCell: 3.3 }))],
  ['cutoff', 'caution', input(esc({ cutoffVPerCell: 3.29 }))],
  ['cutoff', 'caution', input(esc({ cutoffVPerCell: 3 }))],
  ['cutoff', 'stop', input(esc({ cutoffVPerCell: 2.99 }))],
  ['cutoff', 'stop', input(esc({ cutoffVPerCell: 0 }))],
  ['cutoff', undefined, input((plan) => (esc({ cutoffVPerCell: 0 })(plan), pack({ chemistry: 'nimh', cells: 6 })(plan)))],
  ['cutoff', undefined, input(pack({ chemistry: 'liion' }))],
  ['runtime', undefined, input(undefined, { usedAh: 3.5 })],
  ['runtime', 'caution', input(undefined, { stop: 'cutoff', endS: 299 })],
  ['efficiency', undefined, input(undefined, {}, { motorEfficiency: 0.7 })],
  ['efficiency', 'caution', input(undefined, {}, { motorEfficiency: 0.699 })],
  ['efficiency', 'caution', input(undefined, {}, { motorEfficiency: 0.55 })],
  ['efficiency', 'stop', input(undefined, {}, { motorEfficiency: 0.549 })],
  ['sensorless-start', undefined, input(sensorless(56))],
  ['sensorless-start', 'caution', input(sensorless(54))],
  ['sensorless-start', 'caution', input(sensorless(30))],
  ['sensorless-start', 'stop', input(sensorless(29))],
  ['sensorless-start', undefined, input((plan) => (sensorless(29)(plan), motor({ sensored: true })(plan)))],
  ['sensorless-start', undefined, input((plan) => void (plan.motor = { name: 'B', kind: 'brushed', sizeClass: '540', turns: 27 }))],
  ['overdrive', undefined, input(gearing(20, 24))],
  ['overdrive', 'caution', input(gearing(21, 25))],
  ['overdrive', 'caution', input(gearing(20, 20))],
  ['overdrive', 'stop', input(gearing(21, 20))],
  ['overdrive', undefined, input((plan) => void (plan.gearing = {}))],
  ['grip', undefined, input(undefined, { gripLimitedS: 50 })],
  ['grip', 'caution', input(undefined, { gripLimitedS: 52 })],
  ['grip', undefined, input((plan) => void (plan.run = { profile: 'crawl', minutes: 5 }), { gripLimitedS: 250 })],
  ['radio-range', undefined, input(site({ radioRangeM: 8.01 * topSpeedOf(input()) }))],
  ['radio-range', 'caution', input(site({ radioRangeM: 8 * topSpeedOf(input()) }))],
  ['radio-range', 'stop', input(site({ radioRangeM: 4 * topSpeedOf(input()) }))],
  ['straight', undefined, input(site({ straightM: 1000 }))],
  ['straight', 'stop', input(site({ straightM: 10 }))],
];

test.each(ROWS.map((row, i) => [i, row[0], row[1] ?? 'nothing', row] as const))('%i: %s says %s', (_i, _id, _level, [id, level, from]) => {
  expect(levelOf(id, from)).toBe(level);
});

test('the sensorless rows stand on both sides of 0.8 and 1.5 m/s', () => {
  expect([speedAt(56) < 0.8, speedAt(54) > 0.8, speedAt(30) < 1.5, speedAt(29) > 1.5]).toEqual([true, true, true, true]);
});

test('the straight cautions between four fifths and all of it', () => {
  const whole = allFindings(input(site({ straightM: 20 }))).find((one) => one.id === 'straight')!.value * 20;
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
  expect(times(weak(90))).toMatchObject({ level: 'caution' });
  expect(times(weak(150))).toMatchObject({ level: 'stop' });
});

test('full throttle is counted by the profile, cycle by cycle', () => {
  const { resolved } = input();
  expect(fullThrottleS(resolved, 8.2)).toBeCloseTo(3.5, 9);
  expect(fullThrottleS(resolved, 2)).toBeCloseTo(2, 9);
  expect(fullThrottleS(resolved, 8.2 * 3 + 1)).toBeCloseTo(11.5, 9);
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
