import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** A disk of its own of so many megabytes; undefined for who may not mount one. */
export function smallDisk(megabytes: number): string | undefined {
  const at = mkdtempSync(path.join(tmpdir(), 'puddler-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'none', at], { stdio: 'ignore' });
    return at;
  } catch {
    return undefined;
  }
}

export function removeDisk(at: string): void {
  execFileSync('umount', ['-l', at]);
}

const FILLER = 'filler-';
let fillers = 0;

/** Takes all room that is left, down to the last byte. */
export function fill(disk: string): void {
  for (const size of [1 << 20, 1 << 16, 1 << 12, 1]) {
    for (;;) {
      try {
        writeFileSync(path.join(disk, `${FILLER}${fillers++}`), Buffer.alloc(size));
      } catch {
        break;
      }
    }
  }
}

export function makeRoom(disk: string): void {
  for (const name of readdirSync(disk)) if (name.startsWith(FILLER)) rmSync(path.join(disk, name));
}
