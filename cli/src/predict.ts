import { BAND_SAMPLES, BAND_SEED, predict, type PredictOptions, type Prediction } from '@puddler/core';
import { FileProblems, readPlan } from './files';

const USAGE = `usage: npm run -s predict -- [--seed N] [--samples N] plan.json [plan.json …]
Prints the prediction of each plan file as JSON: an object for one, an array for several.
--seed N     repeats the same draws for the bands (default ${BAND_SEED})
--samples N  plans drawn for the bands (default ${BAND_SAMPLES}; 0 leaves them out)
`;
const MOST_SAMPLES = 100_000;

/** Takes the options out of the arguments. Throws FileProblems naming the one that is wrong. */
function readArguments(args: string[]): { files: string[]; options: PredictOptions } {
  const files: string[] = [];
  const options: PredictOptions = { samples: BAND_SAMPLES };
  for (let i = 0; i < args.length; i++) {
    const name = /^--(seed|samples)(?:=(.*))?$/.exec(args[i]!);
    if (!name) {
      if (args[i]!.startsWith('--')) throw new FileProblems([`${args[i]}: no such option; allowed: --seed, --samples`]);
      files.push(args[i]!);
      continue;
    }
    const text = name[2] ?? args[++i];
    const value = Number(text);
    const most = name[1] === 'samples' ? MOST_SAMPLES : 0xffff_ffff;
    if (text === undefined || text.trim() === '' || !Number.isInteger(value) || value < 0 || value > most)
      throw new FileProblems([`--${name[1]} is ${text ?? 'missing'}; allowed: a whole number from 0 to ${most}`]);
    options[name[1] as 'seed' | 'samples'] = value;
  }
  return { files, options };
}

/** Predicts each plan file; returns the exit code: 0, or 2 when any file or option was refused (then nothing goes to `out`). */
export function main(args: string[], out: (text: string) => void, err: (text: string) => void): number {
  const refused = (error: unknown) => {
    if (!(error instanceof FileProblems)) throw error;
    for (const line of error.lines) err(`${line}\n`);
  };
  let read: ReturnType<typeof readArguments>;
  try {
    read = readArguments(args);
  } catch (error) {
    refused(error);
    return 2;
  }
  const { files, options } = read;
  if (files.length === 0) {
    err(USAGE);
    return 2;
  }
  const predictions: Prediction[] = [];
  let good = true;
  for (const file of files) {
    try {
      predictions.push(predict(readPlan(file), options));
    } catch (error) {
      refused(error);
      good = false;
    }
  }
  if (!good) return 2;
  out(`${JSON.stringify(files.length === 1 ? predictions[0] : predictions, null, 2)}\n`);
  return 0;
}
