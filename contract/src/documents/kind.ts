import type { Checked } from '../checked';

/** A file in the data folder, by the SHA-256 of its bytes (64 small hexadecimal digits). */
export interface FileRef {
  hash: string;
  /** MIME type, as the bytes themselves say. */
  type: string;
  bytes: number;
  /** What it was called where it came from. */
  name?: string;
}

/**
 * What a document of an earlier release refers to, for migrations that need to know more than the document: photos were once
 * kept under an id, and are now kept by what is in them.
 */
export interface EarlierFiles {
  photo(id: string): FileRef | undefined;
}

/** Brings a document from one version of its schema to the next. Pure; the one at index 0 makes version 2 of version 1. */
type Migration = (body: unknown, earlier: EarlierFiles) => unknown;

/** The lists that the server hands out. A page takes the shelf; cars it takes by name, and all of one when it is looked at. */
export const LIST_NAMES = ['garage', 'shelf', 'log'] as const;
export type ListName = (typeof LIST_NAMES)[number];

/** A reference from one document to another. */
interface Reference {
  kind: string;
  /** The field is left out where there is nothing to refer to. */
  optional?: true;
}

/**
 * One kind of document, as everything but its validator knows it: the server's routes and store, the document store, the sync, merging
 * and the backup read this and nothing else. `Body` is what the builder writes.
 */
export interface Kind<Body> {
  /** Its name on the wire and in keys. */
  path: string;
  /** What a person calls one. */
  noun: string;
  list: ListName;
  /** The kind it belongs to: it cannot be without its parent, and is deleted and restored with it. */
  parent?: string;
  /** What a person knows this one by. */
  nameOf: (body: Body) => string;
  /** Lists whose members are told apart by a field of theirs, by path; members of other lists go by their place. */
  memberIds: Readonly<Record<string, string>>;
  /** Lists of words of which each is there or not, whatever their order, by path. */
  marks?: readonly string[];
  /** Fields that are computed from the others and kept beside them. */
  computed?: readonly string[];
  /** There is one a parent, and it has the parent's id. */
  hasIdOfParent?: true;
  /** What its documents refer to by id: where in the body (`steps[].runId` for the members of a list), and what kind stands there. */
  refersTo?: Readonly<Record<string, Reference>>;
  /** Hashes of the files it refers to, where its documents can refer to any. */
  fileHashes?: (body: Body) => string[];
  migrations: readonly Migration[];
}

/** The version of the schema that documents of a kind are written in now; stored and sent as `form`. */
export const schemaVersionOf = (kind: Kind<never>): number => kind.migrations.length + 1;

/** Checks a body from outside; `parent` is the body of the document that it belongs to, where its kind has a parent. */
export type CheckBody<Body, Parent> = (body: unknown, parent: Parent) => Checked<Body>;
