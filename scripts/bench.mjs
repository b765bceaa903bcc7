import { pathToFileURL } from 'node:url';
import { at, root } from './lib/run.mjs';
import { ensureBundled, ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
await ensureBundled('bench', 'bench', 'bench/src/main.ts', 'bench/dist/main.mjs');
await import(pathToFileURL(at('bench/dist/main.mjs')).href);
