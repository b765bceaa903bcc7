import { types } from 'node:util';
import type { ErrorCode } from '@puddler/contract';

type StorageFault = Extract<ErrorCode, 'disk-full' | 'read-only' | 'damaged-database'>;

/** What the database and the file system call it, by how their codes begin. */
const FAULTS: readonly [StorageFault, RegExp][] = [
  ['disk-full', /^(SQLITE_FULL|ENOSPC|EDQUOT)/],
  ['read-only', /^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EROFS|EACCES|EPERM)/],
  ['damaged-database', /^(SQLITE_CORRUPT|SQLITE_NOTADB)/],
];

/** What is wrong with the disk or the database, where an error comes from them; its cause is looked into as well. */
export function storageFault(error: unknown): StorageFault | undefined {
  for (let at = error; types.isNativeError(at); at = at.cause) {
    const { code } = at as { code?: unknown };
    const found = typeof code === 'string' ? FAULTS.find(([, pattern]) => pattern.test(code)) : undefined;
    if (found) return found[0];
    // The driver has no codes for these.
    if (/unsupported file format|file is not a database|malformed/.test(at.message)) return 'damaged-database';
    if (/Unable to open connection to local database/.test(at.message)) return 'read-only';
  }
  return undefined;
}
