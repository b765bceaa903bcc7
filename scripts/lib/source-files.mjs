// What the repository keeps, without what is installed or made.
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { root } from './run.mjs';

const SKIPPED = new Set(['node_modules', 'dist', 'test-results']);

/** Every file below a folder, by its path from the root. */
export const filesIn = (folder) =>
  readdirSync(path.join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const at = path.posix.join(folder, entry.name);
    if (!entry.isDirectory()) return [at];
    return SKIPPED.has(entry.name) || entry.name.startsWith('.') ? [] : filesIn(at);
  });
