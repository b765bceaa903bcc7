import { spawn } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url));
export const at = (...parts) => path.join(root, ...parts);

/** Runs a command in the repo, its output going where `stdio` says; resolves to its exit code. */
export function run(command, args, { stdio = ['ignore', 2, 2], env = {}, cwd = root } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd, stdio, env: { ...process.env, ...env } });
    child.once('error', reject);
    child.once('exit', (code, signal) => resolve(signal ? 1 : code));
  });
}

/** Runs a command and stops this program with its exit code when it fails. */
export async function must(command, args, options) {
  const code = await run(command, args, options);
  if (code !== 0) {
    console.error(`${command} ${args.join(' ')} failed with exit code ${code}`);
    process.exit(code || 1);
  }
}

/** Runs a program of node_modules/.bin. */
export const bin = (name) => at('node_modules', '.bin', name);

/** The native compiler. The dependency check reads modules through the one before it, which has an interface for programs. */
export const TSC = at('node_modules/typescript-native/bin/tsc');
