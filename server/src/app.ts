import { bodyParser } from '@koa/bodyparser';
import Koa from 'koa';
import compress from 'koa-compress';
import type { Logger } from 'pino';
import { carRoutes } from './cars/routes';
import type { Database } from './db/open';
import { garageRoutes } from './garage/routes';
import { healthRoutes } from './health/routes';
import { AppError } from './http/app-error';
import { errorMiddleware } from './http/errors';
import { guardMiddleware } from './http/guard';
import { pageMiddleware } from './http/page';
import { securityHeaders } from './http/security-headers';
import { importRoutes } from './imports/routes';
import { photoRoutes } from './photos/routes';
import type { PhotoStore } from './photos/store';
import { planRoutes } from './plans/routes';
import { shelfRoutes } from './shelf/routes';

const BODY_LIMIT = '1mb';
/** A whole CSV file of parts at once. */
const SHELF_LIMIT = '16mb';
const isPhoto = (path: string) => path.startsWith('/api/photos/');

/** The whole application on an open database; `pageFolder` holds the built page. */
export function createApp(db: Database, photos: PhotoStore, log: Logger, pageFolder: string): Koa {
  const app = new Koa();
  // The error middleware answers; what still escapes (a client that hung up) goes to the log, not to stderr.
  app.on('error', (err) => log.warn({ err }, 'response failed'));
  app.use(securityHeaders());
  app.use(errorMiddleware(log));
  app.use(guardMiddleware());
  app.use(compress());
  app.use(async (ctx, next) => {
    if (ctx.request.length && !isPhoto(ctx.path) && !ctx.is('json')) throw new AppError('unsupported-type');
    await next();
  });
  const parser = (jsonLimit: string) => bodyParser({ enableTypes: ['json'], jsonLimit, parsedMethods: ['POST', 'PUT', 'PATCH', 'DELETE'] });
  const [usual, large] = [parser(BODY_LIMIT), parser(SHELF_LIMIT)];
  // A photo's bytes are read where they are checked.
  app.use((ctx, next) => (isPhoto(ctx.path) ? next() : ctx.path === '/api/shelf' ? large(ctx, next) : usual(ctx, next)));
  for (const router of [healthRoutes(db), garageRoutes(db), carRoutes(db), planRoutes(db), importRoutes(db), shelfRoutes(db), photoRoutes(photos)]) {
    app.use(router.routes()).use(router.allowedMethods());
  }
  app.use(pageMiddleware(pageFolder));
  return app;
}
