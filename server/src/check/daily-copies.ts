import { readdir } from 'node:fs/promises';
import path from 'node:path';
import { createClient } from '@libsql/client';
import type { KindName } from '@puddler/contract';
import { and, isNull, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/libsql';
import { COPY_NAME } from '../backup/daily';
import { readRows } from '../db/document-rows';
import { fileUrl } from '../db/lock';
import { documents } from '../db/schema';

interface DocumentId {
  kind: KindName;
  id: string;
}

export const keyOf = ({ kind, id }: DocumentId): string => `${kind} ${id}`;

/** For each of some documents the days whose copy of the database has it whole, the newest first. A copy that cannot be opened has none. */
export async function daysWith(folder: string, wanted: readonly DocumentId[]): Promise<Map<string, string[]>> {
  const days = new Map<string, string[]>();
  if (wanted.length === 0) return days;
  const names = (await readdir(folder).catch(() => [])).filter((name) => COPY_NAME.test(name)).sort();
  const isWanted = sql`(${documents.kind}, ${documents.id}) in (select value->>'kind', value->>'id' from json_each(${JSON.stringify(wanted)}))`;
  for (const name of names.reverse()) {
    const client = createClient({ url: fileUrl(path.join(folder, name)) });
    try {
      const { rows } = await readRows(drizzle(client), and(isWanted, isNull(documents.deletedAt)));
      for (const row of rows) days.set(keyOf(row), [...(days.get(keyOf(row)) ?? []), COPY_NAME.exec(name)![1]!]);
    } catch {
      // A copy may have rotted too.
    } finally {
      client.close();
    }
  }
  return days;
}
