import path from 'node:path';
import type { Logger } from 'pino';
import { copyDaily } from './backup/daily';
import { clearChecked } from './backup/scratch';
import type { DataFolder } from './data-folder';
import { sweepFiles } from './files/sweep';

const EVERY_MS = 60 * 60 * 1000;

/**
 * What the server does by itself while it runs, once at the start and then every hour: none of it holds up a request for long. A stop
 * waits for the task that is under way and begins no other.
 */
export function keepHouse({ db, store, files, scratchFolder, checks }: DataFolder, dataFolder: string, log: Logger): { stop(): Promise<void> } {
  let isStopping = false;
  const round = [
    () => copyDaily(db, path.join(dataFolder, 'backups'), new Date()),
    () => sweepFiles(store, files, Date.now()),
    () => clearChecked(scratchFolder),
    () => db.checkpoint(),
    () => checks.weekly(Date.now()),
  ];
  const inTurn = async (tasks: readonly (() => Promise<unknown>)[]) => {
    try {
      for (const task of tasks) if (!isStopping) await task();
    } catch (error) {
      log.error({ err: error }, 'housekeeping failed');
    }
  };
  let underWay = inTurn([() => files.sweepParts(), ...round]);
  const timer = setInterval(() => {
    underWay = underWay.then(() => inTurn(round));
  }, EVERY_MS);
  timer.unref();
  return {
    async stop() {
      isStopping = true;
      clearInterval(timer);
      await underWay;
    },
  };
}
