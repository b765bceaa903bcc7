import { createHash, randomBytes, randomInt, randomUUID, timingSafeEqual } from 'node:crypto';
import {
  CODE_ALPHABET,
  CODE_LENGTH,
  MOST_TRIES,
  PAIRING_MS,
  SECRET_HEX,
  type PairingAsk,
  type PairingAsked,
  type PairingOffer,
} from '@puddler/contract';
import { AppError } from '../http/app-error';

interface Offer extends Pick<PairingOffer, 'secret' | 'code' | 'triesLeft'> {
  untilMs: number;
}

interface Ask extends PairingAsk {
  token: string;
  untilMs: number;
  answer?: 'yes' | 'no';
}

/** What became of an ask: `yes` is said once, and then it is over. */
export type AskOutcome = 'waiting' | 'yes' | 'no';

const sha256 = (text: string) => createHash('sha256').update(text).digest();
const equals = (a: string, b: string) => timingSafeEqual(sha256(a), sha256(b));
const token = () => randomBytes(SECRET_HEX / 2).toString('hex');
/** As it is compared: people type small letters, spaces and dashes. */
const plain = (code: string) => code.toUpperCase().replace(/[^A-Z0-9]/g, '');

/**
 * How a device is let in: it shows what stands on the laptop, and then somebody at the laptop says yes. One offer at a time, for two minutes and for one
 * device; after five wrong codes in all it is withdrawn.
 */
export class Pairing {
  private current: Offer | undefined;
  private readonly waiting = new Map<string, Ask>();

  constructor(private readonly now: () => number = Date.now) {}

  /** A new offer in the place of the one before. */
  offer(): void {
    const code = Array.from({ length: CODE_LENGTH }, () => CODE_ALPHABET[randomInt(CODE_ALPHABET.length)]).join('');
    this.current = { secret: token(), code, triesLeft: MOST_TRIES, untilMs: this.now() + PAIRING_MS };
  }

  withdraw(): void {
    this.current = undefined;
    this.waiting.clear();
  }

  /** What can be shown at the laptop. */
  state(): { offer?: PairingOffer; asks: PairingAsk[] } {
    const offer = this.valid();
    this.dropOld();
    return {
      ...(offer
        ? { offer: { secret: offer.secret, code: offer.code, triesLeft: offer.triesLeft, until: new Date(offer.untilMs).toISOString() } }
        : {}),
      asks: [...this.waiting.values()].filter((one) => !one.answer).map(({ id, name, address, number }) => ({ id, name, address, number })),
    };
  }

  /** A device that shows a secret or a code waits for a yes from here on. The offer is used up by it. Throws `pairing-refused`. */
  ask({ secret, code, name }: PairingAsked, address: string): { token: string; number: string } {
    const offer = this.valid();
    if (!offer) throw new AppError('pairing-refused');
    const isRight = secret === undefined ? equals(plain(code ?? ''), offer.code) : equals(secret, offer.secret);
    if (!isRight) {
      offer.triesLeft--;
      if (offer.triesLeft <= 0) this.current = undefined;
      throw new AppError('pairing-refused');
    }
    this.current = undefined;
    const ask = {
      id: randomUUID(),
      name,
      address,
      number: String(randomInt(10_000)).padStart(4, '0'),
      token: token(),
      untilMs: this.now() + PAIRING_MS,
    };
    this.waiting.set(ask.id, ask);
    return { token: ask.token, number: ask.number };
  }

  /** What is said at the laptop. Throws `no-such-ask`. */
  answer(id: string, answer: 'yes' | 'no'): void {
    this.dropOld();
    const ask = this.waiting.get(id);
    if (!ask || ask.answer) throw new AppError('no-such-ask');
    ask.answer = answer;
  }

  /** Asked by the device that waits, from the address that it asked from. */
  outcome(shown: string, address: string): { outcome: AskOutcome; name: string } {
    this.dropOld();
    const ask = [...this.waiting.values()].find((one) => equals(one.token, shown) && one.address === address);
    if (!ask) return { outcome: 'no', name: '' };
    if (ask.answer) this.waiting.delete(ask.id);
    return { outcome: ask.answer ?? 'waiting', name: ask.name };
  }

  private valid(): Offer | undefined {
    if (this.current && this.now() >= this.current.untilMs) this.current = undefined;
    return this.current;
  }

  private dropOld(): void {
    for (const [id, { untilMs }] of this.waiting) if (this.now() >= untilMs) this.waiting.delete(id);
  }
}
