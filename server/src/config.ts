import { homedir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const serverFolder = fileURLToPath(new URL('..', import.meta.url));

/** Labels of letters, digits and hyphens (RFC 1123). */
const HOST_NAME = /^(?=.{1,253}$)[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?(\.[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?)*$/;

export interface Config {
  port: number;
  dataFolder: string;
  migrationsFolder: string;
  pageFolder: string;
  /** The page of a device that is not paired. */
  pairingFolder: string;
  /** The club that is shown to who has no car yet. */
  demoFolder: string;
  logLevel: string;
  /** Where the local network is served once it is switched on. */
  lanPort: number;
  /** A name under which it reaches this machine, beside its addresses. */
  lanName: string | undefined;
}

/** Reads the environment once; a variable that is set to nothing counts as not set. Throws Error naming the variable for a value that cannot be. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const set = (name: string): string | undefined => env[name]?.trim() || undefined;
  const portOf = (name: string, usual: number): number => {
    const port = Number(set(name) ?? usual);
    if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new Error(`${name} is "${env[name]}"; allowed: a whole number from 0 to 65535`);
    return port;
  };
  const lanName = set('PUDDLER_LAN_NAME')?.toLowerCase();
  if (lanName !== undefined && !HOST_NAME.test(lanName))
    throw new Error(`PUDDLER_LAN_NAME is "${lanName}"; allowed: a host name such as puddler.local, without a port`);
  const dataFolder = path.resolve(set('PUDDLER_DATA') ?? path.join(homedir(), '.puddler'));
  return {
    port: portOf('PORT', 8417),
    dataFolder,
    migrationsFolder: path.join(serverFolder, 'migrations'),
    pageFolder: path.join(serverFolder, '..', 'web', 'dist'),
    pairingFolder: path.join(serverFolder, 'pairing'),
    demoFolder: path.join(serverFolder, '..', 'demo'),
    logLevel: set('PUDDLER_LOG') ?? 'warn',
    lanPort: portOf('PUDDLER_LAN_PORT', 8418),
    lanName,
  };
}
