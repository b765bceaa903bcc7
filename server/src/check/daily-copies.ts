import { readdir } from 'node:fs/promises';
import path from 'node:path';
import { createClient } from '@libsql/client';
import type { KindName } from '@puddler/contract';
import { and, eq, isNull } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/libsql';
import { readRows } from '../db/document-rows';
import { fileUrl } from '../db/lock';
import { documents } from '../db/schema';
import { COPY_NAME } from '../backup/daily';

/** The days whose copy of the database has a document whole, the newest first. A copy that cannot be opened has none. */
export async function copiesWith(folder: string, kind: KindName, id: string): Promise<string[]> {
  const names = (await readdir(folder).catch(() => [])).filter((name) => COPY_NAME.test(name)).sort();
  const days: string[] = [];
  for (const name of names.reverse()) {
    const client = createClient({ url: fileUrl(path.join(folder, name)) });
    try {
      const { rows } = await readRows(drizzle(client), and(eq(documents.kind, kind), eq(documents.id, id), isNull(documents.deletedAt)));
      if (rows.length > 0) days.push(COPY_NAME.exec(name)![1]!);
    } catch {
      // A copy may have rotted too.
    } finally {
      client.close();
    }
  }
  return days;
}
