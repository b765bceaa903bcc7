import Joi from 'joi';
import type { Checked } from './checked';
import { KIND_NAMES, type KindName } from './documents/kinds';
import { hash, uuid } from './joi-parts';
import { checkWith } from './joi-problems';

/** What a backup holds, with the means to tell whether it is whole. */
export interface BackupManifest {
  format: 'puddler-backup';
  version: 1;
  /** ISO 8601. */
  madeAt: string;
  /** For each kind the entry `documents/<kind>.json`; kinds without documents are left out. */
  documents: Partial<Record<KindName, { count: number; sha256: string }>>;
  /** Each an entry `files/<hash>`, the hash its bytes'. */
  files: { hash: string; bytes: number }[];
  /** Files that documents refer to and that were not there, or not as they came in, when the backup was made. */
  lost?: LostFile[];
  /** How many documents could not be read when the backup was made, and are not in it. */
  unread?: number;
}

/** A file that a backup does not hold as it came in. */
export interface LostFile {
  hash: string;
  why: 'missing' | 'damaged';
}

/** One document in a backup, in the form that it was written in. */
export interface BackupDocument {
  id: string;
  parentId?: string;
  version: number;
  /** Milliseconds since 1970, as both times of the database. */
  createdAt: number;
  updatedAt: number;
  form: number;
  body: unknown;
}

const count = Joi.number().integer().min(0).required();

const manifestSchema = Joi.object<BackupManifest, true>({
  format: Joi.string<'puddler-backup'>().valid('puddler-backup').required(),
  version: Joi.number<1>().valid(1).required(),
  madeAt: Joi.string().isoDate().required(),
  documents: Joi.object()
    .pattern(Joi.valid(...KIND_NAMES), Joi.object({ count, sha256: hash.required() }))
    .required(),
  files: Joi.array()
    .items(Joi.object({ hash: hash.required(), bytes: count }))
    .required(),
  lost: Joi.array().items(Joi.object({ hash: hash.required(), why: Joi.string().valid('missing', 'damaged').required() })),
  unread: Joi.number().integer().min(0),
});

export const checkBackupManifest = (input: unknown): Checked<BackupManifest> => checkWith(manifestSchema, input);

const moment = Joi.number().integer().min(0).max(8.64e15).required();

const documentSchema = Joi.object<BackupDocument, true>({
  id: uuid.required(),
  parentId: uuid,
  version: Joi.number().integer().min(1).required(),
  createdAt: moment,
  updatedAt: moment,
  form: Joi.number().integer().min(1).required(),
  body: Joi.object().unknown().required(),
});

/** Checks all of a document but its body. */
export const checkBackupDocument = (input: unknown): Checked<BackupDocument> => checkWith(documentSchema, input);

/** What a restore would do, or has done, with one document. `newer` is the one that stays. */
export type RestoreState =
  /** It is not here: it comes. */
  | 'new'
  /** It was deleted here: it comes back. */
  | 'deleted'
  /** The backup's is newer: it takes the place of the one here. */
  | 'newer-in-backup'
  /** The one here is newer: it stays. */
  | 'newer-here'
  /** By how often it was written one is newer, by the clock the other, or both were written as often: the builder says which. */
  | 'unsure'
  | 'same';

/** Whether a restore brings a document in; `takesUnsure` where the builder wants the backup's of those that nobody can tell. */
export const isTaken = ({ state }: Pick<RestoreLine, 'state'>, takesUnsure = false): boolean =>
  state === 'new' || state === 'deleted' || state === 'newer-in-backup' || (state === 'unsure' && takesUnsure);

export interface RestoreLine {
  kind: KindName;
  id: string;
  name: string;
  state: RestoreState;
}

/** What a checked backup would bring. */
export interface RestorePreview {
  /** Names the checked backup when it is restored. */
  token: string;
  madeAt: string;
  lines: RestoreLine[];
  files: number;
  /** Files and documents that the backup could not take in when it was made. */
  lost: number;
  unread: number;
  /** Documents in it that are left out: what they belong to could not be read when the backup was made, and is not here. */
  orphans: number;
}

export interface Restored {
  lines: RestoreLine[];
  files: number;
}
