import { checkBody, checkPlanFile, checkRunFile, kindOf, type CarRun, type KindName } from '@puddler/contract';
import type { LearnedFigures, RunFile } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';

const hash = 'ab'.repeat(32);
const run: CarRun = {
  name: 'First on the strip',
  at: '2027-01-09T10:00:00Z',
  minutes: 6,
  drivenAs: 'race',
  purpose: 'baseline',
  notes: 'Dry.',
  broke: 'A body clip.',
  plan: plainPlan(),
  predicted: { topSpeedMs: { p10: 13, p50: 14, p90: 15 } },
  passes: [{ speedMs: 14.1, direction: 'out', source: 'gps' }],
  readings: [{ of: 'can', c: 61, afterStopS: 25 }],
  current: { settledA: 22, peakA: 61, minPackV: 7.1 },
  usedAh: 1.2,
  launch: { to18m3S: 2.9, to40m2S: 4.6, peakG: 0.7 },
  planId: '00000000-0000-4000-8000-000000000001',
  photos: [{ hash, type: 'image/jpeg', bytes: 400 }],
  logs: [
    {
      hash: 'cd'.repeat(32),
      type: 'text/plain',
      bytes: 90,
      name: 'esc.csv',
      kind: 'esc',
      columns: [{ name: 'T', as: 'timeS', unit: 's' }],
      shiftS: -1.2,
    },
  ],
  aside: true,
};
const learned: LearnedFigures = {
  from: ['First'],
  figures: [
    { key: 'car.massKg', ln: 0.02, before: 0.03 },
    { key: 'motor.kvRpmPerV@Osier', ln: -0.04, before: 0.05 },
  ],
  covariance: [4e-4, -1e-4, 1e-4],
};
const messages = (kind: KindName, body: unknown) => {
  const checked = checkBody(kind)(body, undefined);
  return checked.ok ? [] : checked.problems.map((one) => one.message);
};

test('a run with everything is good, and one with nothing but its plan; it refers to its photos and logs', () => {
  expect(messages('run', run)).toEqual([]);
  expect(messages('run', { at: run.at, plan: run.plan })).toEqual([]);
  expect(kindOf('run').fileHashes!(run)).toEqual([hash, 'cd'.repeat(32)]);
  expect(kindOf('run').nameOf({ ...run, name: undefined })).toBe('Run of 2027-01-09');
});

test.each<[string, object, RegExp]>([
  ['a plan that is none', { plan: { ...run.plan, site: {} } }, /plan\.site\.surface/],
  ['a day that is none', { at: 'yesterday' }, /at is "yesterday"/],
  ['a log without its kind', { logs: [{ ...run.logs![0], kind: 'video' }] }, /logs\[0\]\.kind is "video"; allowed: esc, gps/],
  ['the same log twice', { logs: [run.logs![0], run.logs![0]] }, /logs\[1\]/],
  ['a series, which belongs in a file', { series: { timeS: [0, 1] } }, /series/],
])('%s is refused, naming the field', (_what, change, message) => {
  expect(messages('run', { ...run, ...change }).join()).toMatch(message);
});

test('what was learned is good while its matrix belongs to its figures, in a document and in a plan file alike', () => {
  expect(messages('learned', learned)).toEqual([]);
  expect(checkPlanFile({ ...plainPlan(), learned }).ok).toBe(true);
  for (const covariance of [[4e-4], [4e-4, 1, 1e-4], [4e-4, 0, -1]])
    expect(messages('learned', { ...learned, covariance }).join()).toMatch(/a matrix that is positive, with a row for each figure/);
});

test('a run file may name its logs and photos by hash', () => {
  const file: RunFile = {
    format: 'puddler-run',
    version: 1,
    at: run.at,
    plan: run.plan,
    photos: [hash],
    logs: [{ hash, name: 'a.csv', kind: 'gps', shiftS: 0.4 }],
  };
  expect(checkRunFile(file).ok).toBe(true);
  expect(checkRunFile({ ...file, photos: ['x'] }).ok).toBe(false);
});
