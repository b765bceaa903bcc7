import { readFileSync } from 'node:fs';
import { checkPlanFile } from '@puddler/contract';
import { predict, type Prediction } from '@puddler/core';

/** What went wrong with one file, a line each. */
class FileProblems extends Error {
  constructor(readonly lines: string[]) {
    super(lines.join('\n'));
  }
}

function read(file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    throw new FileProblems([code === 'ENOENT' ? `${file}: there is no such file` : `${file}: cannot be read (${code ?? String(error)})`]);
  }
}

function parse(file: string, text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new FileProblems([`${file}: is not JSON: ${(error as Error).message}`]);
  }
}

function predictFile(file: string): Prediction {
  const checked = checkPlanFile(parse(file, read(file)));
  if (!checked.ok) throw new FileProblems(checked.problems.map((problem) => `${file}: ${problem.message}`));
  return predict(checked.value);
}

/** Predicts each plan file; returns the exit code: 0, or 2 when any file was refused (then nothing goes to `out`). */
export function main(files: string[], out: (text: string) => void, err: (text: string) => void): number {
  if (files.length === 0) {
    err(
      'usage: npm run -s predict -- plan.json [plan.json …]\nPrints the prediction of each plan file as JSON: an object for one, an array for several.\n',
    );
    return 2;
  }
  const predictions: Prediction[] = [];
  let refused = false;
  for (const file of files) {
    try {
      predictions.push(predictFile(file));
    } catch (error) {
      if (!(error instanceof FileProblems)) throw error;
      refused = true;
      for (const line of error.lines) err(`${line}\n`);
    }
  }
  if (refused) return 2;
  out(`${JSON.stringify(files.length === 1 ? predictions[0] : predictions, null, 2)}\n`);
  return 0;
}
