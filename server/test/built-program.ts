import { execFileSync } from 'node:child_process';
import path from 'node:path';

const root = path.join(__dirname, '../..');

/** Bundles the server as it is started, for tests that end its process, and gives where it is. */
export function builtProgram(): string {
  const program = path.join(root, 'server/dist/of-tests.mjs');
  const setup = path.join(root, 'scripts/lib/setup.mjs');
  const make = `import(${JSON.stringify(setup)}).then(({ ensureBundled }) => ensureBundled('server-of-tests', 'server', 'server/src/main.ts', ${JSON.stringify(program)}))`;
  execFileSync(process.execPath, ['-e', make], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] });
  return program;
}
