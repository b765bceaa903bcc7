import type { Middleware } from 'koa';
import type { Logger } from 'pino';
import { AppError } from './app-error';
import { storageFault } from './storage-fault';

/** What Koa, the body reader and the disk throw, in the catalogue’s words. */
function fromHttp(error: unknown): AppError | undefined {
  const { status, type } = error as { status?: number; type?: string };
  if (status === 413 || type === 'entity.too.large') return new AppError('too-large');
  if (status === 415) return new AppError('unsupported-type');
  if (status !== undefined && status >= 400 && status < 500) return new AppError('bad-request');
  const fault = storageFault(error);
  return fault && new AppError(fault);
}

/** Turns every error below it into JSON from the catalogue; only catalogue errors show their message. */
export function errorMiddleware(log: Logger): Middleware {
  return async (ctx, next) => {
    try {
      await next();
      if (ctx.status === 404 && ctx.body == null) throw new AppError('not-found');
      if ((ctx.status === 405 || ctx.status === 501) && ctx.body == null) throw new AppError('method-not-allowed');
    } catch (error) {
      const known = error instanceof AppError ? error : fromHttp(error);
      if (!known || known.status >= 500) (ctx.req.log ?? log).error({ err: error }, 'request failed');
      const shown = known ?? new AppError('internal');
      ctx.status = shown.status;
      ctx.body = shown.body();
    }
  };
}
