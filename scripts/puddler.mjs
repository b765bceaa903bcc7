// `npm run -s puddler -- parts plan.json`: paths are taken from where npm was called.
import { pathToFileURL } from 'node:url';
import { at, root } from './lib/run.mjs';
import { bundle, ensureInstalled } from './lib/setup.mjs';
import { hashOf, unlessDone } from './lib/stamp.mjs';

process.chdir(root);
await ensureInstalled();
await unlessDone('cli', hashOf('package-lock.json', 'core/src', 'contract/src', 'cli/src'), 'cli/dist/main.mjs', () =>
  bundle('cli/src/main.ts', 'cli/dist/main.mjs'),
);
process.chdir(process.env.INIT_CWD ?? root);
await import(pathToFileURL(at('cli/dist/main.mjs')).href);
