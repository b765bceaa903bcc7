import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { setImmediate } from 'node:timers/promises';
import { KIND_NAMES, kindOf, type BackupDocument, type BackupManifest, type KindName, type LostFile } from '@puddler/contract';
import { and, eq, isNull, notInArray } from 'drizzle-orm';
import yazl from 'yazl';
import type { Database } from '../db/open';
import { isRowIn, placesOf, readRows, type Place } from '../db/document-rows';
import { documents, type DocumentRow } from '../db/schema';
import { LOG_TYPE, type FileStore } from '../files/store';
import { documentsEntry, filesEntry, MANIFEST, MANIFEST_HASH } from './entries';

const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

function backupText(row: DocumentRow): string {
  const { id, parentId, version, createdAt, updatedAt, schemaVersion: form } = row;
  const head: Omit<BackupDocument, 'body'> = { id, ...(parentId === null ? {} : { parentId }), version, createdAt, updatedAt, form };
  return `${JSON.stringify(head).slice(0, -1)},"body":${row.body}}`;
}

/** Rows read in one go: others are answered in between. */
const ROWS_A_PIECE = 60;

/** The documents of a kind as they stand in a backup, and the files that they refer to. */
interface Documents {
  pieces: Buffer[];
  count: number;
  sha256: string;
  unread: number;
  hashes: string[];
}

async function documentsOf(orm: Database['orm'], kind: KindName): Promise<Documents> {
  const digest = createHash('sha256');
  const found: Omit<Documents, 'sha256'> = { pieces: [], count: 0, unread: 0, hashes: [] };
  const put = (text: string) => {
    const bytes = Buffer.from(text);
    digest.update(bytes);
    found.pieces.push(bytes);
  };
  let places: Place[];
  let after: Place | undefined;
  do {
    places = await placesOf(orm, and(eq(documents.kind, kind), isNull(documents.deletedAt)), after, ROWS_A_PIECE);
    after = places.at(-1);
    const { rows } = await readRows(orm, isRowIn(places.map(({ rowid }) => rowid)));
    if (rows.length > 0) put(`${found.count === 0 ? '[' : ',\n'}${rows.map(backupText).join(',\n')}`);
    found.count += rows.length;
    found.unread += places.length - rows.length;
    found.hashes.push(...rows.flatMap((row) => kindOf(kind).fileHashes?.(JSON.parse(row.body) as unknown) ?? []));
    await setImmediate();
  } while (places.length === ROWS_A_PIECE);
  put(']\n');
  return { ...found, sha256: digest.digest('hex') };
}

/**
 * A backup as a zip stream: every document that is not deleted, and the files they refer to. Documents are of one moment,
 * whatever is written meanwhile; files never change under their hash. What is damaged or missing ends nothing: the manifest,
 * which comes last, names it.
 */
export async function writeBackup(db: Database, files: FileStore, now: Date): Promise<Readable> {
  const zip = new yazl.ZipFile();
  const out = zip.outputStream as unknown as Readable;
  const manifest: BackupManifest = { format: 'puddler-backup', version: 1, madeAt: now.toISOString(), documents: {}, files: [] };
  const hashes = new Set<string>();
  let unread = 0;
  await db.snapshot(async (orm) => {
    // A later release may have kinds that this one does not know.
    unread += await orm.$count(documents, and(notInArray(documents.kind, KIND_NAMES), isNull(documents.deletedAt)));
    for (const kind of KIND_NAMES) {
      const found = await documentsOf(orm, kind);
      unread += found.unread;
      if (found.count === 0) continue;
      for (const hash of found.hashes) hashes.add(hash);
      manifest.documents[kind] = { count: found.count, sha256: found.sha256 };
      zip.addReadStreamLazy(documentsEntry(kind), { mtime: now }, (take) => take(null, Readable.from(found.pieces)));
    }
  });
  if (unread > 0) manifest.unread = unread;
  const lost: LostFile[] = [];
  // A download that is cut off lets go of the file that it was at.
  let current: Readable | undefined;
  out.once('close', () => current?.destroy());
  for (const hash of hashes) {
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
