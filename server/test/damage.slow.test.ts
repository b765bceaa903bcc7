import { builtProgram } from './built-program';
import { startServer } from '../../e2e/start-server';
import { damagedCopy } from './damage';
import { docsOf, trial } from './damage-trial';
import { newFolder } from './helpers';

// The short form of `npm run bench:damage`: folders as disks and hands leave them, each opened by the program as it is started.

let program: string;
const whole = newFolder();
let before: Map<string, string>;

beforeAll(async () => {
  program = builtProgram();
  const server = await startServer({ demo: true, dataFolder: whole, program });
  before = await docsOf(server.address);
  await server.stop();
});

test.each([
  [1, 'noise in the head of the database'],
  [7, 'the database is a folder'],
  [31, 'an id that is no text'],
  [88, 'a time that is none'],
  [142, 'a kind that nobody knows'],
  [12, undefined],
])('a folder damaged by seed %i opens what is whole and backs it up, or refuses with advice', async (seed, expected) => {
  const { folder, done } = await damagedCopy(whole, seed);
  if (expected !== undefined) expect(done).toContain(expected);
  const { faults, outcome, same = 0, differing = 0, aside = 0 } = await trial(program, folder, newFolder(), before);
  expect({ done, faults }).toEqual({ done, faults: [] });
  // Nothing goes without a word: what is not there as it was is named, or differs in a byte that still makes sense.
  if (outcome === 'opened') expect(same + differing + aside).toBeGreaterThan(before.size / 2);
});
