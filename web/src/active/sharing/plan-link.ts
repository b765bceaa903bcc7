import type { PlanFile } from '@puddler/core';

/** A plan in the fragment of an address, which no server sees. */
export const VISIT_PATH = '/visit';
const FIELD = 'plan=';

/** A plan file is a few kilobytes, and a link of one a few thousand characters. */
const MOST_CHARACTERS = 60_000;
const MOST_BYTES = 200_000;

const base64url = (bytes: Uint8Array): string =>
  btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '');

const bytesOf = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (character) => character.charCodeAt(0));

/** Reads a stream to its end, but no further than so many bytes: undefined where it is longer. */
async function readUpTo(stream: ReadableStream<Uint8Array>, most: number): Promise<Uint8Array | undefined> {
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = stream.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > most) {
      await reader.cancel();
      return undefined;
    }
    parts.push(value);
  }
  const all = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** The address that opens a plan in any Puddler at `origin`. */
export async function planLink(origin: string, plan: PlanFile): Promise<string> {
  const packed = new Blob([JSON.stringify(plan)]).stream().pipeThrough(new CompressionStream('deflate-raw'));
  const bytes = await readUpTo(packed, MOST_BYTES);
  if (!bytes) throw new Error('the plan is too large for a link: send its file');
  return `${origin}${VISIT_PATH}#${FIELD}${base64url(bytes)}`;
}

export type FromLink = { ok: true; bytes: Uint8Array } | { ok: false; why: string };

/** The bytes of the plan file in a fragment, unpacked no further than any plan is long. Nothing in them is checked yet. */
export async function bytesFromLink(hash: string): Promise<FromLink> {
  const [, packed] = hash.split(FIELD);
  if (!packed) return { ok: false, why: 'There is no plan in this link. It may have been cut off when it was copied.' };
  if (packed.length > MOST_CHARACTERS) return { ok: false, why: 'This link is longer than any plan.' };
  if (!/^[\w-]+$/.test(packed))
    return { ok: false, why: 'This link holds characters that no link of a plan has. It may have been changed when it was copied.' };
  try {
    const unpacked = new Blob([bytesOf(packed)]).stream().pipeThrough(new DecompressionStream('deflate-raw'));
    const bytes = await readUpTo(unpacked, MOST_BYTES);
    return bytes ? { ok: true, bytes } : { ok: false, why: 'What is packed into this link is larger than any plan.' };
  } catch {
    return { ok: false, why: 'The plan in this link is damaged. It may have been cut off when it was copied.' };
  }
}
