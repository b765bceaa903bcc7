import { LIST_NAMES } from '@puddler/contract/shared';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { serve, Running } from '../server/src/serve';
import { demoFolder } from './demo-folder';

const root = fileURLToPath(new URL('..', import.meta.url));
/** The server as a module, bundled by global-setup.ts: another one starts in a twentieth of a second, a process takes a whole one. */
export const SERVER_MODULE = path.join(root, 'server/dist/serve-of-tests.mjs');

/** A server with the club, and a new one at the same address once a test has changed anything: the browser keeps the page's code. */
export class SharedClub {
  private running!: Running;
  private before = '';
  dataFolder = '';

  get address(): string {
    return this.running.address;
  }

  async begin(port = 0): Promise<void> {
    const server = (await import(pathToFileURL(SERVER_MODULE).href)) as { serve: typeof serve };
    this.dataFolder = demoFolder();
    this.running = await server.serve({
      port,
      dataFolder: this.dataFolder,
      migrationsFolder: path.join(root, 'server/migrations'),
      pageFolder: path.join(root, 'web/dist'),
      demoFolder: path.join(root, 'demo'),
      pairingFolder: path.join(root, 'server/pairing'),
      logLevel: 'error',
      lanPort: 0,
      lanName: undefined,
    });
    this.before = await this.state();
  }

  async renew(): Promise<void> {
    if ((await this.state()) === this.before) return;
    const { port } = new URL(this.address);
    await this.end();
    await this.begin(Number(port));
  }

  async end(): Promise<void> {
    this.running.server.closeAllConnections();
    await this.running.stop();
  }

  /** Every write changes a version, and with it one of the lists. */
  private async state(): Promise<string> {
    const lists = await Promise.all(LIST_NAMES.map(async (list) => (await fetch(`${this.address}/api/${list}`)).text()));
    return lists.join();
  }
}
