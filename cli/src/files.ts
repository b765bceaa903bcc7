import { readFileSync } from 'node:fs';
import { checkPart, checkPlanFile } from '@puddler/contract';
import type { Part, PlanFile } from '@puddler/core';

/** What went wrong with one file or option, a line each. */
export class FileProblems extends Error {
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

function parse(file: string): unknown {
  const text = read(file);
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new FileProblems([`${file}: is not JSON: ${(error as Error).message}`]);
  }
}

/** A plan file, checked. Throws FileProblems with a line for each problem. */
export function readPlan(file: string): PlanFile {
  const checked = checkPlanFile(parse(file));
  if (!checked.ok) throw new FileProblems(checked.problems.map((problem) => `${file}: ${problem.message}`));
  return checked.value;
}

/** A shelf, checked: a JSON list of parts. Throws FileProblems with a line for each problem. */
export function readShelf(file: string): Part[] {
  const list = parse(file);
  if (!Array.isArray(list)) throw new FileProblems([`${file}: must be a list of parts`]);
  return list.map((one, i) => {
    const checked = checkPart(one);
    if (!checked.ok) throw new FileProblems(checked.problems.map((problem) => `${file}: part ${i + 1}: ${problem.message}`));
    return checked.value;
  });
}
