import path from 'node:path';
import type { Middleware } from 'koa';
import serve from 'koa-static';
import Router from '@koa/router';
import { checkPairingAsked, checkPairingToken } from '@puddler/contract';
import type { Logger } from 'pino';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import { jsonBody, type BodyLimit } from '../http/json-body';
import { addressOf, setDeviceCookie } from './guard';
import type { LocalNetwork } from './local-network';

/** A secret, a code and a name. */
const PAIRING_BODY: BodyLimit = { bytes: 1024, values: 10 };

/** All that a device sees that is not paired: one page with its style, and how it asks to be let in. Whatever else it asks for is refused alike. */
export function pairingPage(lan: LocalNetwork, folder: string, log: Logger): Middleware {
  const router = new Router({ prefix: '/pair' });
  router.post('/ask', async (ctx) => {
    const address = addressOf(ctx);
    const asked = orRefuse(checkPairingAsked(await jsonBody(ctx, PAIRING_BODY)));
    try {
      ctx.body = lan.pairing.ask(asked, address);
    } catch (error) {
      log.warn({ address }, 'a device was refused that asked to be paired');
      throw error;
    }
    log.warn({ address, name: asked.name }, 'a device asks to be paired');
  });
  router.post('/outcome', async (ctx) => {
    const { token } = orRefuse(checkPairingToken(await jsonBody(ctx, PAIRING_BODY)));
    const { outcome, name } = lan.pairing.outcome(token, addressOf(ctx));
    if (outcome === 'yes') setDeviceCookie(ctx, await lan.devices.add(name, addressOf(ctx), new Date()));
    ctx.body = { outcome };
  });
  const files = serve(folder, { index: false });
  const page: Middleware = async (ctx) => {
    const isView = ctx.method === 'GET' && path.extname(ctx.path) === '' && !ctx.path.startsWith('/api/');
    const isPart = /^\/pair\/pair\.(?:css|js)$/.test(ctx.path);
    if (!isView && !isPart) throw new AppError('not-paired');
    // Under the address that was opened: what is there for others is not said.
    ctx.path = isPart ? ctx.path.slice('/pair'.length) : '/pair.html';
    ctx.set('Cache-Control', 'no-store');
    await files(ctx, () => Promise.resolve());
  };
  const asking = router.routes() as unknown as Middleware;
  return async (ctx, next) => {
    await asking(ctx, () => Promise.resolve(page(ctx, next)));
  };
}
