import Router from '@koa/router';
import { loadDemo } from './demo';
import type { DocumentStore } from './documents/store';
import type { FileStore } from './files/store';

/** `POST /api/demo` puts the demo club beside the builder's own cars, marked as such and without its shelf. Its cars are deleted like all others. */
export function demoRoutes(store: DocumentStore, files: FileStore, folder: string): Router {
  const router = new Router({ prefix: '/api' });
  let loading: Promise<void> | undefined;
  router.post('/demo', async (ctx) => {
    // Asked twice at once, it comes once.
    loading ??= loadDemo(store, files, folder, { apart: true }).finally(() => (loading = undefined));
    await loading;
    ctx.status = 204;
  });
  return router;
}
