import { copyFile, stat } from 'node:fs/promises';
import path from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { fileUrl } from './lock';
import { WriteQueue } from './write-queue';

export interface Database {
  client: Client;
  orm: LibSQLDatabase;
  writes: WriteQueue;
  /** Reads on a connection of its own: all of one moment, whatever is written meanwhile. */
  snapshot<T>(read: (orm: LibSQLDatabase) => Promise<T>): Promise<T>;
  /** Moves what is in the write-ahead log into the database itself. */
  checkpoint(): Promise<void>;
  close(): Promise<void>;
}

const DATABASE = 'puddler.db';
/** Where the database of a data folder is, as a URL for its driver. */
export const databaseIn = (dataFolder: string): string => fileUrl(path.join(dataFolder, DATABASE));

/** Copies the database of a data folder that nobody has open, with what is not in it yet. Throws where there is none. */
export async function copyDatabase(from: string, to: string): Promise<void> {
  await copyFile(path.join(from, DATABASE), path.join(to, DATABASE));
  const ahead = `${DATABASE}-wal`;
  await copyFile(path.join(from, ahead), path.join(to, ahead)).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'ENOENT') throw error;
  });
}

async function snapshotOf<T>(url: string, read: (orm: LibSQLDatabase) => Promise<T>): Promise<T> {
  const client = createClient({ url, concurrency: 1 });
  try {
    // Drizzle's own transactions are for writing, and would hold up all who write.
    const transaction = await client.transaction('read');
    return await read(drizzle(transaction as unknown as Client));
  } finally {
    client.close();
  }
}

/** The database of a process that has it, to be read beside it: as it is, without a migration. */
export function databaseBeside(dataFolder: string): Database {
  const url = databaseIn(dataFolder);
  const client = createClient({ url, concurrency: 1 });
  return {
    client,
    orm: drizzle(client),
    snapshot: (read) => snapshotOf(url, read),
    writes: new WriteQueue(),
    checkpoint: () => Promise.resolve(),
    close: () => Promise.resolve(client.close()),
  };
}

/**
 * Opens the database of a data folder, sets what must hold on its connection, and migrates it.
 * An acknowledged write is on the disk: WAL with synchronous=FULL syncs before a commit returns.
 */
export async function openDatabase(dataFolder: string, migrationsFolder: string): Promise<Database> {
  // A PRAGMA holds for one connection, and calls at the same time would open others: there is just one.
  const url = databaseIn(dataFolder);
  const found = await stat(path.join(dataFolder, DATABASE)).catch(() => undefined);
  if (found && !found.isFile()) throw Object.assign(new Error(`${DATABASE} is no file`), { code: 'SQLITE_NOTADB' });
  const client = createClient({ url, concurrency: 1 });
  for (const pragma of ['journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000', 'foreign_keys = ON'])
    await client.execute(`PRAGMA ${pragma}`);
  const orm = drizzle(client);
  await migrate(orm, { migrationsFolder });
  const writes = new WriteQueue();
  const checkpoint = async () => {
    await writes.run(() => client.execute('PRAGMA wal_checkpoint(TRUNCATE)'));
  };
  return {
    client,
    orm,
    writes,
    snapshot: (read) => snapshotOf(url, read),
    checkpoint,
    async close() {
      await checkpoint().catch(() => undefined);
      await writes.idle();
      client.close();
    },
  };
}
