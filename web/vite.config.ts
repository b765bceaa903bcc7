import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = `http://127.0.0.1:${process.env['PORT'] ?? 8417}`;

/** The piece that views share is the largest: 600 kB, 190 kB of them on the way. */
const MOST_CHUNK_KB = 640;

export default defineConfig({
  plugins: [react(), tailwindcss()],
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
