import { kindOf, merge } from '@puddler/contract/shared';
import { descending, group } from 'd3-array';
import type { Content, Entry } from './entry';

/** An edit and the key under which the browser keeps it. */
export type KeptAt = readonly [at: string, edit: Entry];

/**
 * Edits of one document that several windows kept, as one; where both set a figure the newer edit stands. `joined` are those that are in it:
 * what began from another version, or has a question open, stays for a start of its own.
 */
export function joinKept(kept: readonly KeptAt[]): { edits: Entry[]; joined: KeptAt[] } {
  const edits: Entry[] = [];
  const joined: KeptAt[] = [];
  for (const [, ofOne] of group(kept, ([, { key }]) => key)) {
    let whole: Entry | undefined;
    for (const one of ofOne.toSorted(([, a], [, b]) => descending(a.updatedAt, b.updatedAt))) {
      const both = whole ? joinedEdit(whole, one[1]) : one[1];
      if (!both) continue;
      whole = both;
      joined.push(one);
    }
    if (whole) edits.push(whole);
  }
  return { edits, joined };
}

function joinedEdit(newer: Entry, older: Entry): Entry | undefined {
  const { content, remote } = newer;
  if (!content || !older.content || newer.conflict || older.conflict) return undefined;
  if (remote.state !== 'present' || older.remote.state !== 'present' || remote.version !== older.remote.version) return undefined;
  const { body } = merge(remote.content.body, content.body, older.content.body, kindOf(content.kind));
  const sent = [...(older.sent ?? []), ...(newer.sent ?? [])];
  return { ...newer, content: { ...content, body } as Content, ...(sent.length > 0 ? { sent } : {}) };
}
