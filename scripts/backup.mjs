// `npm run backup -- a.zip` and `npm run restore -- a.zip`: paths are taken from where npm was called.
import { at, root } from './lib/run.mjs';
import { bundle, ensureInstalled } from './lib/setup.mjs';
import { hashOf, unlessDone } from './lib/stamp.mjs';
import { pathToFileURL } from 'node:url';

process.chdir(root);
await ensureInstalled();
await unlessDone('backup', hashOf('package-lock.json', 'core/src', 'contract/src', 'server/src'), 'server/dist/backup.mjs', () =>
  bundle('server/src/backup/main.ts', 'server/dist/backup.mjs'),
);
await import(pathToFileURL(at('server/dist/backup.mjs')).href);
