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
import { planRoutes } from './plans/routes';

const BODY_LIMIT = '1mb';

/** The whole application on an open database; `pageFolder` holds the built page. */
export function createApp(db: Database, log: Logger, pageFolder: string): Koa {
  const app = new Koa();
  // The error middleware answers; what still escapes (a client that hung up) goes to the log, not to stderr.
  app.on('error', (err) => log.warn({ err }, 'response failed'));
  app.use(securityHeaders());
  app.use(errorMiddleware(log));
  app.use(guardMiddleware());
  app.use(compress());
  app.use(async (ctx, next) => {
    if (ctx.request.length && !ctx.is('json')) throw new AppError('unsupported-type');
    await next();
  });
  app.use(bodyParser({ enableTypes: ['json'], jsonLimit: BODY_LIMIT, parsedMethods: ['POST', 'PUT', 'PATCH', 'DELETE'] }));
  for (const router of [healthRoutes(db), garageRoutes(db), carRoutes(db), planRoutes(db), importRoutes(db)]) {
    app.use(router.routes()).use(router.allowedMethods());
  }
  app.use(pageMiddleware(pageFolder));
  return app;
}
