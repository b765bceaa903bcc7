// Two hundred seeded damages of a data folder, of bytes in documents, pages, files, lock and links: each start opens what is whole and names the rest, or
// refuses with advice; a backup then restores all that was whole: `npm run bench:damage [-- count [first seed]]`.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { startServer } from '../../e2e/start-server';
import { damagedCopy } from '../../server/test/damage';
import { docsOf, trial } from '../../server/test/damage-trial';

const COUNT = Number(process.argv[2] ?? 200);
const FIRST_SEED = Number(process.argv[3] ?? 1);
const program = path.join(import.meta.dirname, '../../server/dist/main.mjs');

const whole = mkdtempSync(path.join(tmpdir(), 'puddler-whole-'));
const server = await startServer({ demo: true, dataFolder: whole });
const before = await docsOf(server.address);
await server.stop();

const outcomes: Record<string, number> = {};
let faulty = 0;
for (let seed = FIRST_SEED; seed < FIRST_SEED + COUNT; seed++) {
  const { folder, done } = await damagedCopy(whole, seed);
  const empty = mkdtempSync(path.join(tmpdir(), 'puddler-empty-'));
  const { outcome, faults, same, differing, aside } = await trial(program, folder, empty, before);
  outcomes[outcome] = (outcomes[outcome] ?? 0) + 1;
  if (faults.length > 0) {
    faulty++;
    console.log(JSON.stringify({ seed, done, outcome, same, differing, aside, faults }));
  }
  for (const one of [folder, empty]) rmSync(one, { recursive: true, force: true });
}
rmSync(whole, { recursive: true, force: true });
console.log(JSON.stringify({ seeds: COUNT, documents: before.size, outcomes, faulty }));
process.exitCode = faulty > 0 ? 1 : 0;
