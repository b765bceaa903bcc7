import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import helmet from 'koa-helmet';
import type { Context, Middleware } from 'koa';

const nonces = new WeakMap<ServerResponse, string>();

/** The nonce of a response's own style elements. */
function nonceOf(response: ServerResponse): string {
  let nonce = nonces.get(response);
  if (nonce === undefined) nonces.set(response, (nonce = randomBytes(16).toString('base64')));
  return nonce;
}

export const styleNonce = (ctx: Context): string => nonceOf(ctx.res);

/** Strict CSP: everything from here, nothing inline but styles that carry the response's nonce. */
export const securityHeaders = (): Middleware =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'"],
        styleSrc: ["'self'", (_request: IncomingMessage, response: ServerResponse) => `'nonce-${nonceOf(response)}'`],
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
