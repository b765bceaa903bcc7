import type { PhotoType } from '@puddler/contract';

/** What a picture's own bytes say: its type, and whether it is whole. A name or a header that says otherwise does not count. */
export type PhotoBytes = { type: PhotoType; whole: boolean } | undefined;

const PNG_START = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
const PNG_END = Buffer.from('IEND');
const PNG_CHECKSUM_BYTES = 4;

/** Reads the first and last bytes of a picture; undefined for anything that is no JPEG, PNG or WebP. */
export function readPhotoBytes(bytes: Buffer): PhotoBytes {
  if (bytes.length > 3 && bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) {
    // Cameras may pad after the end mark, but not by much.
    return { type: 'image/jpeg', whole: bytes.subarray(-1024).lastIndexOf(Buffer.from([0xff, 0xd9])) >= 0 };
  }
  if (bytes.subarray(0, PNG_START.length).equals(PNG_START)) {
    const end = bytes.lastIndexOf(PNG_END);
    return { type: 'image/png', whole: end > 0 && bytes.length >= end + PNG_END.length + PNG_CHECKSUM_BYTES };
  }
  if (bytes.length > 12 && bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP') {
    return { type: 'image/webp', whole: bytes.length >= bytes.readUInt32LE(4) + 8 };
  }
  return undefined;
}
