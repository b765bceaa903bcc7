import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { WriteQueue } from './write-queue';

export interface Database {
  client: Client;
  orm: LibSQLDatabase;
  writes: WriteQueue;
  close(): Promise<void>;
}

/**
 * Opens the database at a libSQL URL, sets what must hold on its connection, and migrates it.
 * An acknowledged write is on the disk: WAL with synchronous=FULL syncs before a commit returns.
 */
export async function openDatabase(url: string, migrationsFolder: string): Promise<Database> {
  const client = createClient({ url });
  // A PRAGMA holds for one connection. `batch` stays on it; an interactive transaction would open another, so none is used.
  if (url.startsWith('file:')) {
    for (const pragma of ['journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000', 'foreign_keys = ON']) {
      await client.execute(`PRAGMA ${pragma}`);
    }
  }
  const orm = drizzle(client);
  await migrate(orm, { migrationsFolder });
  const writes = new WriteQueue();
  return {
    client,
    orm,
    writes,
    async close() {
      await writes.idle();
      client.close();
    },
  };
}
