/** What browsers and servers both have, whatever else they have. */
const webCrypto = () => (globalThis as unknown as { crypto: { getRandomValues: (bytes: Uint8Array) => Uint8Array } }).crypto;

const hex = (bytes: Uint8Array): string => Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');

/**
 * A random id, a UUID of version 4 (RFC 9562). Made of `getRandomValues`, which is there under any address: `crypto.randomUUID` is only where the
 * browser trusts the connection, and on a phone over the home network it does not.
 */
export function newId(): string {
  const bytes = webCrypto().getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const text = hex(bytes);
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join('-');
}
