// Everything that must hold: types, lint, the order of modules, units and API, interface. Closes with how many passed; fails when any part does.
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { at, bin, root, run } from './lib/run.mjs';
import { ORDER } from './lib/order.mjs';
import { ensureBuilt, ensureChromium, ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
await ensureChromium();

mkdirSync(at('.cache'), { recursive: true });
const unitReport = at('.cache/jest.json');
const interfaceReport = at('.cache/playwright.json');
rmSync(unitReport, { force: true });
rmSync(interfaceReport, { force: true });

const inherit = { stdio: ['ignore', 1, 2] };
const succeeded = (work) =>
  work.then(
    () => 0,
    (error) => {
      console.error(error);
      return 1;
    },
  );
// One group after the other, what stands in one at the same time: units and interface use all processors by themselves.
const groups = [
  [
    ['types', () => run(bin('tsc'), ['-b'], inherit)],
    ['lint', () => run(bin('eslint'), ['.', '--max-warnings', '0'], inherit)],
    ['order', () => run(bin('depcruise'), ORDER, inherit)],
    ['format', () => run(bin('prettier'), ['--check', '--log-level', 'warn', '.'], inherit)],
    ['build', () => succeeded(ensureBuilt())],
  ],
  [
    [
      'units',
      () =>
        run(bin('jest'), ['--config', 'jest.config.cjs', '--maxWorkers=2', '--json', `--outputFile=${unitReport}`], {
          stdio: ['ignore', 'ignore', 2],
        }),
    ],
  ],
  [['interface', () => run(bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], inherit)]],
];

function read(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
}

const failedParts = [];
for (const group of groups) {
  const started = Date.now();
  await Promise.all(
    group.map(async ([name, part]) => {
      const code = await part();
      if (code !== 0) failedParts.push(name);
      console.log(`${name}: ${code === 0 ? 'good' : 'FAILED'} (${((Date.now() - started) / 1000).toFixed(1)} s)`);
    }),
  );
}

const unit = read(unitReport);
const ui = read(interfaceReport)?.stats;
const passed = (unit?.numPassedTests ?? 0) + (ui?.expected ?? 0);
const failed = (unit?.numFailedTests ?? 0) + (unit?.numRuntimeErrorTestSuites ?? 0) + (ui?.unexpected ?? 0) + (ui?.flaky ?? 0);
if (!unit || !ui) failedParts.push('reports');
if (failedParts.length > 0) console.log(`failed: ${failedParts.join(', ')}`);
console.log(`${passed} passed, ${failed || failedParts.length} failed`);
process.exit(failedParts.length === 0 && failed === 0 && passed > 0 ? 0 : 1);
