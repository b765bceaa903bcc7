import { readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';

/** A backup that was checked and not restored is cleared away after this long. */
const KEPT_MS = 60 * 60 * 1000;

/** Clears backups away that were checked and that nobody restored; another may do the same meanwhile. */
export async function clearChecked(folder: string, now = Date.now()): Promise<void> {
  for (const name of await readdir(folder).catch(() => [])) {
    const file = path.join(folder, name);
    const found = await stat(file).catch(() => undefined);
    if (found && now - found.mtimeMs > KEPT_MS) await rm(file, { force: true });
  }
}
