import { isTaken, KIND_NAMES, kindOf, type BackupDocument, type KindName, type RestoreLine, type RestoreState } from '@puddler/contract';
import equal from 'fast-deep-equal';
import type { DocumentRow } from '../db/schema';
import { schemaVersionNow } from '../documents/rows';
import { DocumentStore, type Overwrite } from '../documents/store';
import type { FileStore } from '../files/store';
import type { Backup } from './read-backup';

/** Looks up the parents that a backup does not hold itself. */
export const parentHere = (store: DocumentStore) => async (kind: KindName, id: string) => {
  const row = await store.row(kind, id);
  return row && row.deletedAt === null && DocumentStore.canRead(row) ? (JSON.parse(row.body) as unknown) : undefined;
};

function stateOf(row: DocumentRow | undefined, doc: BackupDocument): RestoreState {
  if (!row) return 'new';
  if (row.deletedAt !== null) return 'deleted';
  const byVersion = Math.sign(doc.version - row.version);
  if (!DocumentStore.canRead(row)) {
    // What a later release wrote stays; what is damaged is replaced, unless it had been written again since.
    if (row.schemaVersion > schemaVersionNow(row.kind)) return 'newer-here';
    return byVersion >= 0 ? 'newer-in-backup' : 'unsure';
  }
  if (equal(JSON.parse(row.body), doc.body)) return 'same';
  const byClock = Math.sign(doc.updatedAt - row.updatedAt);
  if (byVersion === 0 || byVersion === -byClock) return 'unsure';
  return byVersion > 0 ? 'newer-in-backup' : 'newer-here';
}

/** What restoring would do with each document of a backup, parents first. */
export async function previewRestore(store: DocumentStore, backup: Backup): Promise<RestoreLine[]> {
  const lines: RestoreLine[] = [];
  for (const kind of KIND_NAMES) {
    const docs = backup.documents.get(kind) ?? [];
    const rows = await store.rows(
      kind,
      docs.map((doc) => doc.id),
    );
    for (const doc of docs) lines.push({ kind, id: doc.id, name: kindOf(kind).nameOf(doc.body), state: stateOf(rows.get(doc.id), doc) });
  }
  return lines;
}

/** Brings a backup in beside what is there: files first, then every document in one transaction, or none. Says what was done. */
export async function restoreBackup(
  store: DocumentStore,
  files: FileStore,
  backup: Backup,
  takesUnsure: boolean,
): Promise<{ lines: RestoreLine[]; files: number }> {
  return files.whileHeld(async () => {
    let kept = 0;
    for (const { hash } of backup.manifest.files) {
      // One that rotted here is replaced.
      if ((await files.stateOf(hash)) === 'whole') continue;
      await files.remove(hash);
      await files.keep((await backup.file(hash)) as AsyncIterable<Buffer>);
      kept++;
    }
    const lines = await store.overwrite(async () => {
      const planned = await previewRestore(store, backup);
      const taken = new Set(planned.filter((line) => isTaken(line, takesUnsure)).map((line) => `${line.kind} ${line.id}`));
      const writes = KIND_NAMES.flatMap((kind) =>
        (backup.documents.get(kind) ?? []).filter((doc) => taken.has(`${kind} ${doc.id}`)).map((doc): Overwrite => ({ kind, ...doc })),
      );
      return { writes, result: planned };
    });
    return { lines, files: kept };
  });
}
