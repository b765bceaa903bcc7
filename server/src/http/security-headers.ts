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

/**
 * Strict CSP: everything from here, nothing inline but styles that carry the response's nonce. Over plain HTTP from another
 * machine browsers take no opener policy, and say so.
 */
export function securityHeaders(isLocal: boolean): Middleware {
  const [trusted, untrusted] = [true, false].map(headers);
  return async (ctx, next) => {
    await (isLocal || ctx.secure ? trusted! : untrusted!)(ctx, next);
  };
}

const headers = (isTrusted: boolean): Middleware =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'"],
        styleSrc: ["'self'", (_request: IncomingMessage, response: ServerResponse) => `'nonce-${nonceOf(response)}'`],
        // Photos that wait in the page until the server is back have addresses of the page's own.
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    // The server speaks plain HTTP: telling a browser to insist on HTTPS would lock it out.
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: true,
    crossOriginOpenerPolicy: isTrusted,
    originAgentCluster: isTrusted,
    referrerPolicy: { policy: 'no-referrer' },
  });
