import { mkdir } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import pino from 'pino';
import { createApp } from './app';
import type { Config } from './config';
import path from 'node:path';
import { PhotoStore } from './photos/store';
import { openDatabase, type Database } from './db/open';

/** Only this machine can reach Puddler. */
const LISTEN_ON = '127.0.0.1';
/** Requests in flight get this long to finish once told to stop. */
const STOP_WITHIN_MS = 10_000;

export interface Running {
  server: Server;
  db: Database;
  address: string;
  /** Finishes requests in flight, then closes the database. */
  stop(): Promise<void>;
}

/** Migrates, listens, and resolves once requests are answered. Rejects when the port is taken. */
export async function serve(config: Config): Promise<Running> {
  await mkdir(config.dataFolder, { recursive: true });
  const log = pino({ level: config.logLevel }, pino.destination(2));
  const db = await openDatabase(config.databaseUrl, config.migrationsFolder);
  const handle = createApp(db, new PhotoStore(path.join(config.dataFolder, 'photos')), log, config.pageFolder).callback();
  let stopping = false;
  const server = createServer((request, response) => {
    // A kept-alive connection would hold up the stop: this answer is its last.
    if (stopping) response.setHeader('Connection', 'close');
    void handle(request, response);
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, LISTEN_ON, resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    server,
    db,
    address: `http://${LISTEN_ON}:${port}`,
    async stop() {
      stopping = true;
      const closed = new Promise<void>((resolve) => server.close(() => resolve()));
      server.closeIdleConnections();
      const idle = setInterval(() => server.closeIdleConnections(), 50);
      const late = setTimeout(() => server.closeAllConnections(), STOP_WITHIN_MS);
      await closed;
      clearInterval(idle);
      clearTimeout(late);
      await db.close();
    },
  };
}
