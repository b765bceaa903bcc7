import { pathToFileURL } from 'node:url';
import { at, root } from './lib/run.mjs';
import { bundle, ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
await bundle('bench/src/main.ts', 'bench/dist/main.mjs');
await import(pathToFileURL(at('bench/dist/main.mjs')).href);
