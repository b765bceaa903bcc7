import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import Router from '@koa/router';
import type { Context } from 'koa';
import { checkId, type Restored, type RestorePreview } from '@puddler/contract';
import type { DocumentStore } from '../documents/store';
import type { FileStore } from '../files/store';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import { jsonBody, USUAL_BODY } from '../http/json-body';
import { BadBackup, readBackup, type Backup } from './read-backup';
import { parentHere, previewRestore, restoreBackup } from './restore-backup';
import { clearChecked } from './scratch';
import { writeBackup } from './write-backup';

/** Some thousand photos. */
const MOST_BACKUP_BYTES = 4 * 1024 ** 3;

/** A backup out, and one in: first checked and shown, then restored by the token that the check gave it. */
export function backupRoutes(store: DocumentStore, files: FileStore, scratchFolder: string): Router {
  const router = new Router({ prefix: '/api/backup' });
  let isUnderWay = false;
  const scratch = (token: string) => path.join(scratchFolder, `${token}.zip`);

  async function withBackup<T>(ctx: Context, token: string, work: (backup: Backup) => Promise<T>): Promise<T> {
    // Who goes away before the answer does not want it.
    const gone = new AbortController();
    ctx.res.once('close', () => gone.abort());
    let backup: Backup;
    try {
      backup = await readBackup(scratch(token), parentHere(store), gone.signal);
    } catch (error) {
      if (error instanceof BadBackup) throw new AppError('bad-backup', { problems: [{ path: '', allowed: '', message: error.message }] });
      throw error;
    }
    try {
      return await work(backup);
    } finally {
      backup.close();
    }
  }

  router.get('/', async (ctx) => {
    // Each holds every document in memory and the disk at work: one after the other.
    if (isUnderWay) throw new AppError('backup-under-way');
    isUnderWay = true;
    ctx.res.once('close', () => (isUnderWay = false));
    const now = new Date();
    ctx.attachment(`puddler-backup-${now.toISOString().slice(0, 10)}.zip`);
    ctx.type = 'application/zip';
    ctx.body = await writeBackup(store.db, files, now);
  });

  router.post('/check', async (ctx) => {
    await mkdir(scratchFolder, { recursive: true, mode: 0o700 });
    await clearChecked(scratchFolder);
    const token = randomUUID();
    try {
      await pipeline(bounded(ctx.req as AsyncIterable<Buffer>), createWriteStream(scratch(token), { flags: 'wx', mode: 0o600 }));
      ctx.body = await withBackup(ctx, token, async (backup): Promise<RestorePreview> => ({
        token,
        madeAt: backup.manifest.madeAt,
        lines: await previewRestore(store, backup),
        files: backup.manifest.files.length,
        lost: backup.manifest.lost?.length ?? 0,
        unread: backup.manifest.unread ?? 0,
        orphans: backup.orphans,
      }));
    } catch (error) {
      await rm(scratch(token), { force: true });
      throw error;
    }
  });

  router.post('/restore', async (ctx) => {
    const { token, takesUnsure } = ((await jsonBody(ctx, USUAL_BODY)) ?? {}) as { token?: unknown; takesUnsure?: unknown };
    const id = orRefuse(checkId(token));
    if (!(await stat(scratch(id)).catch(() => undefined))) throw new AppError('no-such-backup');
    ctx.body = await withBackup(ctx, id, (backup): Promise<Restored> => restoreBackup(store, files, backup, takesUnsure === true));
    await rm(scratch(id), { force: true });
  });
  return router;
}

async function* bounded(source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let bytes = 0;
  for await (const piece of source) {
    bytes += piece.length;
    if (bytes > MOST_BACKUP_BYTES) throw new AppError('too-large');
    yield piece;
  }
}
