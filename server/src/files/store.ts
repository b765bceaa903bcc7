import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, type ReadStream } from 'node:fs';
import { chmod, mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { MOST_PHOTO_BYTES, type FileRef } from '@puddler/contract';
import { AppError } from '../http/app-error';
import { EDGE_BYTES, readPhotoBytes } from './photo-bytes';

const PART = '.part';
const HASH = /^[0-9a-f]{64}$/;

/**
 * Files of the data folder, each under the SHA-256 of its bytes: the same picture is kept once, and a name from outside never
 * reaches a path. Bytes go in and out in pieces.
 */
export class FileStore {
  private underWay = 0;

  constructor(readonly folder: string) {}

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
   * Keeps a picture; it is on the disk, whole, when this resolves. Throws `photo-type`, `photo-broken` and, as soon as
   * it is, `photo-too-large`.
   */
  keep(source: AsyncIterable<Buffer>, name?: string): Promise<FileRef> {
    return this.whileHeld(async () => {
      await mkdir(this.folder, { recursive: true, mode: 0o700 });
      const part = this.file(`${randomUUID()}${PART}`);
      try {
        const hash = createHash('sha256');
        let bytes = 0;
        async function* counted() {
          for await (const chunk of source) {
            bytes += chunk.length;
            if (bytes > MOST_PHOTO_BYTES) throw new AppError('photo-too-large');
            hash.update(chunk);
            yield chunk;
          }
        }
        await pipeline(counted, createWriteStream(part, { flags: 'wx', mode: 0o600 }));
        const type = await this.checked(part, bytes);
        const digest = hash.digest('hex');
        await sync(part);
        await rename(part, this.file(digest));
        await sync(this.folder);
        return { hash: digest, type, bytes, ...(name === undefined ? {} : { name }) };
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
    const { size } = await stat(this.file(hash)).catch(() => ({ size: 0 }));
    const read = size > 0 && HASH.test(hash) ? readPhotoBytes(await edges(this.file(hash), size), size) : undefined;
    if (!read) throw new AppError('no-such-file');
    return { hash, type: read.type, bytes: size };
  }

  read(hash: string): ReadStream {
    return createReadStream(this.file(hash));
  }

  /** The hashes of all files. */
  async hashes(): Promise<string[]> {
    const names = await readdir(this.folder).catch(() => []);
    return names.filter((name) => HASH.test(name));
  }

  async remove(hash: string): Promise<void> {
    if (HASH.test(hash)) await rm(this.file(hash), { force: true });
  }

  /** Takes away what uploads that were cut off have left. */
  async sweepParts(): Promise<void> {
    const names = await readdir(this.folder).catch(() => []);
    await Promise.all(names.filter((name) => name.endsWith(PART)).map((name) => rm(this.file(name), { force: true })));
    if (names.length > 0) await chmod(this.folder, 0o700);
  }
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
