import type { IncomingMessage } from 'node:http';
import Router from '@koa/router';
import { checkId, MOST_PHOTO_BYTES } from '@puddler/contract';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import type { PhotoStore } from './store';

/** The whole body, or `photo-too-large` as soon as it is. */
async function readBody(request: IncomingMessage, announced: number | undefined): Promise<Buffer> {
  if ((announced ?? 0) > MOST_PHOTO_BYTES) throw new AppError('photo-too-large');
  const chunks: Buffer[] = [];
  let bytes = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    bytes += chunk.length;
    if (bytes > MOST_PHOTO_BYTES) throw new AppError('photo-too-large');
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

export function photoRoutes(photos: PhotoStore): Router {
  const router = new Router({ prefix: '/api/photos' });
  router.put('/:id', async (ctx) => {
    const id = orRefuse(checkId(ctx.params['id'])).toLowerCase();
    const bytes = await readBody(ctx.req, ctx.request.length);
    await photos.keep(id, bytes);
    ctx.body = { id, bytes: bytes.length };
  });
  router.get('/:id', async (ctx) => {
    const { bytes, type } = await photos.read(orRefuse(checkId(ctx.params['id'])).toLowerCase());
    ctx.type = type;
    // Its id is new for every picture.
    ctx.set('Cache-Control', 'private, max-age=31536000, immutable');
    ctx.body = bytes;
  });
  return router;
}
