// What can be known in seconds: types of what changed, the order of modules, and units without the search and without a browser.
// `-- --watch` stays and tests again whatever changes.
import { at, bin, root, run } from './lib/run.mjs';
import { ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
const inherit = { stdio: ['inherit', 1, 2] };
const SOURCES = ['core/src', 'contract/src', 'server/src', 'web/src', 'cli/src'];
const watch = process.argv.includes('--watch');
const jest = (more) => run(bin('jest'), ['--config', at('jest.fast.config.cjs'), ...more], inherit);

if (watch) process.exit(await jest(['--watch', '--silent']));
const parts = [
  ['types', () => run(bin('tsc'), ['-b'], inherit)],
  ['order', () => run(bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...SOURCES], { stdio: ['ignore', 'ignore', 2] })],
  ['units', () => jest(['--silent', '--reporters=jest-silent-reporter'])],
];
