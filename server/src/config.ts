import { homedir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const serverFolder = fileURLToPath(new URL('..', import.meta.url));

export interface Config {
  port: number;
  dataFolder: string;
  migrationsFolder: string;
  pageFolder: string;
  /** The club that is shown to who has no car yet. */
  demoFolder: string;
  logLevel: string;
}

/** Reads the environment once; a variable that is set to nothing counts as not set. Throws Error naming the variable for a value that cannot be. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const set = (name: string): string | undefined => env[name]?.trim() || undefined;
  const port = Number(set('PORT') ?? 8417);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new Error(`PORT is "${env['PORT']}"; allowed: a whole number from 0 to 65535`);
  const dataFolder = path.resolve(set('PUDDLER_DATA') ?? path.join(homedir(), '.puddler'));
  return {
    port,
    dataFolder,
    migrationsFolder: path.join(serverFolder, 'migrations'),
    pageFolder: path.join(serverFolder, '..', 'web', 'dist'),
    demoFolder: path.join(serverFolder, '..', 'demo'),
    logLevel: set('PUDDLER_LOG') ?? 'warn',
  };
}
