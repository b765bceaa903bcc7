/** What the page and the server say to each other of phones on the local network. */

/** An address of this machine that phones could reach. */
export interface LanAddress {
  /** The name of the interface, as the system gives it. */
  interface: string;
  address: string;
  /** Whether it belongs to a network of one’s own (RFC 1918, RFC 4193): others cannot be reached from outside as easily. */
  isPrivate: boolean;
}

/** A device that has been let in. */
export interface PairedDevice {
  id: string;
  name: string;
  /** The only address that it is let in from. */
  address: string;
  /** ISO 8601. */
  pairedAt: string;
  usedAt: string;
}

/** A device that showed the right code and waits for a yes. */
export interface PairingAsk {
  id: string;
  name: string;
  address: string;
  /** Four digits that stand on both screens. */
  number: string;
}

/** What pairs one device: a secret for the QR code, and a code that can be typed. */
export interface PairingOffer {
  secret: string;
  code: string;
  /** ISO 8601. */
  until: string;
  triesLeft: number;
}

/** How the local network is served; shown on this machine only. */
export interface LanState {
  /** Where it is served; left out while it is off. */
  on?: {
    url: string;
    address: string;
    isTls: boolean;
    /** Where a phone fetches the authority that it has to trust first, and what it shows of it. */
    trust?: { url: string; fingerprint: string };
  };
  /** Why it is not served though it was asked for, or no longer. */
  problem?: string;
  addresses: LanAddress[];
  offer?: PairingOffer;
  asks: PairingAsk[];
  devices: PairedDevice[];
}

/** Names of this machine for itself, as they stand in an address. */
export const LOCAL_NAMES: ReadonlySet<string> = new Set(['127.0.0.1', 'localhost', '[::1]']);
/** Characters of a code, none of which is taken for another. */
export const CODE_ALPHABET = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
export const CODE_LENGTH = 8;
/** A pairing secret and the token of an ask: 128 bits. */
export const SECRET_HEX = 32;
export const LONGEST_DEVICE_NAME = 40;
export const MOST_DEVICES = 16;
/** An offer, and an ask, count this long [ms]. */
export const PAIRING_MS = 120_000;
/** Wrong codes in all, from any device, before an offer is withdrawn. */
export const MOST_TRIES = 5;
