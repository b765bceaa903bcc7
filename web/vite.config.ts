import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { defineConfig, type Plugin } from 'vite';

const server = `http://127.0.0.1:${process.env['PORT'] ?? 8417}`;

/** The piece that views share is the largest: 540 kB, 190 kB of them on the way. */
const MOST_CHUNK_KB = 640;

/** Files that the page shows and that are not built. */
const STATIC = ['/puddler.svg', '/manifest.webmanifest', '/icon-192.png'];

/** The service worker with the names of all that was built: their hashes tell one release from another. */
const serviceWorker = (): Plugin => ({
  name: 'service-worker',
  apply: 'build',
  enforce: 'post',
  generateBundle(_options, bundle) {
    const assets = Object.keys(bundle)
      .filter((name) => name.startsWith('assets/') && !name.endsWith('.map'))
      .map((name) => `/${name}`)
      .sort();
    const release = createHash('sha256').update(assets.join('\n')).digest('hex').slice(0, 12);
    const source = readFileSync(new URL('service-worker.js', import.meta.url), 'utf8')
      .replace('__ASSETS__', JSON.stringify([...assets, ...STATIC]))
      .replace('__RELEASE__', release);
    this.emitFile({ type: 'asset', fileName: 'sw.js', source });
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), serviceWorker()],
  build: {
    target: 'es2022',
    // An inlined asset would be a data: URL that the page's CSP refuses.
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    chunkSizeWarningLimit: MOST_CHUNK_KB,
    rolldownOptions: {
      output: {
        // A hundred pieces of half a kilobyte take longer to fetch than to read: what views share is put together.
        // Tables that go out as a file have their reader fetched then.
        codeSplitting: { groups: [{ name: 'shared', minShareCount: 3, test: (id) => !/papaparse|joi|contract\/src\/.*(check|schema)/.test(id) }] },
      },
    },
  },
  worker: { format: 'es' },
  server: { port: 5173, proxy: { '/api': { target: server, changeOrigin: true, headers: { origin: server } } } },
});
