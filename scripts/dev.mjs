// For developers: the server restarts on change, the page reloads in place. Data in data/dev.
import { spawn } from 'node:child_process';
import { at, bin, root } from './lib/run.mjs';
import { ensureInstalled } from './lib/setup.mjs';

process.chdir(root);
await ensureInstalled();
const env = { ...process.env, PUDDLER_DATA: process.env.PUDDLER_DATA ?? at('data', 'dev'), PUDDLER_LOG: 'info' };
const children = [
  spawn(bin('tsx'), ['watch', 'server/src/main.ts'], { stdio: 'inherit', env }),
  spawn(bin('vite'), ['web'], { stdio: 'inherit', env }),
];
for (const child of children) {
  child.once('exit', (code) => {
    for (const other of children) other.kill();
    process.exitCode ||= code ?? 1;
  });
}
