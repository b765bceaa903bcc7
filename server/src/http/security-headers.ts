import { randomBytes } from 'node:crypto';
import helmet from 'koa-helmet';
import type { Context, Middleware } from 'koa';

/** The nonce of this response's own style elements. */
export function styleNonce(ctx: Context): string {
  ctx.state['styleNonce'] ??= randomBytes(16).toString('base64');
  return ctx.state['styleNonce'] as string;
}

/** Strict CSP: everything from here, nothing inline but styles that carry the response's nonce. */
export function securityHeaders(): Middleware {
  return async (ctx, next) => {
    const nonce = styleNonce(ctx);
    const set = helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          styleSrc: ["'self'", `'nonce-${nonce}'`],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      // The server speaks plain HTTP to this machine only: telling a browser to insist on HTTPS would lock it out.
      strictTransportSecurity: false,
      crossOriginEmbedderPolicy: true,
      referrerPolicy: { policy: 'no-referrer' },
    });
    await set(ctx, next);
  };
}
