// Comments and documents name files: each that they name must be there. Prints what is not, and fails.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './lib/run.mjs';
import { filesIn } from './lib/source-files.mjs';

const sources = filesIn('');
const known = new Set(sources);
/** Every end of a path by which a file may be named: `document-store/sync.ts` for web/src/document-store/sync.ts. */
const ends = new Set(sources.flatMap((file) => file.split('/').map((_, i, parts) => parts.slice(i).join('/'))));

const CITED = /(?<![\w/.@-])(?:\.{1,2}\/)?(?:[\w.-]+\/)+[\w.-]+\.(?:ts|tsx|mts|mjs|cjs|md|json|css|html)\b(?!\/)/g;
/** What is made, not kept. */
const MADE = /(?:^|\/)(?:dist|node_modules|\.cache|documents|files)\//;
const COMMENT = /^\s*(?:\/\/|\/?\*)|\s\/\/\s/;

function isThere(cited, from) {
  const plain = cited.replace(/^(?:\.{1,2}\/)+/, '');
  return MADE.test(cited) || known.has(path.posix.join(path.posix.dirname(from), cited)) || known.has(cited) || ends.has(plain);
}

const missing = [];
for (const file of sources) {
  const isText = file.endsWith('.md');
  if (!isText && !/\.(?:ts|tsx|mts|mjs|cjs)$/.test(file)) continue;
  if (file === 'CHANGELOG.md') continue;
  for (const [i, line] of readFileSync(path.join(root, file), 'utf8').split('\n').entries()) {
    if (!isText && !COMMENT.test(line)) continue;
    for (const [cited] of line.matchAll(CITED)) if (!isThere(cited, file)) missing.push(`${file}:${i + 1} names ${cited}`);
  }
}
for (const one of missing) console.error(one);
console.log(`${sources.length} files, ${missing.length} named that are not there`);
process.exit(missing.length === 0 ? 0 : 1);
