import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { at } from './run.mjs';

const LEFT_OUT = new Set(['node_modules', 'dist', 'test', 'test-results']);

function* filesBelow(entry) {
  if (!existsSync(entry)) return;
  if (!statSync(entry).isDirectory()) yield entry;
  else for (const name of readdirSync(entry).sort()) if (!LEFT_OUT.has(name)) yield* filesBelow(path.join(entry, name));
}

/** A hash over the contents of files and folders of the repo. */
export function hashOf(...entries) {
  const hash = createHash('sha256');
  for (const entry of entries) for (const file of filesBelow(at(entry))) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

/** Runs `work` unless it was already done for these contents and its result still stands. */
export async function unlessDone(name, hash, result, work) {
  const file = at('node_modules', `.puddler-${name}`);
  if (existsSync(file) && readFileSync(file, 'utf8') === hash && existsSync(at(result))) return false;
  await work();
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, hash);
  return true;
}
