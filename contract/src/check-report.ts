import { kindOf, type KindName } from './documents/kinds';

/** Something of the data folder that is not as it was saved. */
export interface Damage {
  /** `unreadable`: a document that is no document any more, or of a later release; `out-of-form`: one with a field that cannot be. */
  why: 'missing' | 'damaged' | 'unreadable' | 'out-of-form';
  /** The document, or the one that holds the file. */
  kind: KindName;
  id: string;
  /** What a person knows it by, with what it belongs to; empty where nothing of it is legible. */
  name: string;
  /** Of a file: its SHA-256. */
  hash?: string;
  /** Days of the daily copies that have the document whole, the newest first, as 2026-11-30. A copy holds no files. */
  copies: string[];
}

/** What a reading of everything against its form and its hash has found. */
export interface CheckReport {
  /** ISO 8601. */
  at: string;
  documents: number;
  files: number;
  bad: Damage[];
}

/** What a person calls what is damaged: “a photo or log of run “Two teeth more, Ridgeback” is missing”. */
export function damageText({ why, kind, name, hash, copies, id }: Damage): string {
  const noun = kindOf(kind).noun;
  const what = `${hash === undefined ? '' : 'a photo or log of '}${noun} ${name === '' ? id : `“${name}”`}`;
  const state = {
    missing: 'is missing',
    damaged: 'is damaged',
    unreadable: 'cannot be read: it is damaged, or a newer Puddler wrote it',
    'out-of-form': 'holds a field that cannot be',
  }[why];
  const where =
    copies.length > 0
      ? `whole in the copy of ${copies[0]}`
      : hash === undefined
        ? 'in none of the daily copies'
        : 'a backup that has it puts it back';
  return `${what} ${state} (${where})`;
}
