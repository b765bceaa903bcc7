// What can be known in seconds: types of what changed, the order of modules, and the units that are not slow: `*.slow.test.ts` go through
// thousands of plans, files or labels, or start servers, and are for the whole run. `-- --watch` stays, and tests what depends on a change.
import { bin, root, run, TSC } from './lib/run.mjs';
import { ensureInstalled } from './lib/setup.mjs';
import { ORDER } from './lib/order.mjs';

process.chdir(root);
await ensureInstalled();
const inherit = { stdio: ['inherit', 1, 2] };
const units = (...more) =>
  run(bin('jest'), ['--config', 'jest.config.cjs', '--maxWorkers=2', '--testPathIgnorePatterns', '\\.slow\\.test\\.tsx?$', ...more], inherit);

if (process.argv.includes('--watch')) process.exit(await units('--watch'));

const parts = [
  ['types', () => run(TSC, ['-b'], inherit)],
  ['order', () => run(bin('depcruise'), ORDER, { stdio: ['ignore', 'ignore', 2] })],
  ['units', () => units('--silent', '--reporters=summary')],
];
const started = Date.now();
// All at once: each alone leaves a core idle for a part of its time.
const codes = await Promise.all(parts.map(([, part]) => part()));
const failed = parts.filter((_, i) => codes[i] !== 0).map(([name]) => name);
console.log(`${failed.length === 0 ? 'good' : `failed: ${failed.join(', ')}`} (${((Date.now() - started) / 1000).toFixed(1)} s)`);
process.exit(failed.length === 0 ? 0 : 1);
