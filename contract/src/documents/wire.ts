import type { Doc, KindName } from './kinds';

/** One document to write: `base` is the version it was based on, 0 for a new one; null deletes it. */
export interface DocWrite {
  id: string;
  base: number;
  parentId?: string;
  body: unknown;
}

export interface DocWrites {
  writes: DocWrite[];
}

/** A document that went or came back with its parent. */
export interface WithIt {
  kind: KindName;
  id: string;
  version: number;
}

/** What a stale write is told of the newer state: the document, or that it is deleted now. */
export type Newer = { deleted: false; doc: Doc } | { deleted: true; version: number };

/** What came of one write. */
export type DocWritten =
  | { id: string; state: 'written' | 'deleted'; version: number; updatedAt: string; withIt: WithIt[] }
  | { id: string; state: 'stale'; newer: Newer }
  /** The data folder has never held it, though the write was based on a version of it. */
  | { id: string; state: 'unknown' }
  /** Its parent is deleted (then with the version that it was deleted as) or has never been there. */
  | { id: string; state: 'no-parent'; parentId: string; deletedVersion?: number };

export interface DocsWritten {
  results: DocWritten[];
}

/** What a single write is answered with. */
export interface Written {
  version: number;
  updatedAt: string;
  withIt?: WithIt[];
}

/** What an import made or found: the car, and the plan. */
export interface Imported {
  car: Doc<'car'>;
  plan: Doc<'plan'>;
  /** The garage had just this plan before. */
  already: boolean;
  /** What runs have taught of the car, where the file brought that. */
  learned?: Doc<'learned'>;
}

/** What was written, deleted, or came back with its parent: as a page takes it in that did not do it itself. */
export interface DocsChanged {
  written: { kind: KindName; doc: Doc }[];
  gone: WithIt[];
  back: WithIt[];
}

/** The same as it is sent to pages that listen. */
export interface LiveChange extends DocsChanged {
  /** The name of the device that did it; left out for the machine that Puddler runs on. */
  by?: string;
}
