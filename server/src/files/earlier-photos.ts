import { createReadStream } from 'node:fs';
import { readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import type { EarlierFiles, FileRef } from '@puddler/contract';
import type { FileStore } from './store';

/** Where releases before files by hash kept photos, each under an id. */
const EARLIER_PHOTOS = 'photos';

/** Takes over the photos that an earlier release kept; one that is no whole picture is left where it is. */
export async function takeEarlierPhotos(dataFolder: string, files: FileStore): Promise<EarlierFiles> {
  const folder = path.join(dataFolder, EARLIER_PHOTOS);
  const kept = new Map<string, FileRef>();
  for (const name of await readdir(folder).catch(() => [])) {
    const ref = await files.keep(createReadStream(path.join(folder, name))).catch(() => undefined);
    if (ref) kept.set(name, ref);
  }
  return { photo: (id) => kept.get(id.toLowerCase()) };
}

/** Clears the old folder once every document refers to its photos by hash. */
export async function dropEarlierPhotos(dataFolder: string): Promise<void> {
  await rm(path.join(dataFolder, EARLIER_PHOTOS), { recursive: true, force: true });
}
