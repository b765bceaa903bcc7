import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { RunFile } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { ladderVerb } from '../src/ladder';
import { learnVerb } from '../src/learn';
import { practiceVerb } from '../src/practice';
import { readLogVerb } from '../src/read-log';
import { running } from './run-verb';

const folder = mkdtempSync(path.join(tmpdir(), 'puddler-practice-'));
const plan = plainPlan({ gearing: { pinion: 18, spur: 60 }, run: { profile: 'race', minutes: 2 } });
const planFile = path.join(folder, 'plan.json');
writeFileSync(planFile, JSON.stringify(plan));
const climb = running(ladderVerb);
const practise = running(practiceVerb);

test('a ladder is printed with gears or caps, bands and room', () => {
  const { code, out, err } = climb(planFile, '--pinions', '12,13, 14,15,16,17,18');
  expect([code, err]).toEqual([0, '']);
  const answer = JSON.parse(out) as {
    outcome: string;
    steps: { gearing: { kind: string }; topSpeedMs: { p90: number }; room: { wholeM: number } }[];
  };
  expect(['reached', 'stops-short', 'no-start']).toContain(answer.outcome);
  for (const { gearing, topSpeedMs, room } of answer.steps) {
    expect(['gears', 'cap']).toContain(gearing.kind);
    expect(topSpeedMs.p90).toBeGreaterThan(0);
    expect(room.wholeM).toBeGreaterThan(0);
  }
});

test.each([
  [['--pinions', 'many'], /--pinions: "many"; allowed: up to 60 whole numbers/],
  [['--spurs', '3'], /--spurs: "3"/],
  [['--steps', '3'], /--steps: no such option/],
])('%s is refused with what is allowed', (more, message) => {
  const { code, err } = climb(planFile, ...more);
  expect(code).toBe(2);
  expect(err).toMatch(message);
});

test('a session’s files are written, read like any others, and the same for the same seed to the byte', () => {
  const at = (name: string) => path.join(folder, name);
  expect(practise('--seed', '7', '--car', planFile, '--out', at('a')).code).toBe(0);
  expect(practise('--seed=7', '--car', planFile, '--out', at('b')).code).toBe(0);
  expect(practise('--seed', '8', '--car', planFile, '--out', at('c')).code).toBe(0);
  for (const name of ['esc.csv', 'phone.gpx', 'phone.nmea', 'run.json', 'truth.json']) {
    const [a, b, c] = ['a', 'b', 'c'].map((one) => readFileSync(path.join(at(one), name), 'utf8'));
    expect(a).toBe(b);
    expect(a).not.toBe(c);
  }
  for (const name of ['esc.csv', 'phone.gpx', 'phone.nmea']) {
    const { code, out } = running(readLogVerb)(path.join(at('a'), name), '--poles', '4');
    expect(code).toBe(0);
    expect((JSON.parse(out) as { series: { timeS: number[] } }).series.timeS.length).toBeGreaterThan(100);
  }
  const run = JSON.parse(readFileSync(path.join(at('a'), 'run.json'), 'utf8')) as RunFile;
  expect(run).toMatchObject({ purpose: 'practice', plan: { name: 'Plain' } });
  expect(running(learnVerb)(path.join(at('a'), 'run.json')).code).toBe(0);
});

test('a seed that is none, and a folder that cannot be, are said', () => {
  expect(practise('--seed', 'x', '--car', planFile, '--out', folder).err).toMatch(/--seed: "x"/);
  expect(practise('--seed', '1', '--car', planFile, '--out', path.join(planFile, 'in')).err).toMatch(/cannot be written/);
  expect(practise('--seed', '1').err).toMatch(/^usage/);
});
