import type { Middleware, ParameterizedContext } from 'koa';
import type { Logger } from 'pino';
import { AppError } from '../http/app-error';
import { FOREIGN_SITES } from '../http/guard';
import type { LocalNetwork } from './local-network';

/** A name of its own: cookies are shared by all ports of an address. Browsers take the second only over TLS, for just this host. */
const cookieName = (ctx: ParameterizedContext): string => (ctx.secure ? '__Host-puddler_device' : 'puddler_device');
const COOKIE_MS = 180 * 24 * 3600 * 1000;
const READS = new Set(['GET', 'HEAD']);

/** The remote address of the socket; no header is believed in its place. */
export const addressOf = (ctx: ParameterizedContext): string => ctx.req.socket.remoteAddress ?? '';

/** Gives a device the cookie that it is known by from now on. */
export function setDeviceCookie(ctx: ParameterizedContext, secret: string): void {
  ctx.cookies.set(cookieName(ctx), secret, { secure: ctx.secure, httpOnly: true, sameSite: 'strict', path: '/', maxAge: COOKIE_MS, overwrite: true });
}

/**
 * Who may speak over the local network: the Host is exactly what is served, what changes something comes from Puddler's own page, and the device is
 * paired; `unpaired` answers the others.
 */
export function lanGuard(lan: LocalNetwork, unpaired: Middleware, log: Logger): Middleware {
  return async (ctx, next) => {
    if (!lan.hosts().includes(ctx.get('host'))) throw new AppError('bad-host');
    const origin = ctx.get('origin');
    const isRead = READS.has(ctx.method);
    const own = lan.hosts().map((host) => `${ctx.protocol}://${host}`);
    if ((origin !== '' || !isRead) && !own.includes(origin)) throw new AppError('bad-origin');
    const isForPage = isRead && !ctx.path.startsWith('/api/');
    if (!isForPage && FOREIGN_SITES.has(ctx.get('sec-fetch-site'))) throw new AppError('bad-origin');
    const shown = ctx.cookies.get(cookieName(ctx));
    const device = lan.devices.find(shown, addressOf(ctx));
    if (device) {
      lan.devices.follow(device, ctx.res, new Date());
      ctx.state['device'] = device.name;
      await next();
      return;
    }
    // What a browser kept of the page, and of what was typed there, goes with the device that was put out. Others keep what waits.
    if (lan.devices.isRevoked(shown)) ctx.set('Clear-Site-Data', '"cache", "storage"');
    if (shown !== undefined) log.warn({ address: addressOf(ctx) }, 'a device that is not paired, or not from this address, showed a secret');
    await unpaired(ctx, next);
  };
}

/** What is done on this machine only: backups, what they hold, and who is let in. */
const LOCAL_ONLY = /^\/api\/(?:backup|check|lan)(?:\/|$)/;

export const localOnly: Middleware = async (ctx, next) => {
  if (LOCAL_ONLY.test(ctx.path)) throw new AppError('local-only');
  await next();
};
