import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { KIND_NAMES, kindOf, type BackupDocument, type BackupManifest, type LostFile } from '@puddler/contract';
import { and, inArray, isNull } from 'drizzle-orm';
import yazl from 'yazl';
import type { Database } from '../db/open';
import { readRows } from '../db/document-rows';
import { documents, type DocumentRow } from '../db/schema';
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
 * statement, so they are of one moment whatever is written meanwhile; files never change under their hash. What is damaged or
 * missing ends nothing: the manifest, which comes last, names it.
 */
export async function writeBackup(orm: Database['orm'], files: FileStore, now: Date): Promise<Readable> {
  const { rows: readable, unread } = await readRows(orm, and(inArray(documents.kind, [...KIND_NAMES]), isNull(documents.deletedAt)));
  const zip = new yazl.ZipFile();
  const out = zip.outputStream as unknown as Readable;
  const manifest: BackupManifest = { format: 'puddler-backup', version: 1, madeAt: now.toISOString(), documents: {}, files: [] };
  if (unread > 0) manifest.unread = unread;
  for (const kind of KIND_NAMES) {
    const ofKind = readable.filter((row) => row.kind === kind);
    if (ofKind.length === 0) continue;
    const bytes = Buffer.from(`[${ofKind.map(backupText).join(',\n')}]\n`);
    manifest.documents[kind] = { count: ofKind.length, sha256: sha256(bytes) };
    zip.addBuffer(bytes, documentsEntry(kind), { mtime: now });
  }
  const lost: LostFile[] = [];
  // A download that is cut off lets go of the file that it was at.
  let current: Readable | undefined;
  out.once('close', () => current?.destroy());
  for (const hash of hashesOf(readable)) {
    const ref = await files.describe(hash).catch(() => undefined);
    if (!ref) {
      lost.push({ hash, why: 'missing' });
      continue;
    }
    // Pictures are compressed already; logs are not.
    zip.addReadStreamLazy(filesEntry(hash), { mtime: now, compress: ref.type === LOG_TYPE }, (take) => {
      const bytes = Readable.from(
        watched(files.read(ref), hash, (whole) =>
          whole === undefined ? lost.push({ hash, why: 'damaged' }) : manifest.files.push({ hash, bytes: whole }),
        ),
      );
      current = bytes;
      take(null, bytes);
    });
  }
  const head = once(() => Buffer.from(`${JSON.stringify({ ...manifest, ...(lost.length > 0 ? { lost } : {}) }, null, 2)}\n`));
  const late = (name: string, text: () => Buffer | string) =>
    zip.addReadStreamLazy(name, { mtime: now }, (take) => take(null, Readable.from([Buffer.from(text())])));
  late(MANIFEST, head);
  late(MANIFEST_HASH, () => `${sha256(head())}\n`);
  zip.end();
  return out;
}

/** The bytes of a file as far as they can be read; reports at their end how many they are, or undefined where they are not what came in. */
async function* watched(source: Readable, hash: string, report: (bytes: number | undefined) => void): AsyncGenerator<Buffer> {
  const digest = createHash('sha256');
  let bytes = 0;
  try {
    for await (const piece of source as AsyncIterable<Buffer>) {
      digest.update(piece);
      bytes += piece.length;
      yield piece;
    }
  } catch {
    return report(undefined);
  }
  report(digest.digest('hex') === hash ? bytes : undefined);
}

function once<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}

function hashesOf(rows: readonly DocumentRow[]): Set<string> {
  return new Set(rows.flatMap((row) => kindOf(row.kind).fileHashes?.(JSON.parse(row.body) as unknown) ?? []));
}
