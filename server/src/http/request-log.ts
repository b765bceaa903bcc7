import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Middleware } from 'koa';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/**
 * Logs each request with an id, which its answer carries too: at `info`, or at `warn` when it was refused. Neither bodies nor headers
 * are logged. A failure of the server is logged where it is caught.
 */
export function requestLog(log: Logger): Middleware {
  let count = 0;
  const logged = pinoHttp<IncomingMessage, ServerResponse>({
    logger: log,
    genReqId: (_request, response) => {
      const id = `${process.pid}-${++count}`;
      response.setHeader('X-Request-Id', id);
      return id;
    },
    customLogLevel: (_request, { statusCode }) => (statusCode >= 400 ? 'warn' : 'info'),
    serializers: {
      req: ({ id, method, url }: { id: string; method: string; url: string }) => ({ id, method, url }),
      res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
    },
  });
  return async (ctx, next) => {
    logged(ctx.req, ctx.res);
    await next();
  };
}
