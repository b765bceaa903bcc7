// Installs and builds what is missing, then serves: the user's data, or with --demo the demo club in a folder of its own;
// with --lan also paired phones on the local network.
import { spawn } from 'node:child_process';
import { at, root } from './lib/run.mjs';
import { ensureBuilt, ensureInstalled } from './lib/setup.mjs';

const demo = process.argv.includes('--demo');
process.chdir(root);
await ensureInstalled();
await ensureBuilt();

const env = { ...process.env };
// The server empties the demo's folder itself, once port and folder are its own.
if (demo) env.PUDDLER_DATA = at('data', 'demo');
const lan = process.argv.filter((text) => /^--(lan(=|$)|tls$)/.test(text));
const server = spawn(process.execPath, ['--enable-source-maps', at('server/dist/main.mjs'), ...(demo ? ['--demo', at('demo')] : []), ...lan], {
  stdio: ['ignore', 'inherit', 'inherit'],
  env,
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.once('exit', (code) => process.exit(code ?? 1));
