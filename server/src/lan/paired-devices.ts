import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { ServerResponse } from 'node:http';
import { MOST_DEVICES, type PairedDevice } from '@puddler/contract';
import { AppError } from '../http/app-error';
import { writeWhole } from '../write-whole';

interface KeptDevice extends PairedDevice {
  /** SHA-256 of its secret, in hexadecimal digits. */
  hash: string;
}

const FORMAT = 'puddler-devices';
const SECRET_BYTES = 32;
const MOST_REVOKED = 64;
/** The last use is kept to this much [ms]: a write for every request would be too many. */
const USED_STEP_MS = 600_000;

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

function isKept(one: unknown): one is KeptDevice {
  const texts = ['id', 'name', 'address', 'pairedAt', 'usedAt', 'hash'] as const;
  return typeof one === 'object' && one !== null && texts.every((key) => typeof (one as Partial<KeptDevice>)[key] === 'string');
}

/**
 * Devices that have been let in. They are kept in a file of their own, outside the database and its backups: an old database that is put
 * back must not let in again what was put out. Of a secret only the hash is kept.
 */
export class PairedDevices {
  private readonly open = new Map<string, Set<ServerResponse>>();
  private saving: Promise<void> = Promise.resolve();

  private constructor(
    private readonly file: string,
    private readonly devices: Map<string, KeptDevice>,
    /** Hashes of devices that were revoked: their browsers are asked to forget what they kept. */
    private readonly revoked: string[],
  ) {}

  /** Those of a data folder. A file that is not there, or cannot be read, lets nobody in. */
  static async in(file: string): Promise<PairedDevices> {
    const kept = await readFile(file, 'utf8')
      .then((text) => JSON.parse(text) as { format?: unknown; devices?: unknown; revoked?: unknown })
      .catch(() => undefined);
    const devices = kept?.format === FORMAT && Array.isArray(kept.devices) ? kept.devices.filter(isKept) : [];
    const revoked = Array.isArray(kept?.revoked) ? kept.revoked.filter((one) => typeof one === 'string') : [];
    return new PairedDevices(file, new Map(devices.slice(0, MOST_DEVICES).map((one) => [one.hash, one])), revoked.slice(-MOST_REVOKED));
  }

  list(): PairedDevice[] {
    return [...this.devices.values()].map(({ hash: _hash, ...shown }) => shown);
  }

  /** Lets a device in; the secret is what it shows from now on. It counts once it is on the disk. Throws `too-many-devices`. */
  async add(name: string, address: string, now: Date): Promise<string> {
    if (this.devices.size >= MOST_DEVICES) throw new AppError('too-many-devices');
    const secret = randomBytes(SECRET_BYTES).toString('hex');
    const at = now.toISOString();
    const device = { id: randomUUID(), name, address, pairedAt: at, usedAt: at, hash: hashOf(secret) };
    this.devices.set(device.hash, device);
    await this.save();
    return secret;
  }

  /** The device that shows a secret, from the address that it was let in from. */
  find(secret: string | undefined, address: string): PairedDevice | undefined {
    const device = secret === undefined ? undefined : this.devices.get(hashOf(secret));
    return device?.address === address ? device : undefined;
  }

  /** Whether a secret belonged to a device that was revoked. */
  isRevoked(secret: string | undefined): boolean {
    return secret !== undefined && this.revoked.includes(hashOf(secret));
  }

  /** Notes that a device was here, and what it is being answered: that ends when it is put out. */
  follow({ id }: PairedDevice, response: ServerResponse, now: Date): void {
    const responses = this.open.get(id) ?? new Set();
    this.open.set(id, responses.add(response));
    response.once('close', () => responses.delete(response));
    const device = [...this.devices.values()].find((one) => one.id === id);
    if (!device || now.getTime() - Date.parse(device.usedAt) < USED_STEP_MS) return;
    device.usedAt = now.toISOString();
    this.save().catch(() => undefined);
  }

  /** Revokes a device, and ends at once what it is being sent. Throws `no-such-device`. */
  async revoke(id: string): Promise<void> {
    const device = [...this.devices.values()].find((one) => one.id === id);
    if (!device) throw new AppError('no-such-device');
    this.devices.delete(device.hash);
    this.revoked.push(device.hash);
    this.revoked.splice(0, this.revoked.length - MOST_REVOKED);
    for (const response of this.open.get(id) ?? []) response.destroy();
    this.open.delete(id);
    await this.save();
  }

  /** Waits for what is being written. */
  close(): Promise<void> {
    return this.saving;
  }

  private save(): Promise<void> {
    return (this.saving = this.saving.catch(() => undefined).then(() => this.write()));
  }

  private write(): Promise<void> {
    return writeWhole(this.file, JSON.stringify({ format: FORMAT, version: 1, devices: [...this.devices.values()], revoked: this.revoked }, null, 1));
  }
}
