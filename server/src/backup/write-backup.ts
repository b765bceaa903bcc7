import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { KIND_NAMES, kindOf, type BackupDocument, type BackupManifest } from '@puddler/contract';
import { and, inArray, isNull } from 'drizzle-orm';
import yazl from 'yazl';
import type { Database } from '../db/open';
import { HAS_LEGIBLE_IDS, ROW } from '../db/document-rows';
import { documents, type DocumentRow } from '../db/schema';
import { DocumentStore } from '../documents/store';
import { LOG_TYPE, type FileStore } from '../files/store';
import { documentsEntry, filesEntry, MANIFEST, MANIFEST_HASH } from './entries';

const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

function backupText(row: DocumentRow): string {
  const { id, parentId, version, createdAt, updatedAt, form } = row;
  const head: Omit<BackupDocument, 'body'> = { id, ...(parentId === null ? {} : { parentId }), version, createdAt, updatedAt, form };
  return `${JSON.stringify(head).slice(0, -1)},"body":${row.body}}`;
}

/**
 * A backup as a zip stream: every document that is not deleted, and the files they refer to. Documents are read in one
 * statement, so they are of one moment whatever is written meanwhile; files never change under their hash.
 */
export async function writeBackup(orm: Database['orm'], files: FileStore, now: Date): Promise<Readable> {
  const rows = await orm
    .select(ROW)
    .from(documents)
    .where(and(inArray(documents.kind, [...KIND_NAMES]), isNull(documents.deletedAt), HAS_LEGIBLE_IDS));
  const readable = rows.filter((row) => DocumentStore.canRead(row));
  const zip = new yazl.ZipFile();
  const manifest: BackupManifest = { format: 'puddler-backup', version: 1, madeAt: now.toISOString(), documents: {}, files: [] };
  const entries: [string, Buffer][] = [];
  for (const kind of KIND_NAMES) {
    const ofKind = readable.filter((row) => row.kind === kind);
    if (ofKind.length === 0) continue;
    const bytes = Buffer.from(`[${ofKind.map(backupText).join(',\n')}]\n`);
    manifest.documents[kind] = { count: ofKind.length, sha256: sha256(bytes) };
    entries.push([documentsEntry(kind), bytes]);
  }
  const types = new Map<string, string>();
  for (const hash of hashesOf(readable)) {
    const ref = await files.describe(hash).catch(() => undefined);
    if (!ref) continue;
    manifest.files.push({ hash, bytes: ref.bytes });
    types.set(hash, ref.type);
  }
  const head = Buffer.from(`${JSON.stringify(manifest, null, 2)}\n`);
  zip.addBuffer(head, MANIFEST, { mtime: now });
  zip.addBuffer(Buffer.from(`${sha256(head)}\n`), MANIFEST_HASH, { mtime: now });
  for (const [name, bytes] of entries) zip.addBuffer(bytes, name, { mtime: now });
  // Pictures are compressed already; logs are not.
  for (const { hash, bytes } of manifest.files) {
    const type = types.get(hash)!;
    const isLog = type === LOG_TYPE;
    zip.addReadStreamLazy(filesEntry(hash), { mtime: now, compress: isLog, ...(isLog ? {} : { size: bytes }) }, (take) =>
      take(null, files.read({ hash, type })),
    );
  }
  zip.end();
  return zip.outputStream as unknown as Readable;
}

function hashesOf(rows: readonly DocumentRow[]): Set<string> {
  return new Set(rows.flatMap((row) => kindOf(row.kind).fileHashes?.(JSON.parse(row.body) as unknown) ?? []));
}
