import Router from '@koa/router';
import {
  checkBody,
  checkId,
  checkPut,
  checkVersionOnly,
  KIND_NAMES,
  kindOf,
  type Doc,
  type DocWrite,
  type KindName,
  type Written,
} from '@puddler/contract';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import { jsonBody, LARGE_BODY, USUAL_BODY } from '../http/json-body';
import { checkWrites } from './check-writes';
import { docOf } from './rows';
import { DocumentStore } from './store';

/** The document, or the reason why it cannot be shown. */
export async function present(store: DocumentStore, kind: KindName, id: string): Promise<Doc> {
  const row = await store.row(kind, id);
  if (!row || row.deletedAt !== null) throw new AppError('no-such-document');
  if (!DocumentStore.canRead(row)) throw new AppError('unreadable');
  return docOf(row);
}

/** Does one write; throws why it was not done. */
async function writeOne(store: DocumentStore, kind: KindName, write: DocWrite): Promise<Written> {
  const [result] = await store.write(kind, [write]);
  switch (result!.state) {
    case 'written':
    case 'deleted': {
      const { version, updatedAt, withIt } = result!;
      return { version, updatedAt, ...(withIt.length > 0 ? { withIt } : {}) };
    }
    case 'stale':
      throw new AppError('stale', { newer: result!.newer });
    case 'unknown':
      throw new AppError('no-such-document');
    case 'no-parent':
      throw new AppError('no-parent');
  }
}

async function checkedPut(store: DocumentStore, kind: KindName, input: unknown): Promise<Omit<DocWrite, 'id'>> {
  const write = orRefuse(checkPut(kind, input));
  const parent = write.parentId === undefined ? undefined : (await store.parents(kind, [write.parentId])).get(write.parentId);
  if (write.parentId !== undefined && parent === undefined) throw new AppError('no-parent');
  orRefuse(checkBody(kind)(write.body, parent));
  return write;
}

/** The same addresses for every kind of document. */
export function documentRoutes(store: DocumentStore): Router[] {
  return KIND_NAMES.map((kind) => {
    const router = new Router({ prefix: `/api/${kindOf(kind).path}` });
    const idOf = (params: Record<string, string | undefined>) => orRefuse(checkId(params['id']));
    router.get('/:id', async (ctx) => {
      ctx.body = await present(store, kind, idOf(ctx.params));
    });
    router.put('/:id', async (ctx) => {
      const id = idOf(ctx.params);
      ctx.body = await writeOne(store, kind, { id, ...(await checkedPut(store, kind, await jsonBody(ctx, USUAL_BODY))) });
    });
    router.delete('/:id', async (ctx) => {
      const id = idOf(ctx.params);
      const { base } = orRefuse(checkVersionOnly(await jsonBody(ctx, USUAL_BODY)));
      const row = await store.row(kind, id);
      if (!row || row.deletedAt !== null) throw new AppError('no-such-document');
      ctx.body = await writeOne(store, kind, { id, base, body: null });
    });
    router.post('/:id/restore', async (ctx) => {
      const back = await store.restore(kind, idOf(ctx.params));
      if (back === undefined) throw new AppError('no-such-document');
      if (back === 'no-parent') throw new AppError('no-parent');
      ctx.body = { documents: back };
    });
    router.post('/', async (ctx) => {
      const writes = await checkWrites(store, kind, await jsonBody(ctx, LARGE_BODY));
      ctx.body = { results: await store.write(kind, writes) };
    });
    return router;
  });
}
