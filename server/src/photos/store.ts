import { randomUUID } from 'node:crypto';
import { mkdir, open, readFile, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { AppError } from '../http/app-error';
import { readPhotoBytes } from './photo-bytes';

/** Pictures in `photos/` of the data folder, each under its checked id: no name from outside reaches a path. */
export class PhotoStore {
  constructor(private readonly folder: string) {}

  private file(id: string): string {
    return path.join(this.folder, id);
  }

  /** Keeps a picture; it is on the disk, whole, when this resolves. Throws `photo-type` and `photo-broken`. */
  async keep(id: string, bytes: Buffer): Promise<void> {
    const read = readPhotoBytes(bytes);
    if (!read) throw new AppError('photo-type');
    if (!read.whole) throw new AppError('photo-broken');
    await mkdir(this.folder, { recursive: true });
    const part = this.file(`${id}.${randomUUID()}.part`);
    try {
      const handle = await open(part, 'wx');
      try {
        await handle.writeFile(bytes);
        await handle.sync();
      } finally {
        await handle.close();
      }
      await rename(part, this.file(id));
    } catch (error) {
      await rm(part, { force: true });
      throw error;
    }
  }

  /** The picture and its type. Throws `no-such-photo`. */
  async read(id: string): Promise<{ bytes: Buffer; type: string }> {
    const bytes = await readFile(this.file(id)).catch(() => undefined);
    const type = bytes && readPhotoBytes(bytes)?.type;
    if (!bytes || !type) throw new AppError('no-such-photo');
    return { bytes, type };
  }
}
