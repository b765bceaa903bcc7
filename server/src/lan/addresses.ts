import { networkInterfaces, type NetworkInterfaceInfo } from 'node:os';
import type { LanAddress } from '@puddler/contract';

export type Interfaces = ReturnType<typeof networkInterfaces>;

/** RFC 1918 and RFC 4193. */
const PRIVATE = /^(?:10\.|192\.168\.|172\.(?:1[6-9]|2\d|3[01])\.|f[cd])/i;
/** Link-local (RFC 4291) counts only with a zone, which no browser takes in an address. */
const LINK_LOCAL = /^fe[89ab]/i;

const isIpv4 = (address: string) => !address.includes(':');

/** Addresses of this machine that phones could reach: private ones first, IPv4 before IPv6. */
export function lanAddresses(interfaces: Interfaces = networkInterfaces()): LanAddress[] {
  const all = Object.entries(interfaces).flatMap(([name, found = []]) =>
    found
      .filter(({ internal, address }: NetworkInterfaceInfo) => !internal && !LINK_LOCAL.test(address))
      .map(({ address }): LanAddress => ({ interface: name, address, isPrivate: PRIVATE.test(address) })),
  );
  const order = ({ address, isPrivate }: LanAddress) => (isPrivate ? 0 : 1) + (isIpv4(address) ? 0 : 2);
  return all.sort((a, b) => order(a) - order(b));
}

/** An address as it stands in a URL and a Host header: IPv6 in brackets. */
export const hostOf = (address: string): string => (isIpv4(address) ? address : `[${address}]`);
