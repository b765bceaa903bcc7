import { readFileSync } from 'node:fs';
import { at } from './run.mjs';

const SCOPE = '@puddler/';
const manifestOf = (name) => JSON.parse(readFileSync(at(name, 'package.json'), 'utf8'));

/** A workspace and all workspaces that it depends on, itself first. */
export function withDependencies(name, found = []) {
  if (found.includes(name)) return found;
  found.push(name);
  for (const dependency of Object.keys(manifestOf(name).dependencies ?? {}))
    if (dependency.startsWith(SCOPE)) withDependencies(dependency.slice(SCOPE.length), found);
  return found;
}

/** What a bundler needs to know of them: each name that can be imported, and the file behind it. */
export const sourceAliases = (name) =>
  Object.fromEntries(
    withDependencies(name).flatMap((one) =>
      Object.entries(manifestOf(one).exports ?? {}).map(([entry, file]) => [`${SCOPE}${one}${entry.slice(1)}`, `./${one}/${file.slice(2)}`]),
    ),
  );
