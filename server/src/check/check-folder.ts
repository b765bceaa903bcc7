import { setImmediate as breath } from 'node:timers/promises';
import { checkBody, KIND_NAMES, kindOf, parentOf, type CheckReport, type Damage } from '@puddler/contract';
import type { DocumentRow } from '../db/schema';
import { docOf } from '../documents/rows';
import type { DocumentStore } from '../documents/store';
import type { FileStore } from '../files/store';
import { copiesWith } from './daily-copies';

/** Checking goes on in pieces of about this long, so that requests are answered in between. */
const PIECE_MS = 20;

type Found = Omit<Damage, 'copies'>;

/** Reads every document against its form and every file against its hash, and names what is not as it was saved. Changes nothing. */
export async function checkFolder(store: DocumentStore, files: FileStore, copiesFolder: string, now: Date): Promise<CheckReport> {
  const { rows } = await store.readable(KIND_NAMES);
  const documents = await checkDocuments(store, rows);
  const { count, bad } = await checkFiles(files, rows, documents);
  const found = [...documents.bad, ...bad];
  const withCopies: Damage[] = [];
  for (const one of found) withCopies.push({ ...one, copies: one.hash === undefined ? await copiesWith(copiesFolder, one.kind, one.id) : [] });
  return { at: now.toISOString(), documents: rows.length + documents.unread, files: count, bad: withCopies };
}

interface Documents {
  unread: number;
  bad: Found[];
  /** The document with what it belongs to, as a person knows it. */
  nameOf: (row: Pick<DocumentRow, 'kind' | 'id'>) => string;
}

async function checkDocuments(store: DocumentStore, rows: readonly DocumentRow[]): Promise<Documents> {
  const unreadable = await store.unreadable(KIND_NAMES, rows);
  const known = new Map<string, { row: DocumentRow; body: unknown }>();
  const bad: Found[] = unreadable.map(({ kind, id, name = '' }) => ({ why: 'unreadable', kind, id, name }));
  const nameOf = ({ kind, id }: Pick<DocumentRow, 'kind' | 'id'>): string => {
    const one = known.get(`${kind} ${id}`);
    if (!one) return '';
    const parent = parentOf(kind);
    const above = parent === undefined || one.row.parentId === null ? '' : nameOf({ kind: parent, id: one.row.parentId });
    return [kindOf(kind).nameOf(one.body), above].filter(Boolean).join(', ');
  };
  const pause = breathing();
  // Parents stand before their children.
  for (const kind of KIND_NAMES) {
    const check = checkBody(kind);
    const parentKind = parentOf(kind);
    for (const row of rows.filter((one) => one.kind === kind)) {
      const { body } = docOf(row);
      known.set(`${kind} ${row.id}`, { row, body });
      const parent = parentKind === undefined ? undefined : known.get(`${parentKind} ${row.parentId}`)?.body;
      // What hangs on a document that cannot be read is not judged by that.
      if ((parentKind === undefined || parent !== undefined) && !check(body, parent).ok)
        bad.push({ why: 'out-of-form', kind, id: row.id, name: nameOf(row) });
      await pause();
    }
  }
  return { unread: unreadable.length, bad, nameOf };
}

async function checkFiles(files: FileStore, rows: readonly DocumentRow[], { nameOf }: Documents): Promise<{ count: number; bad: Found[] }> {
  const holders = new Map<string, DocumentRow>();
  for (const row of rows) for (const hash of kindOf(row.kind).fileHashes?.(docOf(row).body) ?? []) if (!holders.has(hash)) holders.set(hash, row);
  const bad: Found[] = [];
  for (const [hash, row] of holders) {
    const why = await files.stateOf(hash);
    if (why !== 'whole') bad.push({ why, kind: row.kind, id: row.id, name: nameOf(row), hash });
  }
  return { count: holders.size, bad };
}

/** Lets requests be answered once a piece of work is over. */
function breathing(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < PIECE_MS) return;
    await breath();
    since = performance.now();
  };
}
