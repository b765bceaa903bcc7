import { checkBody, KIND_NAMES, kindOf, parentOf, type CheckReport, type Damage, type KindName } from '@puddler/contract';
import type { DocumentRow } from '../db/schema';
import { docOf } from '../documents/rows';
import type { DocumentStore } from '../documents/store';
import { inPieces } from '../event-loop';
import type { FileStore } from '../files/store';
import { daysWith, keyOf } from './daily-copies';

type Found = Omit<Damage, 'copies'>;

/** Documents as they were read, by kind and id, parents before their children. */
type Known = Map<string, { row: DocumentRow; body: unknown }>;

/** Reads every document against its schema and every file against its hash, and names what is not as it was saved. Changes no document and no file. */
export async function checkFolder(store: DocumentStore, files: FileStore, copiesFolder: string, now: Date): Promise<CheckReport> {
  const { rows } = await store.readable(KIND_NAMES);
  const unreadable = await store.unreadable(KIND_NAMES, rows);
  const known: Known = new Map();
  const found: Found[] = [
    ...unreadable.map(({ kind, id, name = '' }): Found => ({ why: 'unreadable', kind, id, name })),
    ...(await checkDocuments(rows, known)),
  ];
  const days = await daysWith(copiesFolder, found);
  const held = await checkFiles(files, known);
  return {
    at: now.toISOString(),
    documents: rows.length + unreadable.length,
    files: held.count,
    bad: [...found.map((one) => ({ ...one, copies: days.get(keyOf(one)) ?? [] })), ...held.bad.map((one) => ({ ...one, copies: [] }))],
  };
}

/** The document with what it belongs to, as a person knows it. */
function nameOf(known: Known, kind: KindName, id: string): string {
  const one = known.get(keyOf({ kind, id }));
  if (!one) return '';
  const parent = parentOf(kind);
  const above = parent === undefined || one.row.parentId === null ? '' : nameOf(known, parent, one.row.parentId);
  return [kindOf(kind).nameOf(one.body), above].filter(Boolean).join(', ');
}

async function checkDocuments(rows: readonly DocumentRow[], known: Known): Promise<Found[]> {
  const bad: Found[] = [];
  const piece = inPieces();
  for (const kind of KIND_NAMES) {
    const check = checkBody(kind);
    const parentKind = parentOf(kind);
    for (const row of rows.filter((one) => one.kind === kind)) {
      const { id, parentId } = row;
      const { body } = docOf(row);
      known.set(keyOf(row), { row, body });
      const parent = parentKind === undefined || parentId === null ? undefined : known.get(keyOf({ kind: parentKind, id: parentId }))?.body;
      // What belongs to a document that cannot be read is not judged by that.
      if ((parentKind === undefined || parent !== undefined) && !check(body, parent).ok)
        bad.push({ why: 'out-of-form', kind, id, name: nameOf(known, kind, id) });
      await piece();
    }
  }
  return bad;
}

async function checkFiles(files: FileStore, known: Known): Promise<{ count: number; bad: Found[] }> {
  const holders = new Map<string, DocumentRow>();
  for (const { row, body } of known.values())
    for (const hash of kindOf(row.kind).fileHashes?.(body) ?? []) if (!holders.has(hash)) holders.set(hash, row);
  const bad: Found[] = [];
  for (const [hash, { kind, id }] of holders) {
    const why = await files.stateOf(hash);
    if (why !== 'whole') bad.push({ why, kind, id, name: nameOf(known, kind, id), hash });
  }
  return { count: holders.size, bad };
}
