import { readFileSync } from 'node:fs';
import { checkPart, checkPlanFile, checkRunFile } from '@puddler/contract';
import { PlanError, type Part, type PlanFile, type RunFile } from '@puddler/core';
import { decode, matchHeads, readCsvText, readParts } from '@puddler/figures/parts-csv';

/** What went wrong with one file or option, a line each. */
export class FileProblems extends Error {
  constructor(readonly lines: string[]) {
    super(lines.join('\n'));
  }
}

function read(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    throw new FileProblems([code === 'ENOENT' ? `${file}: there is no such file` : `${file}: cannot be read (${code ?? String(error)})`]);
  }
}

function parse(file: string): unknown {
  const text = read(file).toString('utf8');
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

/** A run file, checked. Throws FileProblems with a line for each problem. */
export function readRun(file: string): RunFile {
  const checked = checkRunFile(parse(file));
  if (!checked.ok) throw new FileProblems(checked.problems.map((problem) => `${file}: ${problem.message}`));
  return checked.value;
}

/** A shelf, checked: parts as CSV with a line of heads, or a JSON list of them. Throws FileProblems with a line for each problem. */
export const readShelf = (file: string): Part[] => (/\.json$/i.test(file) ? jsonShelf(file) : csvShelf(file));

function jsonShelf(file: string): Part[] {
  const list = parse(file);
  if (!Array.isArray(list)) throw new FileProblems([`${file}: must be a list of parts`]);
  return list.map((one, i) => {
    const checked = checkPart(one);
    if (!checked.ok) throw new FileProblems(checked.problems.map((problem) => `${file}: part ${i + 1}: ${problem.message}`));
    return checked.value;
  });
}

function csvShelf(file: string): Part[] {
  const decoded = decode(new Uint8Array(read(file)));
  if (!decoded.ok) throw new FileProblems([`${file}: ${decoded.message}`]);
  const table = readCsvText(decoded.text);
  if (!table.ok) throw new FileProblems([`${file}: ${table.message}`]);
  const { parts, problems } = readParts(table.table, matchHeads(table.table.heads));
  if (problems.length > 0) throw new FileProblems(problems.map(({ line, column, message }) => `${file}: line ${line}, ${column}: ${message}`));
  return parts;
}

/** Does the work of a verb; returns the exit code: 0, or 2 when a file or option was refused, with the reasons. */
export function orProblems(err: (text: string) => void, work: () => number): number {
  try {
    return work();
  } catch (error) {
    if (error instanceof PlanError) err(`${error.message}\n`);
    else if (error instanceof FileProblems) for (const line of error.lines) err(`${line}\n`);
    else throw error;
    return 2;
  }
}

/**
 * Takes options that name a file out of the arguments; the rest are plan files, at most `plans` of them. Throws FileProblems
 * naming the one that is wrong.
 */
export function readArguments<Option extends string>(args: readonly string[], options: readonly Option[], plans: number) {
  const files: Partial<Record<Option, string>> = {};
  const rest: string[] = [];
  for (let i = 0; i < args.length; i++) {
    const [, name, value] = /^--([a-z-]+)(?:=(.*))?$/.exec(args[i]!) ?? [];
    const option = options.find((one) => one === name);
    if (option) {
      const file = value ?? args[++i];
      if (!file) throw new FileProblems([`--${option} is missing its file`]);
      files[option] = file;
    } else if (args[i]!.startsWith('--'))
      throw new FileProblems([`${args[i]}: no such option; allowed: ${options.map((one) => `--${one}`).join(', ')}`]);
    else if (rest.length === plans) throw new FileProblems([`${args[i]}: ${plans === 1 ? 'one plan at a time' : `${plans} plans at a time`}`]);
    else rest.push(args[i]!);
  }
  return { files, rest };
}
