import { boundsProblem, jsonBytes } from '@puddler/contract';

const { BACKSLASH, CLOSE_LIST, CLOSE_OBJECT, COMMA, OPEN_LIST, OPEN_OBJECT, QUOTE } = jsonBytes;

/** What one element of a list may be. */
export interface ElementBounds {
  bytes: number;
  values: number;
}

/** A text that is no JSON list, or one with an element that is larger than it may be. */
export class BadList extends Error {}

/**
 * The elements of a JSON list, each parsed by itself as its bytes come in: a list of any length costs no more memory than its
 * elements, and none is parsed that is longer, deeper or fuller than it may be. Throws BadList.
 */
export async function* listElements(pieces: AsyncIterable<Buffer>, bounds: ElementBounds): AsyncGenerator<unknown> {
  let [depth, size, count] = [0, 0, 0];
  let [isText, isEscaped, hasEnded] = [false, false, false];
  let parts: Buffer[] = [];
  const take = (part: Buffer) => {
    size += part.length;
    if (size > bounds.bytes) throw new BadList(`one of it has more than ${bounds.bytes} bytes`);
    if (part.length > 0) parts.push(part);
  };
  const element = (): unknown => {
    const bytes = Buffer.concat(parts);
    [parts, size] = [[], 0];
    count++;
    const problem = boundsProblem(bytes, bounds.values);
    if (problem) throw new BadList(`one of it has too much in it: ${problem.message}`);
    return parsed(bytes);
  };
  for await (const piece of pieces) {
    let from = 0;
    for (let at = 0; at < piece.length; at++) {
      const byte = piece[at]!;
      if (isText) {
        if (isEscaped) isEscaped = false;
        else if (byte === BACKSLASH) isEscaped = true;
        else if (byte === QUOTE) isText = false;
      } else if (byte === QUOTE) isText = true;
      else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
        if (++depth > 1) continue;
        if (hasEnded || byte !== OPEN_LIST) throw new BadList('it is no list');
        from = at + 1;
      } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) {
        if (--depth > 0) continue;
        if (depth < 0) throw new BadList('it is no JSON');
        take(piece.subarray(from, at));
        hasEnded = true;
        from = at + 1;
        if (count > 0 || !isBlank(parts)) yield element();
      } else if (byte === COMMA && depth === 1) {
        take(piece.subarray(from, at));
        from = at + 1;
        yield element();
      }
    }
    const rest = piece.subarray(from);
    if (depth > 0) take(rest);
    else if (!isBlank([rest])) throw new BadList('it is no list');
  }
  if (!hasEnded) throw new BadList('it ends before its list does');
}

const isBlank = (parts: readonly Buffer[]): boolean => parts.every((part) => part.every((byte) => byte === 0x20 || (byte >= 0x09 && byte <= 0x0d)));

function parsed(bytes: Buffer): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    throw new BadList('it is no JSON');
  }
}
