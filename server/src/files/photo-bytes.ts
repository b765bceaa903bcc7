import type { PhotoType } from '@puddler/contract';

/** What a picture's own bytes say: its type, and whether it is whole. A name or a header that says otherwise does not count. */
export type PhotoBytes = { type: PhotoType; whole: boolean } | undefined;

/** So much of a picture's beginning and end tells what it is. Cameras may pad after an end mark, but not by more. */
export const EDGE_BYTES = 1024;

const PNG_START = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
const PNG_END = Buffer.from('IEND');
const PNG_CHECKSUM_BYTES = 4;
const JPEG_END = Buffer.from([0xff, 0xd9]);

/** Whether bytes begin as a picture does. */
export const isPhoto = (head: Buffer): boolean => readPhotoBytes({ head, tail: head }, head.length) !== undefined;

/** Text has no empty bytes. */
export const isText = (piece: Buffer): boolean => !piece.includes(0);

/** Reads the first and last bytes of a picture; undefined for anything that is no JPEG, PNG or WebP. */
export function readPhotoBytes({ head, tail }: { head: Buffer; tail: Buffer }, size: number): PhotoBytes {
  if (head.length > 3 && head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) {
    return { type: 'image/jpeg', whole: tail.lastIndexOf(JPEG_END) >= 0 };
  }
  if (head.subarray(0, PNG_START.length).equals(PNG_START)) {
    const end = tail.lastIndexOf(PNG_END);
    return { type: 'image/png', whole: end >= 0 && tail.length >= end + PNG_END.length + PNG_CHECKSUM_BYTES };
  }
  if (head.length > 12 && head.toString('latin1', 0, 4) === 'RIFF' && head.toString('latin1', 8, 12) === 'WEBP') {
    return { type: 'image/webp', whole: size >= head.readUInt32LE(4) + 8 };
  }
  return undefined;
}
