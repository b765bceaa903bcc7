import { root } from './lib/run.mjs';
import { ensureBuilt, ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
await ensureBuilt();
