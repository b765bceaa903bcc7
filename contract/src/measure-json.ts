import { BACKSLASH, CLOSE_LIST, CLOSE_OBJECT, COLON, COMMA, OPEN_LIST, OPEN_OBJECT, QUOTE } from './json-bytes';

/** How much is in a JSON text. */
export interface JsonSize {
  depth: number;
  /** Most fields in one object. */
  keys: number;
  /** Values in lists and fields, all together. */
  values: number;
  /** Names that fields have, each counted once, or a few more than `COUNTED_NAMES`: each new name makes reading slow. */
  names: number;
}

/** Counting names stops here. */
export const COUNTED_NAMES = 1_000;
/** Counting stops here: whatever is deeper is refused, and the counters of open objects need no more room. */
const COUNTED_DEPTH = 1024;

/** Counts what a JSON text holds without reading it, in one pass over its bytes. What is no JSON gives numbers of no meaning. */
export function measureJson(bytes: Uint8Array): JsonSize {
  const open = new Uint32Array(COUNTED_DEPTH);
  let depth = 0;
  const size: JsonSize = { depth: 0, keys: 0, values: 1, names: 0 };
  const names = new Set<number>();
  let lastText = 0;
  for (let i = 0; i < bytes.length; i++) {
    switch (bytes[i]!) {
      case QUOTE:
        lastText = 0;
        for (i++; i < bytes.length && bytes[i] !== QUOTE; i++) {
          if (bytes[i] === BACKSLASH) i++;
          // A name is told from others by its hash: two that share one are counted once, which bounds them no worse.
          lastText = (Math.imul(lastText, 31) + bytes[i]!) | 0;
        }
        break;
      case OPEN_LIST:
      case OPEN_OBJECT:
        if (++depth >= COUNTED_DEPTH) return { ...size, depth };
        open[depth] = 0;
        if (depth > size.depth) size.depth = depth;
        break;
      case CLOSE_LIST:
      case CLOSE_OBJECT:
        if (depth > 0) depth--;
        break;
      case COLON: {
        const keys = (open[depth] = open[depth]! + 1);
        if (keys > size.keys) size.keys = keys;
        if (names.size <= COUNTED_NAMES) size.names = names.add(lastText).size;
        break;
      }
      case COMMA:
        size.values++;
        break;
    }
  }
  return size;
}
