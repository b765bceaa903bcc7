/** What is known of one document once others, or the server, have been heard of it. */
import { original } from '@reduxjs/toolkit';
import { isUnsaved, sameContent, type Content, type Entry, type Remote } from './entry';

/** What another device wrote while a document was changed here stands where that was taken back, or saved before it: no write will find it out. */
export function catchUp(entry: Entry, content: Content | null, remote: Remote): void {
  const { newer } = original(entry) ?? entry;
  if (!newer) return;
  const isBehind = remote.state === 'absent' || remote.version < newer.version;
  if (isBehind && isUnsaved({ ...entry, content, remote })) return;
  delete entry.newer;
  if (!isBehind) return;
  entry.content = newer.content;
  entry.remote = { state: 'present', ...newer };
}

/**
 * A document came back on the server with what it belongs to, as it was; here where `isHereToo` says so. It may have been changed before it was deleted,
 * unheard: it counts as the version before, until it is fetched, or written over what the server has.
 */
export function comeBack(entry: Entry | undefined, version: number, isHereToo: (entry: Entry) => boolean): void {
  if (!entry) return;
  forgetDeletion(entry, version);
  const { content, remote } = original(entry) ?? entry;
  if (remote.state === 'present' && remote.version < version) {
    // It was deleted from here, and came back before the answer to that.
    if (content === null) entry.newer = { version, content: remote.content };
    else if (sameContent(content, remote.content)) entry.remote = { ...remote, version: version - 1 };
  }
  if (remote.state !== 'deleted' || !remote.was) return;
  if (isHereToo(entry)) entry.content = remote.was;
  entry.remote = { state: 'present', version: version - 1, content: remote.was };
}

/** A deletion that the builder is asked about is over where something newer is there. */
export function forgetDeletion(entry: Entry, version: number): void {
  if (entry.conflict?.deleted && entry.conflict.version < version) delete entry.conflict;
}

export const gone = (entry: Entry, version: number): Extract<Remote, { state: 'deleted' }> => ({
  state: 'deleted',
  version,
  was: entry.remote.state === 'present' ? entry.remote.content : entry.remote.state === 'deleted' ? entry.remote.was : undefined,
});

/** What became of a document that was sent is known. */
export function answered(entry: Entry): Entry {
  delete entry.sent;
  return entry;
}

/** What became of it is known, and what the server had then: what others did later may have been heard before. */
export function settled(entry: Entry, remote: Exclude<Remote, { state: 'absent' }>): void {
  const { content, remote: known } = original(entry) ?? entry;
  const isOvertaken = known.state !== 'absent' && known.version > remote.version;
  const now = isOvertaken ? known : remote;
  answered(entry).remote = now;
  catchUp(entry, content, now);
}
