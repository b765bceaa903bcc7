import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { WriteQueue } from './write-queue';

export interface Database {
  client: Client;
  orm: LibSQLDatabase;
  writes: WriteQueue;
  /** Moves what is in the write-ahead log into the database itself. */
  checkpoint(): Promise<void>;
  close(): Promise<void>;
}

/** The database of a process that has it, to be read beside it: as it is, without a migration. */
export function databaseBeside(url: string): Database {
  const client = createClient({ url, concurrency: 1 });
  return {
    client,
    orm: drizzle(client),
    writes: new WriteQueue(),
    checkpoint: () => Promise.resolve(),
    close: () => Promise.resolve(client.close()),
  };
}

/**
 * Opens the database at a libSQL URL, sets what must hold on its connection, and migrates it.
 * An acknowledged write is on the disk: WAL with synchronous=FULL syncs before a commit returns.
 */
export async function openDatabase(url: string, migrationsFolder: string): Promise<Database> {
  // A PRAGMA holds for one connection, and calls at the same time would open others: there is just one.
  const client = createClient({ url, concurrency: 1 });
  const isFile = url.startsWith('file:');
  if (isFile) {
    for (const pragma of ['journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000', 'foreign_keys = ON']) {
      await client.execute(`PRAGMA ${pragma}`);
    }
  }
  const orm = drizzle(client);
  await migrate(orm, { migrationsFolder });
  const writes = new WriteQueue();
  const checkpoint = async () => {
    if (isFile) await writes.run(() => client.execute('PRAGMA wal_checkpoint(TRUNCATE)'));
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
