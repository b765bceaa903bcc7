import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = `http://127.0.0.1:${process.env['PORT'] ?? 8417}`;

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    target: 'es2022',
    // An inlined asset would be a data: URL that the page's CSP refuses.
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
  },
  worker: { format: 'es' },
  server: { port: 5173, proxy: { '/api': { target: server, changeOrigin: true, headers: { origin: server } } } },
});
