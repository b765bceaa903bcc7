import { fitting } from './fitting';
import { ladderVerb } from './ladder';
import { learnVerb } from './learn';
import { readLogVerb } from './read-log';
import { parts } from './parts';
import { practiceVerb } from './practice';
import { main as predict } from './predict';
import { upgrade } from './upgrade';

type Verb = (args: string[], out: (text: string) => void, err: (text: string) => void) => number;

const VERBS: Record<string, Verb> = {
  predict,
  parts,
  fitting,
  upgrade,
  learn: learnVerb,
  'read-log': readLogVerb,
  ladder: ladderVerb,
  practice: practiceVerb,
};

const [verb = '', ...args] = process.argv.slice(2);
const err = (text: string) => void process.stderr.write(text);
const run = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined;
if (run) process.exitCode = run(args, (text) => void process.stdout.write(text), err);
else {
  err(`usage: npm run -s puddler -- ${Object.keys(VERBS).join('|')} …\n`);
  process.exitCode = 2;
}
