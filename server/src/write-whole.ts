import { open, rename } from 'node:fs/promises';

/** Writes a small file of the data folder so that it is there whole or as it was, on the disk, and its owner's alone. */
export async function writeWhole(file: string, text: string): Promise<void> {
  const part = `${file}.part`;
  const handle = await open(part, 'w', 0o600);
  try {
    await handle.writeFile(text);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(part, file);
}
