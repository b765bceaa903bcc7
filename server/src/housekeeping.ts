import path from 'node:path';
import type { Logger } from 'pino';
import { copyDaily } from './backup/daily';
import type { DataFolder } from './data-folder';
import { sweepFiles } from './files/sweep';

const EVERY_MS = 60 * 60 * 1000;

/** What the server does by itself while it runs, once at the start and then every hour: none of it holds up a request for long. */
export function keepHouse({ db, store, files }: DataFolder, dataFolder: string, log: Logger): { stop(): Promise<void> } {
  const round = async () => {
    await copyDaily(db, path.join(dataFolder, 'backups'), new Date());
    await sweepFiles(store, files, Date.now());
    await db.checkpoint();
  };
  let last: Promise<unknown> = Promise.resolve();
  const begin = () => {
    last = round().catch((error: unknown) => log.error({ err: error }, 'housekeeping failed'));
  };
  last = files.sweepParts().then(begin, (error: unknown) => log.error({ err: error }, 'housekeeping failed'));
  const timer = setInterval(begin, EVERY_MS);
  timer.unref();
  return {
    async stop() {
      clearInterval(timer);
      await last;
    },
  };
}
