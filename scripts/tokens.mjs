// Sizes in class names are those of the theme (web/src/styles.css): prints each that is spelled in pixels, and fails.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './lib/run.mjs';
import { filesIn } from './lib/source-files.mjs';

const IN_PIXELS = /[\w:@-]+-\[[^\]\s'"`]*\d(?:px|pt)[^\]\s'"`]*\]/g;

const spelled = filesIn('web/src')
  .filter((file) => /\.tsx?$/.test(file))
  .flatMap((file) =>
    readFileSync(path.join(root, file), 'utf8')
      .split('\n')
      .flatMap((line, i) => (line.match(IN_PIXELS) ?? []).map((one) => `${file}:${i + 1} ${one}`)),
  );
for (const one of spelled) console.error(one);
console.log(`${spelled.length} sizes in pixels outside the theme`);
process.exit(spelled.length === 0 ? 0 : 1);
