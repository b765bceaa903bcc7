import Koa from 'koa';
import serve from 'koa-static';
import type { Logger } from 'pino';
import { AppError } from '../http/app-error';
import { errorMiddleware } from '../http/errors';
import { requestLog } from '../http/request-log';
import { securityHeaders } from '../http/security-headers';
import type { LocalNetwork } from './local-network';

/** With TLS, over plain HTTP beside it: the authority's certificate, and how a phone comes to trust it. Nothing else, and nothing of cars. */
export function trustPage(lan: LocalNetwork, folder: string, log: Logger): Koa {
  const app = new Koa();
  app.use(requestLog(log));
  app.use(securityHeaders(false));
  app.use(errorMiddleware(log));
  const files = serve(folder, { index: false });
  app.use(async (ctx) => {
    if (!lan.trustHosts().includes(ctx.get('host'))) throw new AppError('bad-host');
    if (ctx.method !== 'GET' && ctx.method !== 'HEAD') throw new AppError('method-not-allowed');
    ctx.set('Cache-Control', 'no-store');
    const pem = lan.authorityPem();
    if (ctx.path === '/puddler-authority.crt' && pem !== undefined) {
      ctx.type = 'application/x-x509-ca-cert';
      ctx.body = pem;
    } else if (ctx.path === '/trust.json' && pem !== undefined) {
      ctx.body = { url: lan.origin() };
    } else if (ctx.path === '/' || /^\/(?:trust\.js|pair\.css)$/.test(ctx.path)) {
      if (ctx.path === '/') ctx.path = '/trust.html';
      await files(ctx, () => Promise.resolve());
    } else throw new AppError('not-found');
  });
  return app;
}
