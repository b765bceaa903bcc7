import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createTlsServer, type Server as TlsServer } from 'node:https';

export type Handle = (request: IncomingMessage, response: ServerResponse) => unknown;

/** Requests in flight get this long to finish once it stops [ms]. */
const STOP_WITHIN_MS = 10_000;
const IDLE_CHECK_MS = 50;

/** A server that finishes what is in flight before it stops. */
export class Listener {
  readonly server: Server | TlsServer;
  private isStopping = false;
  private stopped: Promise<void> | undefined;

  /** With a key and a certificate (PEM) it speaks TLS. */
  constructor(handle: Handle, tls?: { key: string; cert: string }) {
    const answer = (request: IncomingMessage, response: ServerResponse) => {
      // A kept-alive connection would hold up the stop: this answer is its last.
      if (this.isStopping) response.setHeader('Connection', 'close');
      handle(request, response);
    };
    this.server = tls ? createTlsServer(tls, answer) : createServer(answer);
  }

  /** Rejects where the port is taken or the address is not this machine's. */
  listen(port: number, address: string): Promise<void> {
    return new Promise((resolve, reject) => {
      this.server.once('error', reject);
      this.server.listen(port, address, () => {
        this.server.off('error', reject);
        resolve();
      });
    });
  }

  /** Asking again waits for the same end. */
  stop(withinMs = STOP_WITHIN_MS): Promise<void> {
    return (this.stopped ??= this.close(withinMs));
  }

  private async close(withinMs: number): Promise<void> {
    this.isStopping = true;
    const closed = new Promise<void>((resolve) => this.server.close(() => resolve()));
    this.server.closeIdleConnections();
    const idle = setInterval(() => this.server.closeIdleConnections(), IDLE_CHECK_MS);
    const overdue = setTimeout(() => this.server.closeAllConnections(), withinMs);
    await closed;
    clearInterval(idle);
    clearTimeout(overdue);
  }
}
