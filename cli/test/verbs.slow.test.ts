import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { BenchStep, Part, PartsList, Wiring } from '@puddler/core';
import { writeCsv } from '@puddler/figures/parts-csv';
import { fitting } from '../src/fitting';
import { parts } from '../src/parts';
import { upgrade } from '../src/upgrade';
import { running } from './run-verb';

const folder = mkdtempSync(path.join(tmpdir(), 'puddler-verbs-'));
const demo = (name: string) => path.join(__dirname, '../../demo', name);
const SIXTY = demo('plans/12-ridgeback-sixty.json');
const BOUGHT = demo('plans/10-ridgeback-as-bought.json');
const TWIN = demo('plans/41-plough-outrunners.json');

const run = (verb: typeof parts, ...args: string[]) => running(verb)(...args);

test('a shelf as CSV gives the same list as the same shelf as JSON', () => {
  const file = path.join(folder, 'shelf.csv');
  writeFileSync(file, writeCsv(JSON.parse(readFileSync(demo('shelf.json'), 'utf8')) as Part[]));
  const asCsv = run(parts, '--stock', BOUGHT, '--shelf', file, SIXTY);
  expect(asCsv.err).toBe('');
  const lines = ({ out }: { out: string }) => (JSON.parse(out) as PartsList).lines.map(({ id, have, offer }) => [id, have, offer?.price]);
  expect(lines(asCsv)).toEqual(lines(run(parts, '--stock', BOUGHT, '--shelf', demo('shelf.json'), SIXTY)));
});

test('a bad CSV is told by line and column, and nothing is printed', () => {
  const file = path.join(folder, 'bad.csv');
  writeFileSync(file, 'kind,name,teeth\npinion,Good,17\npinion,Bad,many\n');
  const { code, out, err } = run(parts, '--shelf', file, SIXTY);
  expect([code, out]).toEqual([2, '']);
  expect(err).toMatch(/bad\.csv: line 3, teeth: .*many/);
});

test('fitting prints steps in their order, settings, a wiring without faults, and the bay', () => {
  const { code, out } = run(fitting, '--stock', BOUGHT, SIXTY);
  expect(code).toBe(0);
  const answer = JSON.parse(out) as {
    steps: BenchStep[];
    settings: { id: string }[];
    wiring: Wiring & { faults: unknown[] };
    bay: { touches: unknown[] };
  };
  const ids = answer.steps.map((step) => step.id);
  for (const [i, step] of answer.steps.entries()) for (const need of step.needs) expect(ids.slice(0, i)).toContain(need);
  expect(answer.settings.map((one) => one.id)).toContain('cut-off');
  expect(answer.wiring.faults).toEqual([]);
  expect(answer.bay.touches.length).toBeGreaterThan(0);
  const twin = JSON.parse(run(fitting, TWIN).out) as typeof answer;
  expect(twin.steps.map((step) => step.id)).toContain('one-supply');
  expect(twin.wiring.leads.map((lead) => lead.id)).toContain('throttle-2');
});

test('upgrade prints every part of the conversion, and orders that end at the plan', () => {
  const { code, out } = run(upgrade, '--shelf', demo('shelf.json'), BOUGHT, SIXTY);
  expect(code).toBe(0);
  const answer = JSON.parse(out) as {
    houses: { changes: string[]; figures?: object; forbidden?: string }[];
    paths: { favours: string[]; stages: { changes: string[]; cost: { money: number }; gives?: object; mend?: { label: string } }[] }[];
  };
  expect(answer.houses).toHaveLength(16);
  for (const { stages } of answer.paths) {
    expect(stages[0]!.changes).toEqual([]);
    expect(stages.at(-1)!.changes).toEqual(['pack', 'esc', 'motor', 'gears']);
    expect(stages.some((stage) => stage.gives && stage.mend)).toBe(true);
  }
});

test.each([
  [fitting, [], 'usage'],
  [upgrade, [BOUGHT], 'usage'],
  [upgrade, [BOUGHT, SIXTY, TWIN], '2 plans at a time'],
  [fitting, ['--shelf', SIXTY, SIXTY], '--shelf: no such option; allowed: --stock'],
] as const)('what cannot be read is told, with exit 2', (verb, args, says) => {
  const { code, out, err } = run(verb, ...args);
  expect([code, out]).toEqual([2, '']);
  expect(err).toContain(says);
});
