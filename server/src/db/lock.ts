import { chmod, readFile, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { createClient } from '@libsql/client';

/** Who holds a data folder. */
export interface Holder {
  pid: number;
  since: string;
  address?: string;
}

/** The folder is in use by another process. */
export class FolderInUse extends Error {
  constructor(
    readonly folder: string,
    readonly holder: Holder | undefined,
  ) {
    const who = holder ? `process ${holder.pid}${holder.address ? ` at ${holder.address}` : ''}, since ${holder.since}` : 'another process';
    super(`The data folder ${folder} is in use by ${who}. Open that one, stop it, or set PUDDLER_DATA to another folder.`);
    this.name = 'FolderInUse';
  }
}

export interface FolderLock {
  /** Notes where the holder can be reached. */
  note(address: string): Promise<void>;
  release(): Promise<void>;
}

/** The lock itself, and who holds it, for a person who finds it held. */
export const LOCK_FILES = ['in-use.lock', 'in-use.json'] as const;

/**
 * Takes a data folder for this process alone. The lock is SQLite's own on a file of its own: the system lets go of it when the
 * process ends, however it ends, so there is never a stale one to clear away. Throws FolderInUse.
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  const [lockFile, holderFile] = LOCK_FILES.map((name) => path.join(folder, name)) as [string, string];
  try {
    return await takeLock(folder, lockFile, holderFile);
  } catch (error) {
    if (!DAMAGED.has((error as { code?: string }).code ?? '')) throw error;
  }
  // It holds nothing but the lock: a damaged one is replaced, unless the process noted as its holder is alive.
  const holder = await readHolder(holderFile);
  if (holder && holder.pid !== process.pid && isAlive(holder.pid)) throw new FolderInUse(folder, holder);
  for (const end of ['', '-journal']) await rm(`${lockFile}${end}`, { force: true });
  return takeLock(folder, lockFile, holderFile);
}

/** What SQLite says of a file that is none of its own any more. */
const DAMAGED: ReadonlySet<string> = new Set(['SQLITE_NOTADB', 'SQLITE_CORRUPT']);

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as { code?: string }).code === 'EPERM';
  }
}

async function takeLock(folder: string, lockFile: string, holderFile: string): Promise<FolderLock> {
  const client = createClient({ url: fileUrl(lockFile), concurrency: 1 });
  try {
    await client.execute('PRAGMA locking_mode = EXCLUSIVE');
    // In this mode a lock that a write takes is kept afterwards.
    await client.batch(['CREATE TABLE IF NOT EXISTS held (since)', 'DELETE FROM held', 'INSERT INTO held VALUES (1)'], 'write');
  } catch (error) {
    client.close();
    if ((error as { code?: string }).code !== 'SQLITE_BUSY') throw error;
    throw new FolderInUse(folder, await readHolder(holderFile));
  }
  await chmod(lockFile, 0o600);
  const holder: Holder = { pid: process.pid, since: new Date().toISOString() };
  const note = (more: Partial<Holder>) => writeFile(holderFile, `${JSON.stringify({ ...holder, ...more })}\n`, { mode: 0o600 });
  try {
    await note({});
  } catch (error) {
    client.close();
    throw error;
  }
  return {
    note: (address) => note({ address }),
    async release() {
      await rm(holderFile, { force: true });
      // Closing alone leaves the lock until the handle is collected; leaving the mode and reading once lets go of it.
      await client.execute('PRAGMA locking_mode = NORMAL');
      await client.execute('SELECT count(*) FROM held');
      client.close();
    },
  };
}

async function readHolder(file: string): Promise<Holder | undefined> {
  try {
    return JSON.parse(await readFile(file, 'utf8')) as Holder;
  } catch {
    return undefined;
  }
}

/** The URL of a file, whatever characters its path holds. */
export const fileUrl = (file: string): string => `file:${file.split(path.sep).map(encodeURIComponent).join('/')}`;
