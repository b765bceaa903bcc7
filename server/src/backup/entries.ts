import { KIND_NAMES, type KindName } from '@puddler/contract';

/** Names in the zip. */
export const MANIFEST = 'manifest.json';
/** The SHA-256 of the manifest, so that a changed one is told. */
export const MANIFEST_HASH = 'manifest.json.sha256';
export const documentsEntry = (kind: KindName) => `documents/${kind}.json`;
export const filesEntry = (hash: string) => `files/${hash}`;

/** What an entry's name stands for; undefined for a name that no backup has. */
export function readEntryName(name: string): 'manifest' | 'manifest-hash' | { documents: KindName } | { file: string } | undefined {
  if (name === MANIFEST) return 'manifest';
  if (name === MANIFEST_HASH) return 'manifest-hash';
  const kind = KIND_NAMES.find((one) => documentsEntry(one) === name);
  if (kind) return { documents: kind };
  const hash = /^files\/([0-9a-f]{64})$/.exec(name)?.[1];
  return hash === undefined ? undefined : { file: hash };
}
