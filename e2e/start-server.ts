import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

export interface Started {
  address: string;
  dataFolder: string;
  port: number;
  child: ChildProcess;
  stop(signal?: NodeJS.Signals): Promise<void>;
}

export interface StartOptions {
  demo?: boolean;
  port?: number;
  dataFolder?: string;
  /** The built server, unless another build of it is named. */
  program?: string;
  /** The address of this machine at which devices are served as well, and the name that the network gives it. */
  lan?: { address: string; name: string; port?: number; isTls?: boolean };
}

/** Starts the built server on a free port (or the one named) with a data folder of its own. */
export async function startServer({
  demo = false,
  port = 0,
  dataFolder = mkdtempSync(path.join(tmpdir(), 'puddler-')),
  program = path.join(root, 'server/dist/main.mjs'),
  lan,
}: StartOptions = {}): Promise<Started> {
  const child = spawn(
    process.execPath,
    [program, ...(demo ? ['--demo', path.join(root, 'demo')] : []), ...(lan ? [`--lan=${lan.address}`, ...(lan.isTls ? ['--tls'] : [])] : [])],
    {
      env: {
        ...process.env,
        PORT: String(port),
        PUDDLER_DATA: dataFolder,
        PUDDLER_LAN_PORT: String(lan?.port ?? 0),
        ...(lan ? { PUDDLER_LAN_NAME: lan.name } : {}),
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  const address = await new Promise<string>((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`the server ended with ${code} before it was ready`)));
    let text = '';
    child.stdout.on('data', (chunk: Buffer) => {
      text += chunk.toString();
      const match = /ready at (http:\S+)/.exec(text);
      if (match) resolve(match[1]!);
    });
  });
  return {
    address,
    dataFolder,
    port: Number(new URL(address).port),
    child,
    async stop(signal = 'SIGTERM') {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill(signal);
      await ended;
    },
  };
}
