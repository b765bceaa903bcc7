import type { EarlierFiles } from './kind';
import { schemaVersionOf } from './kind';
import { kindOf, type KindName } from './kinds';

/** A document written by a release whose schema this one does not know. */
export class NewerSchema extends Error {
  constructor(
    readonly kind: KindName,
    readonly schemaVersion: number,
  ) {
    super(`a ${kindOf(kind).noun} of form ${schemaVersion}; the newest known is ${schemaVersionOf(kindOf(kind))}`);
    this.name = 'NewerSchema';
  }
}

/** Brings a body of a version of its schema (1: the first) to the current one. Throws NewerSchema for one from a later release. */
export function migrate(kind: KindName, schemaVersion: number, body: unknown, earlier: EarlierFiles): unknown {
  const { migrations } = kindOf(kind);
  if (!Number.isInteger(schemaVersion) || schemaVersion < 1 || schemaVersion > migrations.length + 1) throw new NewerSchema(kind, schemaVersion);
  return migrations.slice(schemaVersion - 1).reduce((old, migration) => migration(old, earlier), body);
}
