import { chmod, mkdir, mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Logger } from 'pino';
import { FolderChecks } from './check/folder-checks';
import type { Config } from './config';
import { lockFolder, LOCK_FILES } from './db/lock';
import { copyDatabase, openDatabase, type Database } from './db/open';
import { migrateDocuments } from './db/migrate-documents';
import { DocumentStore } from './documents/store';
import { dropEarlierPhotos, takeEarlierPhotos } from './files/earlier-photos';
import { FileStore } from './files/store';
import { AppError } from './http/app-error';
import { storageFault } from './http/storage-fault';
import { PairedDevices } from './lan/paired-devices';

/** A data folder in the hands of this process. */
export interface DataFolder {
  db: Database;
  store: DocumentStore;
  files: FileStore;
  scratchFolder: string;
  checks: FolderChecks;
  devices: PairedDevices;
  /** Why nothing can be written to it: it is served from a copy then. */
  readOnly?: 'disk-full';
  /** Notes where this process can be reached, for a person who finds the folder in use. */
  noteAddress(address: string): Promise<void>;
  close(): Promise<void>;
}

/**
 * Takes a data folder for this process, brings its database and documents to the current schema, and opens it; `empty` begins with
 * nothing in it. Only its owner can read it. Where its disk is full it is opened to be read. Throws FolderInUse, and what the file system and the database throw.
 */
export async function openDataFolder(config: Config, log: Logger, { empty = false } = {}): Promise<DataFolder> {
  process.umask(0o077);
  try {
    return await openToWrite(config, log, empty);
  } catch (error) {
    if (empty || storageFault(error) !== 'disk-full') throw error;
    log.error({ err: error }, 'the disk of the data folder is full: it is opened to be read');
    // Where there is no room elsewhere either, or nothing to read, the full disk is the error to report.
    return openToRead(config, log).catch(() => {
      throw error;
    });
  }
}

async function openToWrite(config: Config, log: Logger, empty: boolean): Promise<DataFolder> {
  const { dataFolder } = config;
  await mkdir(dataFolder, { recursive: true, mode: 0o700 });
  const lock = await lockFolder(dataFolder);
  try {
    await chmod(dataFolder, 0o700);
    if (empty) await clear(dataFolder);
    const db = await openDatabase(dataFolder, config.migrationsFolder);
    await narrow(dataFolder, log);
    const files = new FileStore(path.join(dataFolder, 'files'));
    if ((await broughtUp(db, dataFolder, files, log)) === 0) await dropEarlierPhotos(dataFolder);
    return {
      ...(await opened(db, files, dataFolder)),
      scratchFolder: path.join(dataFolder, 'scratch'),
      noteAddress: (address) => lock.note(address),
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

/**
 * Opens what a data folder on a full disk holds. SQLite cannot open a database there, not even to read it: a copy elsewhere is opened, which takes no writes.
 * Nobody else has the folder: its lock was free, it only could not be noted.
 */
async function openToRead({ dataFolder, migrationsFolder }: Config, log: Logger): Promise<DataFolder> {
  const copyFolder = await mkdtemp(path.join(tmpdir(), 'puddler-read-only-'));
  const forget = () => rm(copyFolder, { recursive: true, force: true });
  try {
    await copyDatabase(dataFolder, copyFolder);
    const db = await openDatabase(copyFolder, migrationsFolder);
    const files = new FileStore(path.join(dataFolder, 'files'), 'disk-full');
    await broughtUp(db, dataFolder, files, log);
    db.writes.refuse(() => new AppError('disk-full'));
    return {
      ...(await opened(db, files, dataFolder)),
      scratchFolder: path.join(copyFolder, 'scratch'),
      readOnly: 'disk-full',
      noteAddress: () => Promise.resolve(),
      async close() {
        await db.close();
        await forget();
      },
    };
  } catch (error) {
    await forget();
    throw error;
  }
}

async function opened(db: Database, files: FileStore, dataFolder: string) {
  const store = new DocumentStore(db);
  return {
    db,
    store,
    files,
    checks: new FolderChecks(store, files, dataFolder),
    devices: await PairedDevices.in(path.join(dataFolder, 'devices.json')),
  };
}

/** Brings documents to the current schema, and says how many could not be. */
async function broughtUp(db: Database, dataFolder: string, files: FileStore, log: Logger): Promise<number> {
  const { migrated, left } = await migrateDocuments(db, () => takeEarlierPhotos(dataFolder, files));
  if (left.length > 0) log.error({ documents: left }, 'these documents could not be brought to today’s form and are set aside');
  if (migrated > 0) log.info({ migrated }, 'documents brought to the current schema');
  return left.length;
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
