import type { AddressInfo } from 'node:net';
import type { LanState } from '@puddler/contract';
import { compact } from '@puddler/core';
import type { Logger } from 'pino';
import { Listener, type Handle } from '../http/listener';
import { hostOf, lanAddresses, type Interfaces } from './addresses';
import { Authority, canBeCertified } from './certificates';
import type { PairedDevices } from './paired-devices';
import { Pairing } from './pairing';

export interface LocalNetworkOptions {
  /** The port that is listened on; 0 takes any. */
  port: number;
  /** A name under which the network reaches this machine, beside its addresses. */
  name: string | undefined;
  devices: PairedDevices;
  /** Where the authority is kept that phones trust. */
  authorityFile: string;
  log: Logger;
  interfaces?: () => Interfaces;
}

/** How often the addresses of this machine are looked at [ms]: a router may give it another one. */
const FOLLOW_MS = 5000;
/** Once it is switched off nothing is served for longer than this [ms]. */
const OFF_WITHIN_MS = 500;
/** Phones of one builder, each with some connections. */
const MOST_CONNECTIONS = 128;

interface Served {
  listener: Listener;
  address: string;
  port: number;
  /** The interface that the address was taken from; left out where it was typed and is none that is listed. */
  interface: string | undefined;
  /** With TLS: where the authority's certificate is fetched, over plain HTTP, and the authority. */
  trust: { listener: Listener; port: number; authority: Authority } | undefined;
}

/** What an address is to be served with. */
interface Wanted {
  address: string;
  interface: string | undefined;
  isTls: boolean;
}

/** The local network as it is served: off at first, by a listener of its own, to paired devices only. */
export class LocalNetwork {
  readonly pairing = new Pairing();
  readonly devices: PairedDevices;
  private served: Served | undefined;
  private problem: string | undefined;
  private timer: NodeJS.Timeout | undefined;
  private turn: Promise<void> = Promise.resolve();
  private handle: Handle = () => undefined;
  private handleTrust: Handle = () => undefined;

  constructor(private readonly options: LocalNetworkOptions) {
    this.devices = options.devices;
  }

  /** What answers the requests that come over it, and those of phones that have yet to trust the authority. */
  answerWith(handle: Handle, handleTrust: Handle): void {
    this.handle = handle;
    this.handleTrust = handleTrust;
  }

  state(): LanState {
    const { served, problem } = this;
    return {
      ...(served
        ? { on: { url: this.origin()!, address: served.address, isTls: served.trust !== undefined, ...compact({ trust: this.trust() }) } }
        : {}),
      ...(problem === undefined ? {} : { problem }),
      addresses: lanAddresses(this.options.interfaces?.()),
      ...this.pairing.state(),
      devices: this.devices.list(),
    };
  }

  /** Where the page is opened from; undefined while it is off. */
  origin(): string | undefined {
    return this.served && `${this.served.trust ? 'https' : 'http'}://${this.hosts()[0]}`;
  }

  /** With TLS: where the authority is fetched, and its fingerprint. */
  trust(): { url: string; fingerprint: string } | undefined {
    const trust = this.served?.trust;
    return trust && { url: `http://${this.trustHosts()[0]}`, fingerprint: trust.authority.fingerprint };
  }

  /** The authority's certificate, PEM. */
  authorityPem(): string | undefined {
    return this.served?.trust?.authority.cert;
  }

  /** What a Host header may say where the authority is fetched. */
  trustHosts(): string[] {
    const port = this.served?.trust?.port;
    return port === undefined ? [] : this.names().map((host) => `${host}:${port}`);
  }

  /** What a Host header may say: an address or the name, with the port. */
  hosts(): string[] {
    if (!this.served) return [];
    const { port, trust } = this.served;
    return this.names().flatMap((host) => (port === (trust ? 443 : 80) ? [host, `${host}:${port}`] : [`${host}:${port}`]));
  }

  private names(): string[] {
    return this.served ? [...(this.options.name === undefined ? [] : [this.options.name]), hostOf(this.served.address)] : [];
  }

  /** Serves it at an address, the first one if none is named; what it was served at before is closed. Where that fails, `state` says why. */
  start(address?: string, isTls = false): Promise<void> {
    return this.inTurn(async () => {
      await this.close();
      const known = lanAddresses(this.options.interfaces?.());
      const wanted = address ?? known[0]?.address;
      this.problem = undefined;
      if (wanted === undefined) this.problem = 'This machine has no address on a local network: join one, and switch it on again.';
      else await this.listen({ address: wanted, interface: known.find((one) => one.address === wanted)?.interface, isTls });
      this.timer ??= setInterval(() => {
        this.follow().catch((error: unknown) => this.options.log.error({ err: error }, 'the address could not be followed'));
      }, FOLLOW_MS).unref();
    });
  }

  /** Takes every device off the network. */
  stop(): Promise<void> {
    return this.inTurn(async () => {
      clearInterval(this.timer);
      this.timer = undefined;
      this.problem = undefined;
      this.pairing.withdraw();
      await this.close();
      await this.devices.close();
    });
  }

  /** Goes along when the interface that is served has another address. */
  follow(): Promise<void> {
    return this.inTurn(async () => {
      const { served } = this;
      if (!served?.interface) return;
      const known = lanAddresses(this.options.interfaces?.());
      if (known.some((one) => one.address === served.address)) {
        this.problem = undefined;
        return;
      }
      const isIpv6 = served.address.includes(':');
      const next = known.find((one) => one.interface === served.interface && one.address.includes(':') === isIpv6);
      if (!next) {
        this.problem = `${served.address} is gone from this machine: it is served again once ${served.interface} has an address.`;
        return;
      }
      await this.close();
      this.problem = undefined;
      await this.listen({ ...next, isTls: served.trust !== undefined });
    });
  }

  private async listen({ address, interface: from, isTls }: Wanted): Promise<void> {
    const { port, name, authorityFile, log } = this.options;
    if (isTls && !canBeCertified(address)) {
      this.problem = `${address} is no private address: certificates are made for those only. Choose another, or do without TLS.`;
      return;
    }
    const authority = isTls ? await Authority.in(authorityFile, name) : undefined;
    const listener = new Listener((request, response) => this.handle(request, response), authority?.issue(address, name));
    const trust = authority && { listener: new Listener((request, response) => this.handleTrust(request, response)), authority };
    try {
      for (const one of [listener, trust?.listener]) if (one) one.server.maxConnections = MOST_CONNECTIONS;
      await listener.listen(port, address);
      // Beside it, where phones look that cannot trust it yet.
      await trust?.listener.listen(port === 0 ? 0 : port + 1, address);
      this.served = {
        listener,
        address,
        port: portOf(listener),
        interface: from,
        trust: trust && { ...trust, port: portOf(trust.listener) },
      };
      log.info({ address, isTls }, 'the local network is served');
    } catch (error) {
      await listener.stop(0);
      const { code } = error as NodeJS.ErrnoException;
      this.problem =
        code === 'EADDRINUSE'
          ? `Port ${port}${isTls ? `, or ${port + 1},` : ''} is in use at ${address}: set PUDDLER_LAN_PORT to another one.`
          : `${address} cannot be served: it is no address of this machine.`;
      log.warn({ err: error, address }, 'the local network cannot be served');
    }
  }

  private async close(): Promise<void> {
    const { served } = this;
    this.served = undefined;
    await Promise.all([served?.listener.stop(OFF_WITHIN_MS), served?.trust?.listener.stop(OFF_WITHIN_MS)]);
  }

  /** One change after the other: two switches at once would leave a listener behind. */
  private inTurn(change: () => Promise<void>): Promise<void> {
    return (this.turn = this.turn.catch(() => undefined).then(change));
  }
}

const portOf = (listener: Listener): number => (listener.server.address() as AddressInfo).port;
