import { chmod, mkdir, readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Logger } from 'pino';
import { FolderChecks } from './check/folder-checks';
import type { Config } from './config';
import { lockFolder, LOCK_FILES, type FolderLock } from './db/lock';
import { openDatabase, type Database } from './db/open';
import { upgradeDocuments } from './db/upgrade-documents';
import { DocumentStore } from './documents/store';
import { dropEarlierPhotos, takeEarlierPhotos } from './files/earlier-photos';
import { FileStore } from './files/store';
import { PairedDevices } from './lan/paired-devices';

/** A data folder in the hands of this process. */
export interface DataFolder {
  db: Database;
  store: DocumentStore;
  files: FileStore;
  scratchFolder: string;
  checks: FolderChecks;
  devices: PairedDevices;
  lock: FolderLock;
  close(): Promise<void>;
}

/**
 * Takes a data folder for this process, brings its database and documents to today's form, and opens it; `empty` begins with
 * nothing in it. Only its owner can read it. Throws FolderInUse, and what the file system and the database throw.
 */
export async function openDataFolder(config: Config, log: Logger, { empty = false } = {}): Promise<DataFolder> {
  const { dataFolder } = config;
  process.umask(0o077);
  await mkdir(dataFolder, { recursive: true, mode: 0o700 });
  const lock = await lockFolder(dataFolder);
  try {
    await chmod(dataFolder, 0o700);
    if (empty) await clear(dataFolder);
    const db = await openDatabase(dataFolder, config.migrationsFolder);
    await narrow(dataFolder, log);
    const files = new FileStore(path.join(dataFolder, 'files'));
    const { upgraded, left } = await upgradeDocuments(db, () => takeEarlierPhotos(dataFolder, files));
    if (left.length > 0) log.error({ documents: left }, 'these documents could not be brought to today’s form and are set aside');
    else await dropEarlierPhotos(dataFolder);
    if (upgraded > 0) log.info({ upgraded }, 'documents brought to today’s form');
    const store = new DocumentStore(db);
    return {
      db,
      store,
      files,
      scratchFolder: path.join(dataFolder, 'scratch'),
      checks: new FolderChecks(store, files, dataFolder),
      devices: await PairedDevices.in(path.join(dataFolder, 'devices.json')),
      lock,
      async close() {
        await db.close();
        await lock.release();
      },
    };
  } catch (error) {
    await lock.release();
    throw error;
  }
}

async function clear(folder: string): Promise<void> {
  const kept = new Set<string>(LOCK_FILES.flatMap((name) => [name, `${name}-journal`]));
  for (const name of await readdir(folder)) if (!kept.has(name)) await rm(path.join(folder, name), { recursive: true, force: true });
}

/** What Puddler itself puts into a data folder. */
const OWN =
  /^(?:puddler\.db(?:-wal|-shm|-journal)?|in-use\.(?:lock(?:-journal)?|json)|files|photos|backups|scratch|(?:check|devices|authority)\.json)$/;

/** Takes the rights of others off files that an earlier release made. What is linked from elsewhere, and what others put there, is theirs. */
async function narrow(folder: string, log: Logger): Promise<void> {
  for (const entry of await readdir(folder, { withFileTypes: true })) {
    if (!OWN.test(entry.name) || entry.isSymbolicLink()) continue;
    await chmod(path.join(folder, entry.name), entry.isDirectory() ? 0o700 : 0o600).catch((error: unknown) =>
      log.warn({ err: error, name: entry.name }, 'the rights of this could not be narrowed'),
    );
  }
}
