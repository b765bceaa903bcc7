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
  /** Moves what is in the write-ahead log into the database itself. */
  checkpoint(): Promise<void>;
  close(): Promise<void>;
}

/** Where the database of a data folder is, as a URL for its driver. */
export const databaseIn = (dataFolder: string): string => fileUrl(path.join(dataFolder, 'puddler.db'));

/** The database of a process that has it, to be read beside it: as it is, without a migration. */
export function databaseBeside(dataFolder: string): Database {
  const client = createClient({ url: databaseIn(dataFolder), concurrency: 1 });
  return {
    client,
    orm: drizzle(client),
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
  const client = createClient({ url: databaseIn(dataFolder), concurrency: 1 });
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
    checkpoint,
    async close() {
      await checkpoint().catch(() => undefined);
      await writes.idle();
      client.close();
    },
  };
}
