import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { hiddenCar, loggedSession, logGpx, predictSteady, refitted, trackNmea, type RunFile } from '@puddler/core';
import { FileProblems, orProblems, readArguments, readPlan } from './files';

const USAGE = `usage: npm run -s puddler -- practice --seed 7 --car plan.json --out folder
Drives a session with a car whose true figures are hidden behind a seed, and writes what its devices say into a folder: the ESC's log as
CSV, the phone's track as GPX and as NMEA, the run with what was read by eye, and the truth. The same seed writes the same, to the byte.
`;
const READ_AFTER_S = 30;
/** Files that are the same each time need a day of their own. */
const DAY = Date.UTC(2027, 0, 9, 10);

function seedOf(text: string | undefined): number {
  const seed = Number(text ?? '1');
  if (!Number.isInteger(seed) || seed < 0 || seed > 2 ** 31)
    throw new FileProblems([`--seed: "${text}"; allowed: a whole number from 0 to ${2 ** 31}`]);
  return seed;
}

/** Writes a session’s files and its truth; returns the exit code: 0, or 2 when a file or option was refused. */
export const practiceVerb = (args: string[], out: (text: string) => void, err: (text: string) => void): number =>
  orProblems(err, () => {
    const { files } = readArguments(args, ['seed', 'car', 'out'], 0);
    if (files.car === undefined || files.out === undefined) {
      err(USAGE);
      return 2;
    }
    const seed = seedOf(files.seed);
    const plan = readPlan(files.car);
    const car = hiddenCar(plan, seed);
    const { escCsv, track, readings, usedAh, figures } = loggedSession(car, plan, plan, { seed, daySeed: seed, readAfterS: READ_AFTER_S });
    const clock = (timeS: number) => new Date(DAY + 1000 * timeS).toISOString();
    const run: RunFile = {
      format: 'puddler-run',
      version: 1,
      name: `Practice ${seed}`,
      at: clock(0),
      purpose: 'practice',
      plan,
      ...figures,
      readings,
      usedAh,
    };
    const truth = refitted(car, plan);
    const written: Record<string, string> = {
      'esc.csv': escCsv,
      'phone.gpx': logGpx(track, clock)!,
      'phone.nmea': trackNmea(track, clock),
      'run.json': `${JSON.stringify(run, null, 2)}\n`,
      'truth.json': `${JSON.stringify({ slip: car.slip ?? null, weather: car.weather, deviations: car.deviations, steady: predictSteady(truth) }, null, 2)}\n`,
    };
    try {
      mkdirSync(files.out, { recursive: true });
      for (const [name, text] of Object.entries(written)) writeFileSync(path.join(files.out, name), text);
    } catch (error) {
      throw new FileProblems([`${files.out}: cannot be written (${(error as NodeJS.ErrnoException).code ?? String(error)})`]);
    }
    out(`${JSON.stringify({ folder: files.out, files: Object.keys(written) })}\n`);
    return 0;
  });
