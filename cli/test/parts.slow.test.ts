import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { ListLine, PartsList } from '@puddler/core';
import { parts } from '../src/parts';
import { running } from './run-verb';

const folder = mkdtempSync(path.join(tmpdir(), 'puddler-parts-'));
const demo = (name: string) => path.join(__dirname, '../../demo', name);

const run = running(parts);

const SIXTY = demo('plans/12-ridgeback-sixty.json');
const BOUGHT = demo('plans/10-ridgeback-as-bought.json');

test('the list of a plan, with what the car as bought has and what the shelf holds', () => {
  const { code, out, err } = run('--stock', BOUGHT, '--shelf', demo('shelf.json'), SIXTY);
  expect([code, err]).toEqual([0, '']);
  const { lines, wrong } = JSON.parse(out) as PartsList;
  expect(wrong).toEqual([]);
  expect(lines.find((line) => line.id === 'esc')!.have).toEqual(['Tallow 60']);
  expect(lines.map((line) => line.id)).toEqual(expect.arrayContaining(['charger', 'pinion-planned', 'fan', 'thermometer']));
  expect(JSON.parse(run('--stock', BOUGHT, BOUGHT).out)).toMatchObject({ lines: [{ group: 'tools' }, {}, {}] });
});

test('pinions that only the steps up need stand apart', () => {
  const { forSteps } = JSON.parse(run('--stock', BOUGHT, demo('plans/11-ridgeback-first-conversion.json')).out) as { forSteps: ListLine[] };
  expect(forSteps.length).toBeGreaterThan(1);
  for (const line of forSteps) expect(line).toMatchObject({ group: 'gears', part: { kind: 'pinion' } });
});

test('nothing is printed for what cannot be read, and the reason is', () => {
  const broken = path.join(folder, 'shelf.json');
  writeFileSync(broken, JSON.stringify([{ kind: 'pinion', name: 'P', status: 'owned', spec: { teeth: 2000 } }]));
  for (const [args, says] of [
    [[], 'usage'],
    [['--color', SIXTY], '--color: no such option'],
    [['--stock'], '--stock is missing its file'],
    [[SIXTY, BOUGHT], 'one plan at a time'],
    [[path.join(folder, 'none.json')], 'there is no such file'],
    [['--shelf', broken, SIXTY], 'part 1: spec.teeth'],
    [['--shelf', SIXTY, SIXTY], 'must be a list of parts'],
  ] as const) {
    const { code, out, err } = run(...args);
    expect([code, out]).toEqual([2, '']);
    expect(err).toContain(says);
  }
});
