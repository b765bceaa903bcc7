import Router from '@koa/router';
import { checkId, checkLanAsked, checkPairingAnswer } from '@puddler/contract';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import { jsonBody, USUAL_BODY } from '../http/json-body';
import type { LocalNetwork } from './local-network';

/** The switch of the local network, its codes and its devices: for the page on this machine. */
export function lanRoutes(lan: LocalNetwork): Router {
  const router = new Router({ prefix: '/api/lan' });
  router.get('/', (ctx) => {
    ctx.body = lan.state();
  });
  router.put('/', async (ctx) => {
    const { isOn, address, isTls } = orRefuse(checkLanAsked(await jsonBody(ctx, USUAL_BODY)));
    await (isOn ? lan.start(address, isTls) : lan.stop());
    ctx.body = lan.state();
  });
  router.post('/offer', (ctx) => {
    if (lan.origin() === undefined) throw new AppError('lan-off');
    lan.pairing.offer();
    ctx.body = lan.state();
  });
  router.delete('/offer', (ctx) => {
    lan.pairing.withdraw();
    ctx.body = lan.state();
  });
  router.post('/asks/:id', async (ctx) => {
    const { answer } = orRefuse(checkPairingAnswer(await jsonBody(ctx, USUAL_BODY)));
    lan.pairing.answer(orRefuse(checkId(ctx.params['id'])), answer);
    ctx.body = lan.state();
  });
  router.delete('/devices/:id', async (ctx) => {
    await lan.devices.revoke(orRefuse(checkId(ctx.params['id'])));
    ctx.body = lan.state();
  });
  return router;
}
