import { cpSync, existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

/** The demo club’s data folder, filled once for all tests by global-setup.ts. */
export const PREPARED = fileURLToPath(new URL('../.cache/e2e-demo', import.meta.url));

/** A copy of the prepared folder, for a server of its own. */
export function demoFolder(): string {
  if (!existsSync(PREPARED)) throw new Error(`${PREPARED} is not there: tests are started by e2e/playwright.config.ts`);
  const folder = mkdtempSync(path.join(tmpdir(), 'puddler-'));
  cpSync(PREPARED, folder, { recursive: true });
  return folder;
}
