import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { at } from './run.mjs';
import { withDependencies } from './workspaces.mjs';

const LEFT_OUT = new Set(['node_modules', 'dist', 'test', 'test-results']);
/** How a program is built is part of what it depends on. */
const HOW = ['package-lock.json', 'scripts/lib', 'tsconfig.base.json'];

function* filesBelow(entry) {
  if (!existsSync(entry)) return;
  if (!statSync(entry).isDirectory()) yield entry;
  else for (const name of readdirSync(entry).sort()) if (!LEFT_OUT.has(name)) yield* filesBelow(path.join(entry, name));
}

/** A hash over all that a workspace’s program is built from: its own files, and those of the workspaces it depends on. */
function hashOf(workspace) {
  const hash = createHash('sha256');
  for (const entry of [...HOW, ...withDependencies(workspace)])
    for (const file of filesBelow(at(entry))) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

/** Runs `work` unless it was already done for the workspace as it is now and its result still stands. */
export async function unlessDone(name, workspace, result, work) {
  const file = at('node_modules', `.puddler-${name}`);
  const hash = hashOf(workspace);
  if (existsSync(file) && readFileSync(file, 'utf8') === hash && existsSync(at(result))) return;
  await work();
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, hash);
}
