import Router from '@koa/router';
import type { LearnedFigures } from '@puddler/core';
import { checkId, checkPlanFile, planFileOf, type CarBody, type Doc, type PlanBody } from '@puddler/contract';
import { present } from '../documents/routes';
import { docOf } from '../documents/rows';
import { DocumentStore } from '../documents/store';
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

/** The plan that is a car as bought, where one is noted and still there. */
async function asBoughtOf(store: DocumentStore, { bench: { stockPlanId } }: CarBody): Promise<PlanBody | undefined> {
  const row = stockPlanId === undefined ? undefined : await store.row('plan', stockPlanId);
  return row && row.deletedAt === null && DocumentStore.canRead(row) ? (docOf(row) as Doc<'plan'>).body : undefined;
}

/** What runs have taught of a car. */
async function learnedOf(store: DocumentStore, carId: string): Promise<LearnedFigures | undefined> {
  const row = await store.row('learned', carId);
  return row && row.deletedAt === null && DocumentStore.canRead(row) ? (docOf(row) as Doc<'learned'>).body : undefined;
}

/** Plan files: a plan with its car out as one file, and such a file in. */
export function planFileRoutes(store: DocumentStore): Router {
  const router = new Router({ prefix: '/api' });
  router.get('/plans/:id/file', async (ctx) => {
    const plan = (await present(store, 'plan', orRefuse(checkId(ctx.params['id'])))) as Doc<'plan'>;
    const { body } = (await present(store, 'car', plan.parentId!)) as Doc<'car'>;
    ctx.attachment(fileName(`${body.car.name} ${plan.body.name}`));
    ctx.type = 'application/json';
    const asBought = body.bench.stockPlanId === plan.id ? plan.body : await asBoughtOf(store, body);
    const learned = await learnedOf(store, plan.parentId!);
    ctx.body = `${JSON.stringify({ ...planFileOf(body.car, plan.body, asBought), ...(learned ? { learned } : {}) }, null, 2)}\n`;
  });
  router.post('/imports', async (ctx) => {
    const imported = await importPlan(store, orRefuse(checkPlanFile(await jsonBody(ctx, USUAL_BODY))));
    ctx.body = imported;
    ctx.status = imported.already ? 200 : 201;
  });
  return router;
}
