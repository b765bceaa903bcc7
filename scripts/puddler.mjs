// `npm run -s puddler -- parts plan.json`: paths are taken from where npm was called.
import { pathToFileURL } from 'node:url';
import { at, root } from './lib/run.mjs';
import { ensureBundled, ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
await ensureBundled('cli', 'cli', 'cli/src/main.ts', 'cli/dist/main.mjs');
process.chdir(process.env.INIT_CWD ?? root);
await import(pathToFileURL(at('cli/dist/main.mjs')).href);
