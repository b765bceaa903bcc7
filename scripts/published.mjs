// Writes what is made from the catalogue of figures and the checks: the schemas of plan and run files, and the table in docs/plan-file.md.
import { readFileSync, writeFileSync } from 'node:fs';
import { PUBLISHED } from '../contract/src/published/published-files.ts';
import { at } from './lib/run.mjs';

for (const { path, text } of PUBLISHED) {
  const now = readFileSync(at(path), 'utf8');
  const next = text(now);
  if (next === now) continue;
  writeFileSync(at(path), next);
  console.log(`${path} written`);
}
