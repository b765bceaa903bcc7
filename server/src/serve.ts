import type { AddressInfo } from 'node:net';
import path from 'node:path';
import pino from 'pino';
import { createApps } from './app';
import type { Config } from './config';
import { openDataFolder, type DataFolder } from './data-folder';
import { keepHouse } from './housekeeping';
import { Listener, type Handle } from './http/listener';
import { LocalNetwork } from './lan/local-network';

/** Only this machine can reach Puddler, unless the local network is switched on. */
const LISTEN_ON = '127.0.0.1';

export interface Running extends Pick<DataFolder, 'db' | 'store' | 'files' | 'checks' | 'readOnly'> {
  server: Listener['server'];
  address: string;
  lan: LocalNetwork;
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

/**
 * Takes the port, then the data folder, and resolves once requests are answered. Nothing in the folder is touched before both
 * are this process's own. Rejects when the port is taken or the folder in use.
 */
export async function serve(config: Config, options: ServeOptions = {}): Promise<Running> {
  const log = options.log ?? pino({ level: config.logLevel }, pino.destination(2));
  let answerWith: (value: Handle) => void;
  const ready = new Promise<Handle>((resolve) => (answerWith = resolve));
  const listener = new Listener((request, response) => void ready.then((answer) => answer(request, response)));
  const { server } = listener;
  await listener.listen(config.port, LISTEN_ON);
  const folder = await open(server, config, log, options);
  const { port } = server.address() as AddressInfo;
  const address = `http://${LISTEN_ON}:${port}`;
  await folder.noteAddress(address);
  const lan = new LocalNetwork({
    port: config.lanPort,
    name: config.lanName,
    devices: folder.devices,
    authorityFile: path.join(config.dataFolder, 'authority.json'),
    log,
  });
  const { local, network, trust, streams } = createApps({ ...config, ...folder, log }, lan);
  lan.answerWith(network.callback(), trust.callback());
  answerWith!(local.callback());
  // What the house does by itself writes.
  const house = folder.readOnly ? undefined : keepHouse(folder, config.dataFolder, log);

  async function stop(): Promise<void> {
    // Who listens for changes would for ever.
    streams.end();
    await Promise.all([listener.stop(), lan.stop()]);
    await house?.stop();
    await folder.close();
  }
  let stopped: Promise<void> | undefined;
  const { db, store, files, checks, readOnly } = folder;
  return { server, db, store, files, checks, ...(readOnly ? { readOnly } : {}), address, lan, stop: () => (stopped ??= stop()) };
}

async function open(server: Listener['server'], config: Config, log: pino.Logger, { empty, prepare }: ServeOptions): Promise<DataFolder> {
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
