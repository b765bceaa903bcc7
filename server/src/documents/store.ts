import { parentOf, type Doc, type DocWrite, type DocWritten, type KindName, type Newer, type WithIt } from '@puddler/contract';
import { and, asc, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../db/open';
import { HAS_LEGIBLE_HEAD, IS_READABLE, isIdIn, isWordIn, LEGIBLE_NAME, placesOf, readRows, ROW, type Place } from '../db/document-rows';
import { documents, type DocumentRow } from '../db/schema';
import { ChangeFeed } from './change-feed';
import { docOf, FAMILIES, schemaVersionNow } from './rows';
import { among, overwriteStatement, writeStatements, type Overwrite } from './write-statements';

export type { Overwrite };

interface Done {
  id: string;
  version: number;
}

interface DoneWithIt extends Done {
  kind: KindName;
  parentId: string;
}

/** A row that cannot be read, with what is legible of it. */
export interface Unreadable extends Pick<DocumentRow, 'kind' | 'id' | 'schemaVersion'> {
  name: string | undefined;
}

/** Documents of every kind in the database: read, written, deleted and restored in the same way. */
export class DocumentStore {
  private lastMoment = 0;
  /** What is written, for pages that are open elsewhere. */
  readonly changed = new ChangeFeed();

  constructor(readonly db: Database) {}

  /** A time that no earlier write of this process has: what was deleted together is told by its moment. */
  private moment(): number {
    this.lastMoment = Math.max(Date.now(), this.lastMoment + 1);
    return this.lastMoment;
  }

  /** A document as kept, deleted or not; undefined where there is none of that id. */
  async row(kind: KindName, id: string): Promise<DocumentRow | undefined> {
    const [row] = await this.db.orm
      .select(ROW)
      .from(documents)
      .where(and(eq(documents.kind, kind), eq(documents.id, id), HAS_LEGIBLE_HEAD));
    return row;
  }

  /** Rows of a kind by their ids, deleted or not. */
  async rows(kind: KindName, ids: readonly string[]): Promise<Map<string, DocumentRow>> {
    const rows = await this.db.orm
      .select(ROW)
      .from(documents)
      .where(and(eq(documents.kind, kind), sql`${documents.id} in ${among(ids)}`, HAS_LEGIBLE_HEAD));
    return new Map(rows.map((row) => [row.id, row]));
  }

  /** Every document of a kind that is not deleted and can be read, oldest first. */
  async all<K extends KindName>(kind: K): Promise<Doc<K>[]> {
    const { rows } = await this.readable([kind]);
    return rows.map((row) => docOf(row) as Doc<K>);
  }

  /** The numbers of the next rows that are not deleted, of every kind. */
  async rowids(after: number, count: number): Promise<number[]> {
    const rows = await this.db.orm
      .select({ rowid: sql<number>`rowid` })
      .from(documents)
      .where(and(sql`rowid > ${after}`, sql`+${documents.deletedAt} is null`))
      .orderBy(sql`rowid`)
      .limit(count);
    return rows.map(({ rowid }) => rowid);
  }

  /** Rows of some kinds, or of all, that are not deleted and can be read, and how many more there are. */
  readable(kinds: readonly KindName[] | undefined, within?: SQL): Promise<{ rows: DocumentRow[]; unread: number }> {
    return readRows(this.db.orm, presentRows(kinds, within));
  }

  /** The next `count` rows of some kinds that are not deleted, whether they can be read or not. */
  places(kinds: readonly KindName[], after: Place | undefined, count: number): Promise<Place[]> {
    return placesOf(this.db.orm, presentRows(kinds), after, count);
  }

  /** A car, or the car of a plan: the condition of what belongs to it, over any number of steps; undefined where there is none. */
  async ofCar(id: string): Promise<SQL | undefined> {
    const found = (await this.row('car', id)) ?? (await this.row('plan', id));
    const carId = found?.kind === 'plan' ? found.parentId : found?.id;
    if (!found || found.deletedAt !== null || carId === null || carId === undefined) return undefined;
    return sql`rowid in (
      with recursive family(id) as (select ${carId} union select child.id from documents child join family on child.parent_id = family.id)
      select own.rowid from documents own where own.kind = 'car' and own.id = ${carId}
      union select child.rowid from documents child join family on child.parent_id = family.id)`;
  }

  /** Rows that are not deleted and cannot be read: broken, or of a later release. `readable` are the rows that can be. */
  async unreadable(kinds: readonly KindName[] | undefined, readable: readonly DocumentRow[], within?: SQL): Promise<Unreadable[]> {
    const known = JSON.stringify(readable.map(({ kind, id }) => ({ kind, id })));
    return this.db.orm
      .select({
        kind: sql<KindName>`case when ${isWordIn('documents.kind')} then ${documents.kind} else hex(${documents.kind}) end`,
        id: sql<string>`case when ${isIdIn('documents.id')} then ${documents.id} else hex(${documents.id}) end`,
        schemaVersion: documents.schemaVersion,
        name: LEGIBLE_NAME,
      })
      .from(documents)
      .where(
        and(
          presentRows(kinds, within),
          sql`(${documents.kind}, ${documents.id}) not in (select value->>'kind', value->>'id' from json_each(${known}))`,
        ),
      )
      .orderBy(asc(documents.createdAt), sql`rowid`);
  }

  /** The bodies of parents by id, for checking what belongs to them; those deleted or unreadable are left out. */
  async parents(kind: KindName, ids: readonly string[]): Promise<Map<string, unknown>> {
    const parent = parentOf(kind);
    if (parent === undefined || ids.length === 0) return new Map();
    const rows = await this.db.orm
      .select(ROW)
      .from(documents)
      .where(and(eq(documents.kind, parent), isNull(documents.deletedAt), sql`${documents.id} in ${among(ids)}`, IS_READABLE, HAS_LEGIBLE_HEAD));
    return new Map(rows.filter((row) => row.body !== '').map((row) => [row.id, docOf(row).body]));
  }

  /**
   * Does all writes of one kind in one transaction, but those that no longer fit what is there; says what came of each, in
   * their order. Bodies must have been checked.
   */
  write(kind: KindName, writes: readonly DocWrite[]): Promise<DocWritten[]> {
    return this.db.writes.run(() => this.apply(kind, writes));
  }

  /** Several writes that belong together, with nothing else in between. */
  together<T>(work: (apply: (kind: KindName, writes: readonly DocWrite[]) => Promise<DocWritten[]>) => Promise<T>): Promise<T> {
    return this.db.writes.run(() => work((kind, writes) => this.apply(kind, writes)));
  }

  private async apply(kind: KindName, writes: readonly DocWrite[]): Promise<DocWritten[]> {
    const now = this.moment();
    const { deleted, wentWithIt, cameBackWithIt, written } = writeStatements(kind, writes, now);
    const { orm } = this.db;
    const done = await orm.batch([
      orm.all<Done>(deleted),
      orm.all<DoneWithIt>(wentWithIt),
      orm.all<DoneWithIt>(cameBackWithIt),
      orm.all<Done>(written),
    ]);
    const [gone, kept] = [done[0], done[3]].map((list) => new Map(list.map((one) => [one.id, one.version])));
    const withIt = [...done[1], ...done[2]];
    const updatedAt = new Date(now).toISOString();
    const told = (id: string, state: 'written' | 'deleted', version: number): DocWritten => ({
      id,
      state,
      version,
      updatedAt,
      withIt: descendants(kind, id, withIt),
    });
    const left = writes.filter(({ id }) => !gone!.has(id) && !kept!.has(id));
    const reasons = left.length > 0 ? await this.reasons(kind, left) : new Map<string, DocWritten>();
    const results = writes.map(({ id }) => {
      if (gone!.has(id)) return told(id, 'deleted', gone!.get(id)!);
      if (kept!.has(id)) return told(id, 'written', kept!.get(id)!);
      return reasons.get(id)!;
    });
    this.changed.publishWrites(kind, writes, results);
    return results;
  }

  /** Why writes were not done. */
  private async reasons(kind: KindName, writes: readonly DocWrite[]): Promise<Map<string, DocWritten>> {
    const byId = await this.rows(
      kind,
      writes.map((write) => write.id),
    );
    const parent = parentOf(kind);
    const reasons = new Map<string, DocWritten>();
    for (const { id, base, parentId, body } of writes) {
      const row = byId.get(id);
      if (body === null && (!row || row.deletedAt !== null)) {
        // Gone already, or never there: what was wanted holds.
        reasons.set(id, { id, state: 'deleted', version: row?.version ?? 0, updatedAt: new Date(row?.updatedAt ?? 0).toISOString(), withIt: [] });
      } else if (row && row.version !== base) reasons.set(id, { id, state: 'stale', newer: newerOf(row) });
      else if (!row && base !== 0) reasons.set(id, { id, state: 'unknown' });
      else {
        const held = parent && parentId ? await this.row(parent, parentId) : undefined;
        reasons.set(id, {
          id,
          state: 'no-parent',
          parentId: parentId ?? '',
          ...(held && held.deletedAt !== null ? { deletedVersion: held.version } : {}),
        });
      }
    }
    return reasons;
  }

  /**
   * Puts documents in as they are, over whatever is there, all or none: for restoring a backup. `plan` says which, after
   * everything that was queued before and with nothing in between.
   */
  overwrite<T>(plan: () => Promise<{ writes: Overwrite[]; result: T }>): Promise<T> {
    return this.db.writes.run(async () => {
      const { writes, result } = await plan();
      if (writes.length > 0) await this.db.orm.run(overwriteStatement(writes));
      if (writes.length > 0) this.changed.publishReload();
      return result;
    });
  }

  /** Undoes a delete: the document, and what went with it. One that is there is answered as it is; undefined: never known. */
  async restore(kind: KindName, id: string): Promise<{ kind: KindName; doc: Doc }[] | 'no-parent' | undefined> {
    const row = await this.row(kind, id);
    if (!row) return undefined;
    if (row.deletedAt === null) return [{ kind, doc: docOf(row) }];
    const write = { id, base: row.version, ...(row.parentId === null ? {} : { parentId: row.parentId }), body: docOf(row).body };
    const [result] = await this.write(kind, [write]);
    if (result?.state === 'no-parent') return 'no-parent';
    const back = [{ kind, id }, ...(result?.state === 'written' ? result.withIt : [])];
    const rows = await Promise.all(back.map((one) => this.row(one.kind, one.id)));
    return rows.flatMap((one, i) => (one && one.deletedAt === null ? [{ kind: back[i]!.kind, doc: docOf(one) }] : []));
  }

  /** Whether a row's body can be read at all. */
  static canRead(row: DocumentRow): boolean {
    if (row.schemaVersion !== schemaVersionNow(row.kind)) return false;
    try {
      JSON.parse(row.body);
      return true;
    } catch {
      return false;
    }
  }
}

/** Rows of some kinds that are not deleted. Where `within` names rows by their numbers, these are looked up: the plus keeps SQLite from the index of kinds. */
const presentRows = (kinds: readonly KindName[] | undefined, within?: SQL): SQL | undefined =>
  within
    ? and(kinds && sql`+${documents.kind} in ${among(kinds)}`, sql`+${documents.deletedAt} is null`, within)
    : and(kinds && inArray(documents.kind, [...kinds]), isNull(documents.deletedAt));

/** What a stale write is told: the newer document, or that it is deleted. One that cannot be read counts as deleted. */
function newerOf(row: DocumentRow): Newer {
  if (row.deletedAt !== null || !DocumentStore.canRead(row)) return { deleted: true, version: row.version };
  return { deleted: false, doc: docOf(row) };
}

/** The documents of a list that belong to one document, directly or through others. */
function descendants(kind: KindName, id: string, all: readonly DoneWithIt[]): WithIt[] {
  if (all.length === 0) return [];
  return all
    .filter((one) => one.parentId === id && FAMILIES.some(({ child, parent }) => child === one.kind && parent === kind))
    .flatMap((one) => [{ kind: one.kind, id: one.id, version: one.version }, ...descendants(one.kind, one.id, all)]);
}
