import { createHash, type Hash } from 'node:crypto';
import type { Readable } from 'node:stream';
import {
  boundsProblem,
  checkBackupDocument,
  checkBackupManifest,
  checkBody,
  schemaVersionOf,
  KIND_NAMES,
  kindOf,
  MOST_LOG_BYTES,
  NewerSchema,
  parentOf,
  migrate,
  type BackupDocument,
  type BackupManifest,
  type KindName,
} from '@puddler/contract';
import yauzl from 'yauzl';
import { BadList, listElements, type ElementBounds } from './json-list';
import { documentsEntry, filesEntry, MANIFEST, MANIFEST_HASH, readEntryName } from './entries';

/** Why a file is not taken as a backup; the message names the entry and, where there is one, its hash. */
export class BadBackup extends Error {
  override name = 'BadBackup';
}

/** A backup that is whole: its documents in the current schema, checked, and its files one at a time. */
export interface Backup {
  manifest: BackupManifest;
  documents: Map<KindName, BackupDocument[]>;
  /** Documents that are left out, for what they belong to could not be read when the backup was made and is not here. */
  orphans: number;
  /** Opens a file's bytes. They must be read to the end before the next are asked for. */
  file(hash: string): Promise<Readable>;
  close(): void;
}

/** Documents of one kind, unpacked: a hundred thousand parts are some fifty megabytes. */
const MOST_DOCUMENT_BYTES = 512 * 1024 * 1024;
/** One document with its head: a run with its frozen plan is some thirty kilobytes. */
const ONE_DOCUMENT: ElementBounds = { bytes: 2 * 1024 * 1024, values: 100_000 };
const MOST_MANIFEST_BYTES = 32 * 1024 * 1024;
const MOST_ENTRIES = 200_000;

/**
 * Opens a backup and checks all of it: every entry against the hash that the manifest has for it, and every document by the
 * rules of its kind. Throws BadBackup. `parentHere` gives the body of a parent that the backup itself does not hold; once nobody
 * waits for the answer any more, `signal` ends it.
 */
export async function readBackup(path: string, parentHere: (kind: KindName, id: string) => Promise<unknown>, signal?: AbortSignal): Promise<Backup> {
  const zip = Object.assign(await open(path), { signal });
  try {
    const entries = await list(zip);
    const manifest = await readManifest(zip, entries);
    const documents = new Map<KindName, BackupDocument[]>();
    let orphans = 0;
    for (const kind of KIND_NAMES) {
      const expected = manifest.documents[kind];
      if (!expected) continue;
      const bytes = pieces(zip, need(entries, documentsEntry(kind)), MOST_DOCUMENT_BYTES);
      const found = await readDocuments(kind, bytes, expected, documents, parentHere, (manifest.unread ?? 0) > 0);
      documents.set(kind, found.documents);
      orphans += found.orphans;
    }
    // Of a file that was damaged already what could be read stands in the zip, and is left there.
    const lost = manifest.lost ?? [];
    for (const { hash, bytes } of manifest.files) await checkFile(zip, need(entries, filesEntry(hash)), hash, bytes);
    const known = new Set([
      MANIFEST,
      MANIFEST_HASH,
      ...[...documents.keys()].map(documentsEntry),
      ...[...manifest.files, ...lost].map(({ hash }) => filesEntry(hash)),
    ]);
    for (const name of entries.keys()) if (!known.has(name)) throw new BadBackup(`${name} is not named in the manifest.`);
    return { manifest, documents, orphans, file: (hash) => stream(zip, need(entries, filesEntry(hash))), close: () => zip.close() };
  } catch (error) {
    zip.close();
    throw error;
  }
}

/** A zip file that is read for somebody who may give up. */
type OpenZip = yauzl.ZipFile & { signal: AbortSignal | undefined };

async function open(path: string): Promise<yauzl.ZipFile> {
  try {
    return await new Promise((resolve, reject) =>
      yauzl.open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, zip) => (error ? reject(error) : resolve(zip))),
    );
  } catch (error) {
    const { message } = error as Error;
    throw new BadBackup(`This is no whole zip file: ${/central directory/.test(message) ? 'it is cut short, or of another kind' : message}.`);
  }
}

/** All entries by name. */
function list(zip: yauzl.ZipFile): Promise<Map<string, yauzl.Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, yauzl.Entry>();
    if (zip.entryCount > MOST_ENTRIES) reject(new BadBackup(`The zip file has ${zip.entryCount} entries; a backup has at most ${MOST_ENTRIES}.`));
    zip.on('error', (error: Error) => reject(new BadBackup(`The zip file is damaged: ${error.message}.`)));
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: yauzl.Entry) => {
      if (readEntryName(entry.fileName) === undefined)
        reject(new BadBackup(`This is no backup of Puddler: it holds ${entry.fileName.slice(0, 80)}.`));
      if (entries.has(entry.fileName)) reject(new BadBackup(`${entry.fileName} stands in the file twice.`));
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
}

function need(entries: Map<string, yauzl.Entry>, name: string): yauzl.Entry {
  const entry = entries.get(name);
  if (!entry) throw new BadBackup(`${name} is missing.`);
  return entry;
}

function stream(zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Readable> {
  return new Promise((resolve, reject) =>
    zip.openReadStream(entry, (error, bytes) =>
      error ? reject(new BadBackup(`${entry.fileName} cannot be unpacked: ${error.message}.`)) : resolve(bytes),
    ),
  );
}

/** The bytes of an entry as they come; throws BadBackup when they are more than they may be, or damaged. */
async function* pieces(zip: OpenZip, entry: yauzl.Entry, most: number): AsyncGenerator<Buffer> {
  if (entry.uncompressedSize > most) throw new BadBackup(`${entry.fileName} has ${entry.uncompressedSize} bytes; at most ${most} are taken.`);
  try {
    for await (const piece of (await stream(zip, entry)) as AsyncIterable<Buffer>) {
      zip.signal?.throwIfAborted();
      yield piece;
    }
  } catch (error) {
    throw error instanceof BadBackup ? error : new BadBackup(`${entry.fileName} is cut or damaged: ${(error as Error).message}.`);
  }
}

async function whole(zip: OpenZip, entry: yauzl.Entry, most: number): Promise<Buffer> {
  const all: Buffer[] = [];
  for await (const piece of pieces(zip, entry, most)) all.push(piece);
  return Buffer.concat(all);
}

const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

function expectHash(name: string, found: string, expected: string): void {
  if (found !== expected) throw new BadBackup(`${name} was changed: its SHA-256 is ${found}, and should be ${expected}.`);
}

function parse(name: string, bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8')) as unknown;
  } catch {
    throw new BadBackup(`${name} is no JSON.`);
  }
}

async function readManifest(zip: OpenZip, entries: Map<string, yauzl.Entry>): Promise<BackupManifest> {
  const bytes = await whole(zip, need(entries, MANIFEST), MOST_MANIFEST_BYTES);
  expectHash(MANIFEST, sha256(bytes), (await whole(zip, need(entries, MANIFEST_HASH), 100)).toString('utf8').trim());
  const problem = boundsProblem(bytes, 10 * MOST_ENTRIES);
  if (problem) throw new BadBackup(`${MANIFEST} has too much in it: ${problem.message}.`);
  const checked = checkBackupManifest(parse(MANIFEST, bytes));
  if (!checked.ok) throw new BadBackup(`${MANIFEST}: ${checked.problems[0]!.message}.`);
  return checked.value;
}

async function readDocuments(
  kind: KindName,
  bytes: AsyncIterable<Buffer>,
  { count, sha256: expected }: { count: number; sha256: string },
  sofar: ReadonlyMap<KindName, BackupDocument[]>,
  parentHere: (kind: KindName, id: string) => Promise<unknown>,
  lacksSome: boolean,
): Promise<{ documents: BackupDocument[]; orphans: number }> {
  const name = documentsEntry(kind);
  const wrongCount = () => new BadBackup(`${name} does not hold the ${count} documents that the manifest names.`);
  const digest = createHash('sha256');
  const parent = parentOf(kind);
  const parents = new Map((parent && sofar.get(parent))?.map((doc) => [doc.id, doc.body]));
  const documents: BackupDocument[] = [];
  let orphans = 0;
  for await (const input of elements(name, digested(bytes, digest))) {
    if (documents.length + orphans === count) throw wrongCount();
    const checked = checkBackupDocument(input);
    if (!checked.ok) throw new BadBackup(`${name}: ${checked.problems[0]!.message}.`);
    const doc = checked.value;
    const parentBody = parent && doc.parentId !== undefined ? (parents.get(doc.parentId) ?? (await parentHere(parent, doc.parentId))) : undefined;
    if (parent && parentBody === undefined && lacksSome) {
      orphans++;
      continue;
    }
    if (parent && parentBody === undefined) throw new BadBackup(`${name}: ${doc.id} belongs to a ${kindOf(parent).noun} that is not there.`);
    documents.push({ ...doc, body: checkedBody(name, kind, doc, parentBody), form: schemaVersionOf(kindOf(kind)) });
  }
  expectHash(name, digest.digest('hex'), expected);
  if (documents.length + orphans !== count) throw wrongCount();
  return { documents, orphans };
}

async function* digested(bytes: AsyncIterable<Buffer>, digest: Hash): AsyncGenerator<Buffer> {
  for await (const piece of bytes) {
    digest.update(piece);
    yield piece;
  }
}

async function* elements(name: string, bytes: AsyncIterable<Buffer>): AsyncGenerator<unknown> {
  try {
    yield* listElements(bytes, ONE_DOCUMENT);
  } catch (error) {
    throw error instanceof BadList ? new BadBackup(`${name} cannot be taken: ${error.message}.`) : error;
  }
}

/** The body in the current schema. Photos of earlier versions are not in backups: those refer to files by hash from the first one on. */
function checkedBody(name: string, kind: KindName, { id, form, body }: BackupDocument, parent: unknown): unknown {
  try {
    const checked = checkBody(kind)(migrate(kind, form, body, { photo: () => undefined }), parent);
    if (checked.ok) return checked.value;
    throw new BadBackup(`${name}: ${id}: ${checked.problems[0]!.message}.`);
  } catch (error) {
    if (error instanceof NewerSchema) throw new BadBackup(`${name}: ${id} was written by a newer Puddler. Restore it with that one.`);
    throw error;
  }
}

async function checkFile(zip: OpenZip, entry: yauzl.Entry, hash: string, expected: number): Promise<void> {
  const digest = createHash('sha256');
  let bytes = 0;
  for await (const piece of pieces(zip, entry, MOST_LOG_BYTES)) {
    digest.update(piece);
    bytes += piece.length;
  }
  expectHash(entry.fileName, digest.digest('hex'), hash);
  if (bytes !== expected) throw new BadBackup(`${entry.fileName} has ${bytes} bytes, and should have ${expected}.`);
}
