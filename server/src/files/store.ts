import { compact } from '@puddler/core';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { chmod, mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline as pipelineTo } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { MOST_LOG_BYTES, MOST_PHOTO_BYTES, type FileRef } from '@puddler/contract';
import { AppError } from '../http/app-error';
import { EDGE_BYTES, isPhoto, isText, readPhotoBytes } from './photo-bytes';

const PART = '.part';
const PACKED = '.gz';
/** No gzip file is shorter. */
const LEAST_PACKED = 20;
const WIDE_MARKS = [Buffer.from([0xff, 0xfe]), Buffer.from([0xfe, 0xff])];
/** What a log says of itself: text. How it is read is said where it is referred to. */
export const LOG_TYPE = 'text/plain';

export type FileState = 'whole' | 'damaged' | 'missing';
export type FileAs = 'photo' | 'log';
const MOST_BYTES: Record<FileAs, number> = { photo: MOST_PHOTO_BYTES, log: MOST_LOG_BYTES };

const HASH = /^[0-9a-f]{64}$/;

/**
 * Files of the data folder, each under the SHA-256 of its bytes: the same picture or log is kept once, and a name from outside never
 * reaches a path. Bytes go in and out in pieces.
 */
export class FileStore {
  private underWay = 0;

  /** With `readOnly` it keeps nothing, and answers with that. */
  constructor(
    readonly folder: string,
    private readonly readOnly?: 'disk-full',
  ) {}

  private file(hash: string): string {
    return path.join(this.folder, hash);
  }

  /** True while bytes are coming in or being read by a backup: nothing is swept then. */
  get isBusy(): boolean {
    return this.underWay > 0;
  }

  /** Runs `work` with sweeping held off. */
  async whileHeld<T>(work: () => Promise<T>): Promise<T> {
    this.underWay++;
    try {
      return await work();
    } finally {
      this.underWay--;
    }
  }

  /**
   * Keeps a picture as it is, or a log packed; it is on the disk, whole, when this resolves. `as` says what may come: left out, either.
   * Throws `photo-type`, `photo-broken`, `log-type`, as soon as it is `photo-too-large` or `log-too-large`, and why it keeps nothing.
   */
  keep(source: AsyncIterable<Buffer>, { as, name }: { as?: FileAs; name?: string } = {}): Promise<FileRef> {
    return this.whileHeld(async () => {
      if (this.readOnly) throw new AppError(this.readOnly);
      await mkdir(this.folder, { recursive: true, mode: 0o700 });
      const part = this.file(`${randomUUID()}${PART}`);
      try {
        const { first, all } = await begun(source);
        const is = isPhoto(first) ? 'photo' : 'log';
        if (as !== undefined && as !== is) throw new AppError(`${as}-type`);
        // Text of two bytes a letter says so at its beginning.
        const isWide = WIDE_MARKS.some((mark) => first.subarray(0, 2).equals(mark));
        const digested = createHash('sha256');
        let bytes = 0;
        async function* counted() {
          for await (const chunk of all) {
            bytes += chunk.length;
            if (bytes > MOST_BYTES[is]) throw new AppError(`${is}-too-large`);
            if (is === 'log' && !isWide && !isText(chunk)) throw new AppError('log-type');
            digested.update(chunk);
            yield chunk;
          }
        }
        const out = createWriteStream(part, { flags: 'wx', mode: 0o600 });
        await (is === 'log' ? pipeline(counted, createGzip(), out) : pipeline(counted, out));
        if (is === 'log' && bytes === 0) throw new AppError('log-type');
        const type = is === 'log' ? LOG_TYPE : await this.checked(part, bytes);
        const hash = digested.digest('hex');
        await sync(part);
        await rename(part, this.file(is === 'log' ? hash + PACKED : hash));
        await sync(this.folder);
        return { hash, type, bytes, ...compact({ name }) };
      } catch (error) {
        await rm(part, { force: true });
        throw error;
      }
    });
  }

  private async checked(file: string, bytes: number): Promise<string> {
    const read = readPhotoBytes(await edges(file, bytes), bytes);
    if (!read) throw new AppError('photo-type');
    if (!read.whole) throw new AppError('photo-broken');
    return read.type;
  }

  /** What is known of a kept file by its own bytes. Throws `no-such-file`. */
  async describe(hash: string): Promise<FileRef> {
    const sizeOf = (file: string) =>
      stat(file).then(
        ({ size }) => size,
        () => 0,
      );
    if (!HASH.test(hash)) throw new AppError('no-such-file');
    const size = await sizeOf(this.file(hash));
    const read = size > 0 ? readPhotoBytes(await edges(this.file(hash), size), size) : undefined;
    if (read) return { hash, type: read.type, bytes: size };
    const packed = await sizeOf(this.file(hash + PACKED));
    if (packed < LEAST_PACKED) throw new AppError('no-such-file');
    // The last four bytes of a packed file say how long it is unpacked.
    const { tail } = await edges(this.file(hash + PACKED), packed);
    return { hash, type: LOG_TYPE, bytes: tail.readUInt32LE(tail.length - 4) };
  }

  /** A kept file’s bytes as they came in. */
  read({ hash, type }: Pick<FileRef, 'hash' | 'type'>): Readable {
    // Joined so that a log that cannot be unpacked ends its reader, and nobody else; the error is the reader's.
    return type === LOG_TYPE ? pipelineTo(this.readPacked(hash), createGunzip(), () => undefined) : createReadStream(this.file(hash));
  }

  /** A log as it is kept: packed by gzip. */
  readPacked(hash: string): Readable {
    return createReadStream(this.file(hash + PACKED));
  }

  /** Whether a file is there as it came in. */
  async stateOf(hash: string): Promise<FileState> {
    const ref = await this.describe(hash).catch(() => undefined);
    // One that is there under its name, and is neither picture nor packed text, is damaged.
    if (!ref) return (await this.hashes()).includes(hash) ? 'damaged' : 'missing';
    const digest = createHash('sha256');
    try {
      for await (const piece of this.read(ref) as AsyncIterable<Buffer>) digest.update(piece);
    } catch {
      return 'damaged';
    }
    return digest.digest('hex') === hash ? 'whole' : 'damaged';
  }

  /** The hashes of all files. */
  async hashes(): Promise<string[]> {
    const names = await readdir(this.folder).catch(() => []);
    return names.map((name) => (name.endsWith(PACKED) ? name.slice(0, -PACKED.length) : name)).filter((name) => HASH.test(name));
  }

  async remove(hash: string): Promise<void> {
    if (HASH.test(hash)) for (const end of ['', PACKED]) await rm(this.file(hash + end), { force: true });
  }

  /** Takes away what uploads that were cut off have left. */
  async sweepParts(): Promise<void> {
    const names = await readdir(this.folder).catch(() => []);
    await Promise.all(names.filter((name) => name.endsWith(PART)).map((name) => rm(this.file(name), { force: true })));
    if (names.length > 0) await chmod(this.folder, 0o700);
  }
}

/** The first bytes of what comes in, and all of it. */
async function begun(source: AsyncIterable<Buffer>): Promise<{ first: Buffer; all: AsyncIterable<Buffer> }> {
  const pieces = source[Symbol.asyncIterator]();
  let first: Buffer = Buffer.alloc(0);
  let ended = false;
  while (!ended && first.length < EDGE_BYTES) {
    const next = await pieces.next();
    if (next.done) ended = true;
    else first = Buffer.concat([first, next.value]);
  }
  async function* all() {
    if (first.length > 0) yield first;
    while (!ended) {
      const next = await pieces.next();
      if (next.done) return;
      yield next.value;
    }
  }
  return { first, all: all() };
}

/** The first and the last bytes of a file, by which a picture is known. */
async function edges(file: string, size: number): Promise<{ head: Buffer; tail: Buffer }> {
  const handle = await open(file, 'r');
  try {
    const length = Math.min(size, EDGE_BYTES);
    const read = async (position: number) => (await handle.read(Buffer.alloc(length), 0, length, position)).buffer;
    return { head: await read(0), tail: await read(size - length) };
  } finally {
    await handle.close();
  }
}

/** Sees to it that a file, or the names in a folder, are on the disk. */
async function sync(at: string): Promise<void> {
  const handle = await open(at, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
