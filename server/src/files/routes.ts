import Router from '@koa/router';
import { checkWith, hashSchema, MOST_LOG_BYTES, MOST_PHOTO_BYTES } from '@puddler/contract';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import { LOG_TYPE, type FileStore } from './store';

export function fileRoutes(files: FileStore): Router {
  const router = new Router({ prefix: '/api/files' });
  router.post('/', async (ctx) => {
    if ((ctx.request.length ?? 0) > MOST_PHOTO_BYTES) throw new AppError('photo-too-large');
    ctx.body = await files.keep(ctx.req as AsyncIterable<Buffer>, { as: 'photo' });
    ctx.status = 201;
  });
  router.post('/logs', async (ctx) => {
    if ((ctx.request.length ?? 0) > MOST_LOG_BYTES) throw new AppError('log-too-large');
    ctx.body = await files.keep(ctx.req as AsyncIterable<Buffer>, { as: 'log' });
    ctx.status = 201;
  });
  router.get('/:hash', async (ctx) => {
    const hash = orRefuse(checkWith<string>(hashSchema.required(), ctx.params['hash']));
    const { type, bytes } = await files.describe(hash);
    ctx.type = type;
    // What is kept under a hash never changes.
    ctx.set('Cache-Control', 'private, max-age=31536000, immutable');
    if (type !== LOG_TYPE) {
      ctx.length = bytes;
      ctx.body = files.read({ hash, type });
      return;
    }
    // What is kept packed is sent packed where the client accepts that.
    ctx.vary('Accept-Encoding');
    const packed = ctx.acceptsEncodings('gzip', 'identity') === 'gzip';
    if (packed) ctx.set('Content-Encoding', 'gzip');
    ctx.body = packed ? files.readPacked(hash) : files.read({ hash, type });
  });
  return router;
}
