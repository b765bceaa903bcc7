import Router from '@koa/router';
import { checkId, checkPlanFile, planFileOf, type Doc } from '@puddler/contract';
import { present } from '../documents/routes';
import type { DocumentStore } from '../documents/store';
import { orRefuse } from '../http/checked';
import { jsonBody, USUAL_BODY } from '../http/json-body';
import { importPlan } from './import-plan';

/** A file name that any file system takes. */
function fileName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^a-zA-Z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
  return `${plain || 'plan'}.puddler.json`;
}

/** Plan files: a plan with its car out as one file, and such a file in. */
export function planFileRoutes(store: DocumentStore): Router {
  const router = new Router({ prefix: '/api' });
  router.get('/plans/:id/file', async (ctx) => {
    const plan = (await present(store, 'plan', orRefuse(checkId(ctx.params['id'])))) as Doc<'plan'>;
    const { body } = (await present(store, 'car', plan.parentId!)) as Doc<'car'>;
    ctx.attachment(fileName(`${body.car.name} ${plan.body.name}`));
    ctx.type = 'application/json';
    ctx.body = `${JSON.stringify(planFileOf(body.car, plan.body), null, 2)}\n`;
  });
  router.post('/imports', async (ctx) => {
    const imported = await importPlan(store, orRefuse(checkPlanFile(await jsonBody(ctx, USUAL_BODY))));
    ctx.body = imported;
    ctx.status = imported.already ? 200 : 201;
  });
  return router;
}
