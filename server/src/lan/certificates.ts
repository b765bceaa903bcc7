import { generateKeyPairSync, randomBytes, X509Certificate } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { isIP } from 'node:net';
import forge from 'node-forge';
import { writeWhole } from '../write-whole';

const { pki, asn1 } = forge;

/** What a server shows, and the key to it: PEM. */
export interface ServerCertificate {
  key: string;
  /** Its own certificate, and that of the authority. */
  cert: string;
}

interface Kept {
  format: string;
  key: string;
  cert: string;
}

const FORMAT = 'puddler-authority';
const KEY_BITS = 2048;
const AUTHORITY_YEARS = 10;
/** Browsers take none that is good for longer than 398 days; each start makes another. */
const SERVER_DAYS = 90;
/** Clocks differ: a certificate counts from a day before it was made. */
const BEFORE_DAYS = 1;
const NAME = [{ name: 'commonName', value: 'Puddler of this machine' }];
/** Networks of one's own (RFC 1918, RFC 4193), link-local and loopback: the authority can speak for no others. */
const NETWORKS = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '169.254.0.0/16', '127.0.0.0/8', 'fd00::/8'];

const days = (count: number): Date => new Date(Date.now() + count * 24 * 3600 * 1000);
/** Positive, and never the same twice. */
const serial = (): string => `00${randomBytes(16).toString('hex')}`;

function keyPair(): { key: forge.pki.rsa.PrivateKey; publicKey: forge.pki.rsa.PublicKey; pem: string } {
  const { privateKey } = generateKeyPairSync('rsa', { modulusLength: KEY_BITS });
  const pem = privateKey.export({ type: 'pkcs1', format: 'pem' }).toString();
  const key = pki.privateKeyFromPem(pem);
  return { key, publicKey: pki.setRsaPublicKey(key.n, key.e), pem };
}

/** Sixteen or four bytes of an address, as certificates carry it. */
function addressBytes(address: string): string {
  if (!address.includes(':')) return String.fromCharCode(...address.split('.').map(Number));
  const [head = '', tail] = address.split('::');
  const words = (text: string) => (text === '' ? [] : text.split(':'));
  const [before, after] = [words(head), words(tail ?? '')];
  const all = [...before, ...new Array<string>(tail === undefined ? 0 : 8 - before.length - after.length).fill('0'), ...after];
  return all.map((word) => String.fromCharCode(parseInt(word, 16) >> 8, parseInt(word, 16) & 255)).join('');
}

function networkBytes(network: string): string {
  const [address = '', bits = '0'] = network.split('/');
  const bytes = addressBytes(address);
  const mask = Array.from(bytes, (_, i) => (0xff00 >> Math.max(0, Math.min(8, Number(bits) - 8 * i))) & 255);
  return bytes + String.fromCharCode(...mask);
}

/** Name constraints (RFC 5280, 4.2.1.10): the permitted networks and names. */
function constraints(names: readonly string[]): string {
  const subtree = (tag: number, value: string) =>
    asn1.create(asn1.Class.UNIVERSAL, asn1.Type.SEQUENCE, true, [asn1.create(asn1.Class.CONTEXT_SPECIFIC, tag, false, value)]);
  const permitted = [...NETWORKS.map((network) => subtree(7, networkBytes(network))), ...names.map((name) => subtree(2, name))];
  const value = asn1.create(asn1.Class.UNIVERSAL, asn1.Type.SEQUENCE, true, [asn1.create(asn1.Class.CONTEXT_SPECIFIC, 0, true, permitted)]);
  return asn1.toDer(value).getBytes();
}

/**
 * A small authority of the builder's own: a phone that trusts it takes this machine's certificates, and nothing else is spoken for by it. It is kept in the
 * data folder, outside backups.
 */
export class Authority {
  private constructor(
    private readonly key: forge.pki.rsa.PrivateKey,
    /** What is installed on the phone: PEM. */
    readonly cert: string,
  ) {}

  /** The one of a data folder; made where there is none, or it can be read no more, or is over, or does not speak for `name`. */
  static async in(file: string, name: string | undefined): Promise<Authority> {
    const kept = await readFile(file, 'utf8')
      .then((text) => JSON.parse(text) as Partial<Kept>)
      .catch(() => undefined);
    if (kept?.format === FORMAT && kept.key !== undefined && kept.cert !== undefined && isGood(kept.cert, name))
      return new Authority(pki.privateKeyFromPem(kept.key), kept.cert);
    const { key, publicKey, pem } = keyPair();
    const made = pki.createCertificate();
    made.publicKey = publicKey;
    made.serialNumber = serial();
    made.validity.notBefore = days(-BEFORE_DAYS);
    made.validity.notAfter = days(AUTHORITY_YEARS * 365);
    made.setSubject(NAME);
    made.setIssuer(NAME);
    made.setExtensions([
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      { name: 'subjectKeyIdentifier' },
      { id: '2.5.29.30', critical: true, value: constraints(name === undefined ? ['local'] : ['local', name]) },
    ]);
    made.sign(key, forge.md.sha256.create());
    const cert = pki.certificateToPem(made);
    await writeWhole(file, JSON.stringify({ format: FORMAT, key: pem, cert } satisfies Kept));
    return new Authority(key, cert);
  }

  /** SHA-256 of its certificate, as phones show it. */
  get fingerprint(): string {
    return new X509Certificate(this.cert).fingerprint256;
  }

  /** A certificate for an address, and a name beside it. */
  issue(address: string, name: string | undefined): ServerCertificate {
    const { publicKey, pem } = keyPair();
    const made = pki.createCertificate();
    made.publicKey = publicKey;
    made.serialNumber = serial();
    made.validity.notBefore = days(-BEFORE_DAYS);
    made.validity.notAfter = days(SERVER_DAYS);
    // No name of a host: those stand below, where they are held against what is permitted.
    made.setSubject([{ name: 'commonName', value: 'Puddler, served here' }]);
    made.setIssuer(NAME);
    made.setExtensions([
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: [{ type: 7, ip: address }, ...(name === undefined ? [] : [{ type: 2, value: name }])] },
    ]);
    made.sign(this.key, forge.md.sha256.create());
    return { key: pem, cert: pki.certificateToPem(made) + this.cert };
  }
}

/** Whether an address lies in a network that the authority speaks for. */
export function canBeCertified(address: string): boolean {
  if (isIP(address) === 0) return false;
  const bytes = addressBytes(address);
  return NETWORKS.some((network) => {
    const [range, mask] = [
      networkBytes(network).slice(0, networkBytes(network).length / 2),
      networkBytes(network).slice(networkBytes(network).length / 2),
    ];
    return range.length === bytes.length && Array.from(bytes).every((byte, i) => (byte.charCodeAt(0) & mask.charCodeAt(i)) === range.charCodeAt(i));
  });
}

function isGood(pem: string, name: string | undefined): boolean {
  try {
    const cert = new X509Certificate(pem);
    // Its constraints stand in it letter by letter.
    const speaksFor = name === undefined || cert.raw.includes(Buffer.from(name));
    return Date.parse(cert.validTo) - Date.now() > SERVER_DAYS * 24 * 3600 * 1000 && speaksFor;
  } catch {
    return false;
  }
}
