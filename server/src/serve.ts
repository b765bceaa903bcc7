import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import pino from 'pino';
import { createApp } from './app';
import type { Config } from './config';
import { openDataFolder, type DataFolder } from './data-folder';
import { keepHouse } from './housekeeping';

/** Only this machine can reach Puddler. */
const LISTEN_ON = '127.0.0.1';
/** Requests in flight get this long to finish once told to stop. */
const STOP_WITHIN_MS = 10_000;

export interface Running extends Pick<DataFolder, 'db' | 'store' | 'files' | 'checks'> {
  server: Server;
  address: string;
  /** Finishes requests in flight, then closes the database; asking again waits for the same end. */
  stop(): Promise<void>;
}

export interface ServeOptions {
  /** Begins with an empty data folder. */
  empty?: boolean;
  /** Fills the data folder before the first request is answered. */
  prepare?: (folder: DataFolder) => Promise<void>;
  /** Where it logs; to stderr unless another is handed in. */
  log?: pino.Logger;
}

type Handle = (request: IncomingMessage, response: ServerResponse) => unknown;

/**
 * Takes the port, then the data folder, and resolves once requests are answered. Nothing in the folder is touched before both
 * are this process's own. Rejects when the port is taken or the folder in use.
 */
export async function serve(config: Config, options: ServeOptions = {}): Promise<Running> {
  const log = options.log ?? pino({ level: config.logLevel }, pino.destination(2));
  let stopping = false;
  let handle: (value: Handle) => void;
  const ready = new Promise<Handle>((resolve) => (handle = resolve));
  const server = createServer((request, response) => {
    // A kept-alive connection would hold up the stop: this answer is its last.
    if (stopping) response.setHeader('Connection', 'close');
    void ready.then((answer) => answer(request, response));
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, LISTEN_ON, resolve);
  });
  const folder = await open(server, config, log, options);
  const { port } = server.address() as AddressInfo;
  const address = `http://${LISTEN_ON}:${port}`;
  await folder.lock.note(address);
  handle!(createApp({ ...folder, log, pageFolder: config.pageFolder, demoFolder: config.demoFolder }).callback());
  const house = keepHouse(folder, config.dataFolder, log);

  async function stop(): Promise<void> {
    stopping = true;
    const closed = new Promise<void>((resolve) => server.close(() => resolve()));
    server.closeIdleConnections();
    const idle = setInterval(() => server.closeIdleConnections(), 50);
    const late = setTimeout(() => server.closeAllConnections(), STOP_WITHIN_MS);
    await closed;
    clearInterval(idle);
    clearTimeout(late);
    await house.stop();
    await folder.close();
  }
  let stopped: Promise<void> | undefined;
  return { server, db: folder.db, store: folder.store, files: folder.files, checks: folder.checks, address, stop: () => (stopped ??= stop()) };
}

async function open(server: Server, config: Config, log: pino.Logger, { empty, prepare }: ServeOptions): Promise<DataFolder> {
  try {
    const folder = await openDataFolder(config, log, { empty: empty ?? false });
    await prepare?.(folder);
    return folder;
  } catch (error) {
    server.close();
    server.closeAllConnections();
    throw error;
  }
}
