import Router from '@koa/router';
import Koa, { type Middleware } from 'koa';
import compress from 'koa-compress';
import type { Logger } from 'pino';
import { backupRoutes } from './backup/routes';
import type { FolderChecks } from './check/folder-checks';
import { checkRoutes } from './check/routes';
import { demoRoutes } from './demo-routes';
import { authorship, ChangeStreams } from './documents/change-routes';
import { DocumentLists } from './documents/list';
import { listRoutes } from './documents/list-routes';
import { documentRoutes } from './documents/routes';
import type { DocumentStore } from './documents/store';
import { fileRoutes } from './files/routes';
import type { FileStore } from './files/store';
import { healthRoutes } from './health/routes';
import { errorMiddleware } from './http/errors';
import { guardMiddleware } from './http/guard';
import { pageMiddleware } from './http/page';
import { requestLog } from './http/request-log';
import { securityHeaders } from './http/security-headers';
import { instrumentRoutes } from './instruments/routes';
import { lanGuard, localOnly } from './lan/guard';
import type { LocalNetwork } from './lan/local-network';
import { pairingPage } from './lan/pairing-page';
import { trustPage } from './lan/trust-page';
import { lanRoutes } from './lan/routes';
import { planFileRoutes } from './plan-files/routes';

/** What the application works on. */
export interface Services {
  store: DocumentStore;
  files: FileStore;
  /** A folder for what is on its way: uploads that are checked before they count. */
  scratchFolder: string;
  checks: FolderChecks;
  log: Logger;
  /** Why nothing can be written. */
  readOnly?: 'disk-full';
  /** The built page. */
  pageFolder: string;
  /** The page of a device that is not paired. */
  pairingFolder: string;
  demoFolder: string;
}

/** The whole application on an open data folder: as this machine sees it, and as paired devices of the local network do. */
export function createApps(services: Services, lan: LocalNetwork): { local: Koa; network: Koa; trust: Koa; streams: ChangeStreams } {
  const { store, files, scratchFolder, checks, log, readOnly, pageFolder, pairingFolder, demoFolder } = services;
  const streams = new ChangeStreams(store.changed, readOnly);
  const routers = [
    authorship(store.changed),
    streams.routes(),
    healthRoutes(store.db),
    listRoutes(new DocumentLists(store)),
    planFileRoutes(store),
    ...documentRoutes(store),
    fileRoutes(files),
    demoRoutes(store, files, demoFolder),
    instrumentRoutes(),
  ];
  const here = [backupRoutes(store, files, scratchFolder), checkRoutes(checks), lanRoutes(lan)];
  return {
    streams,
    trust: trustPage(lan, pairingFolder, log),
    local: application(log, true, guardMiddleware(), [...routers, ...here], pageFolder),
    network: application(log, false, lanGuard(lan, pairingPage(lan, pairingFolder, log), log), [localOnly, ...routers], pageFolder),
  };
}

function application(log: Logger, isLocal: boolean, guard: Middleware, routers: readonly (Router | Middleware)[], pageFolder: string): Koa {
  const app = new Koa();
  // The error middleware answers; what still escapes (a client that hung up) goes to the log, not to stderr.
  app.on('error', (err: NodeJS.ErrnoException) => {
    // Who listens to something live hangs up when they have heard enough.
    if (err.code !== 'ERR_STREAM_PREMATURE_CLOSE') log.warn({ err }, 'response failed');
  });
  app.use(requestLog(log));
  app.use(securityHeaders(isLocal));
  app.use(errorMiddleware(log));
  app.use(guard);
  const compressed = compress();
  app.use(async (ctx, next) => {
    // Within this machine packing takes longer than sending. The middleware would fail on a client that takes nothing, not even what is plain.
    if (isLocal || ctx.acceptsEncodings('br', 'gzip', 'deflate') === false) await next();
    else await compressed(ctx, next);
  });
  app.use(async (ctx, next) => {
    // What an address of the API answers is true now; files by hash say otherwise for themselves.
    if (ctx.path.startsWith('/api/')) ctx.set('Cache-Control', 'no-store');
    await next();
  });
  for (const router of routers)
    if (router instanceof Router) app.use(router.routes()).use(router.allowedMethods());
    else app.use(router);
  app.use(pageMiddleware(pageFolder));
  return app;
}
