import { existsSync } from 'node:fs';
import { bin, must } from './run.mjs';
import { hashOf, unlessDone } from './stamp.mjs';

export const CHROMIUM = '/usr/bin/chromium';

/** Installs the packages of the lock file, unless they are there. */
export async function ensureInstalled() {
  await unlessDone('install', hashOf('package-lock.json'), 'node_modules/typescript', async () => {
    console.error('Installing packages …');
    await must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  });
}

const SHARED = ['package-lock.json', 'core/src', 'contract/src'];

/** Bundles the server and builds the page, unless nothing has changed since. */
export async function ensureBuilt() {
  await unlessDone('server', hashOf(...SHARED, 'server/src'), 'server/dist/main.mjs', () => bundle('server/src/main.ts', 'server/dist/main.mjs'));
  await unlessDone('web', hashOf(...SHARED, 'web'), 'web/dist/index.html', async () => {
    console.error('Building the page …');
    await must(bin('vite'), ['build', 'web', '--logLevel', 'warn']);
  });
}

/**
 * Bundles one Node program of this repo with its packages: hundreds of files less to open make it start in half the time.
 * What carries a binary of its own stays outside.
 */
export async function bundle(entry, outfile) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['@libsql/client', 'libsql'],
    // What was written for `require` in the bundle finds Node's own modules by it.
    banner: {
      js: `import { createRequire as bundledRequire } from 'node:module'; import { fileURLToPath as bundledPath } from 'node:url'; const require = bundledRequire(import.meta.url); const __filename = bundledPath(import.meta.url); const __dirname = bundledPath(new URL('.', import.meta.url));`,
    },
    alias: {
      '@puddler/core': './core/src/index.ts',
      '@puddler/contract': './contract/src/index.ts',
      '@puddler/contract/shared': './contract/src/shared.ts',
      '@puddler/figures': './figures/src/index.ts',
      '@puddler/figures/parts-csv': './figures/src/parts-csv/index.ts',
    },
    sourcemap: true,
    logLevel: 'warning',
  });
}

/** Debian's Chromium for the interface tests, unless it is there. */
export async function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  console.error('Installing Chromium …');
  await must('apt-get', ['update', '-qq']);
  await must('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium', 'fonts-liberation']);
}
