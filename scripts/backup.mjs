// `npm run backup -- a.zip`, `npm run restore -- a.zip` and `npm run check`: paths are taken from where npm was called.
import { pathToFileURL } from 'node:url';
import { at, root } from './lib/run.mjs';
import { ensureBundled, ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
await ensureBundled('backup', 'server', 'server/src/backup/main.ts', 'server/dist/backup.mjs');
await import(pathToFileURL(at('server/dist/backup.mjs')).href);
