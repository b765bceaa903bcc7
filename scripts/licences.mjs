// What ships, with its licence: writes docs/licences.md from the packages that are installed; with `--check` it fails where that is old, or
// where a licence is not one of those that allow it.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { at, root } from './lib/run.mjs';

const SHIPPED = ['core', 'contract', 'figures', 'server', 'web', 'cli'];
/** What may be shipped with a notice; a licence of other words is looked at by a person first. */
const ALLOWED = new Set(['MIT', 'ISC', 'BSD-2-Clause', 'BSD-3-Clause', 'Apache-2.0', 'BlueOak-1.0.0', '0BSD', 'OFL-1.1', 'Unlicense', 'CC0-1.0']);
const FILE = at('docs/licences.md');
const TOP = path.resolve(root);

const read = (folder) => JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8'));

/** Where a package that `from` asks for is installed: beside it, or in a folder above. */
function folderOf(name, from) {
  for (let folder = from; folder.length >= TOP.length; folder = path.dirname(folder)) {
    const found = path.join(folder, 'node_modules', name);
    if (existsSync(path.join(found, 'package.json'))) return found;
  }
  return undefined;
}

const found = new Map();
const seen = new Set();
function walk(folder) {
  if (seen.has(folder)) return;
  seen.add(folder);
  const { name, version, license, dependencies, optionalDependencies, os, cpu } = read(folder);
  // What a package has for one machine only differs from machine to machine, and is its package's.
  if (os !== undefined || cpu !== undefined) return;
  if (!name.startsWith('@puddler/')) found.set(`${name} ${version}`, { name, version, license: license ?? 'none named' });
  for (const one of Object.keys({ ...dependencies, ...optionalDependencies })) {
    const next = folderOf(one, folder);
    if (next) walk(next);
  }
}
for (const one of SHIPPED) walk(at(one));

const list = [...found.values()].sort((a, b) => a.name.localeCompare(b.name, 'en') || a.version.localeCompare(b.version, 'en'));
const isAllowed = ({ license }) =>
  license
    .replace(/[()]/g, '')
    .split(' OR ')
    .some((one) => one.split(' AND ').every((part) => ALLOWED.has(part)));
const text = `# Licences of what ships

The packages that server, page and command line are made of, with what they need themselves. Made by \`node scripts/licences.mjs\`, and
checked with every run of the tests.

| package | version | licence |
|---|---|---|
${list.map(({ name, version, license }) => `| ${name} | ${version} | ${license} |`).join('\n')}
`;

const bad = list.filter((one) => !isAllowed(one));
for (const { name, license } of bad) console.error(`${name} is under ${license}: look whether it may ship`);
if (!process.argv.includes('--check')) writeFileSync(FILE, text);
else if (!existsSync(FILE) || readFileSync(FILE, 'utf8') !== text) {
  console.error('docs/licences.md is old: node scripts/licences.mjs writes it');
  process.exitCode = 1;
}
if (bad.length > 0) process.exitCode = 1;
console.log(`${list.length} packages ship, ${bad.length} under a licence that is not known to allow it`);
