import Router from '@koa/router';
import { checkWith, hashSchema, MOST_PHOTO_BYTES } from '@puddler/contract';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import type { FileStore } from './store';

export function fileRoutes(files: FileStore): Router {
  const router = new Router({ prefix: '/api/files' });
  router.post('/', async (ctx) => {
    if ((ctx.request.length ?? 0) > MOST_PHOTO_BYTES) throw new AppError('photo-too-large');
    ctx.body = await files.keep(ctx.req as AsyncIterable<Buffer>);
    ctx.status = 201;
  });
  router.get('/:hash', async (ctx) => {
    const hash = orRefuse(checkWith<string>(hashSchema.required(), ctx.params['hash']));
    const { type, bytes } = await files.describe(hash);
    ctx.type = type;
    ctx.length = bytes;
    // What is kept under a hash never changes.
    ctx.set('Cache-Control', 'private, max-age=31536000, immutable');
    ctx.body = files.read(hash);
  });
  return router;
}
