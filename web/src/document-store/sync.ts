import { compact } from '@puddler/core';
import { KIND_NAMES, kindOf, merge, type BodyOf, type DocWrite, type DocWritten, type KindName, type WithIt } from '@puddler/contract/shared';
import equal from 'fast-deep-equal';
import { errorOf } from '../api/request';
import { writeDocuments } from '../api/server';
import { conflicted, merged, refused, remoteBack, remoteGone, remoteUnknown, saved, sending, syncTurned } from './document-store-slice';
import { contentOf, idOfKey, isUnsaved, keyOf, kindOfKey, parentKeyOf, type Content, type Entry, type Key, type Refusal, type Remote } from './entry';
import { sendFiles } from './keep-files';
import { loadCar } from './load';
import type { AppStore } from './store';
import { selectUnsettled } from './selectors';

/** Typing settles this long before it is sent. */
const SETTLE_MS = 350;
const RETRY_FROM_MS = 500;
const RETRY_TO_MS = 8_000;
const DOCUMENTS_A_WRITE = 1_000;

/** The server, or its disk, did not take what was sent, and may later: nothing is wrong with the documents. */
class TryLater extends Error {
  constructor(readonly reason: string | undefined) {
    super(reason ?? 'the server does not answer');
  }
}

/**
 * Brings the server to what the document store wants, kind by kind, for as long as the page lives. What cannot be written now is tried
 * again after a while that grows to a ceiling; what is typed meanwhile waits in the document store. Returns what tries it now.
 */
export function startSync(store: AppStore, settleMs = SETTLE_MS): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let busy = false;
  let retryMs = RETRY_FROM_MS;

  const schedule = (delay: number) => {
    clearTimeout(timer);
    timer = setTimeout(() => void drain(), delay);
  };

  async function drain(): Promise<void> {
    if (busy) return;
    busy = true;
    try {
      await sendFiles(store).catch((cause: unknown) => {
        throw new TryLater(errorOf(cause)?.message);
      });
      for (let batch = nextBatch(store); batch.length > 0; batch = nextBatch(store)) {
        store.dispatch(syncTurned({ state: 'saving' }));
        await write(store, batch);
        retryMs = RETRY_FROM_MS;
      }
      store.dispatch(syncTurned({ state: 'idle' }));
    } catch (cause) {
      const reason = cause instanceof TryLater ? cause.reason : String(cause);
      store.dispatch(syncTurned(reason === undefined ? { state: 'offline' } : { state: 'failing', message: reason }));
      schedule(retryMs);
      retryMs = Math.min(2 * retryMs, RETRY_TO_MS);
    } finally {
      busy = false;
    }
  }

  const waitsForRetry = () => ['offline', 'failing'].includes(store.getState().documentStore.sync.state);
  store.listen({
    predicate: (_action, now, before) =>
      now.documentStore.entries !== before.documentStore.entries || now.documentStore.filesWaiting > before.documentStore.filesWaiting,
    effect: () => {
      if (!busy && !waitsForRetry() && (nextBatch(store).length > 0 || store.getState().documentStore.filesWaiting > 0)) schedule(settleMs);
    },
  });
  const tryNow = () => schedule(0);
  window.addEventListener('online', tryNow);
  tryNow();
  return tryNow;
}

/** Documents of one kind that can be written now: parents before children, and none whose parent the server does not have. */
function nextBatch(store: AppStore): Entry[] {
  const { entries } = store.getState().documentStore;
  const waiting = selectUnsettled(store.getState()).filter((doc) => isUnsaved(doc) && !doc.conflict && !doc.refused && !waitsForParent(entries, doc));
  for (const kind of KIND_NAMES) {
    const ofKind = waiting.filter((doc) => kindOfKey(doc.key) === kind);
    if (ofKind.length > 0) return ofKind.slice(0, DOCUMENTS_A_WRITE);
  }
  return [];
}

/** What belongs to something that is deleted is sent all the same: the answer says why it cannot be kept. */
function waitsForParent(entries: Record<Key, Entry>, { content }: Entry): boolean {
  const key = content ? parentKeyOf(content) : undefined;
  const parent = key && entries[key];
  return parent !== undefined && parent.content !== null && (parent.remote.state !== 'present' || parent.conflict !== undefined);
}

/** Writes documents of one kind in one request, and takes up what came of each. Throws TryLater. */
async function write(store: AppStore, docs: readonly Entry[]): Promise<void> {
  const kind = kindOfKey(docs[0]!.key);
  store.dispatch(sending(docs.map(({ key, content }) => ({ key, content }))));
  const writes = docs.map(({ id, content, remote, sent }): DocWrite => ({
    id,
    base: remote.state === 'absent' ? 0 : remote.version,
    // A delete needs no parent, but its envelope names one all the same.
    ...parentIdOf(content, remote, sent),
    body: content?.body ?? null,
  }));
  try {
    const { results } = await writeDocuments(kind, writes);
    applyResults(store, docs, results);
  } catch (cause) {
    await failed(store, docs, cause);
  }
}

function parentIdOf(content: Content | null, remote: Entry['remote'], sent: Entry['sent']): { parentId?: string } {
  const known = content ?? (remote.state === 'present' ? remote.content : sent?.find((one) => one !== null));
  return known?.parentId === undefined ? {} : { parentId: known.parentId };
}

async function failed(store: AppStore, docs: readonly Entry[], cause: unknown): Promise<void> {
  const error = errorOf(cause);
  if (!error || error.status >= 500) throw new TryLater(error?.message);
  if (error.code === 'too-large' && docs.length > 1) {
    const half = Math.ceil(docs.length / 2);
    await write(store, docs.slice(0, half));
    await write(store, docs.slice(half));
    return;
  }
  const refusals = new Map<Key, Refusal>();
  for (const problem of error.problems ?? []) {
    const place = /^writes\[(\d+)\]\.(?:body\.?)?/.exec(problem.path);
    const doc = place && docs[Number(place[1])];
    if (!doc) continue;
    const { problems } = refusals.get(doc.key) ?? { problems: [] };
    const message = problem.message.replace(place[0], '');
    refusals.set(doc.key, { message: error.message, problems: [...problems, { ...problem, path: problem.path.slice(place[0].length), message }] });
  }
  // A refusal that names no document is all of theirs: sending them again as they are would be refused again.
  if (refusals.size === 0) for (const doc of docs) refusals.set(doc.key, { message: error.message, problems: error.problems ?? [] });
  store.dispatch(refused([...refusals].map(([key, refusal]) => ({ key, refusal }))));
}

/** What came of each write, in the document store. */
function applyResults(store: AppStore, docs: readonly Entry[], results: readonly DocWritten[]): void {
  const written: { key: Key; version: number; content: Content }[] = [];
  const goneNow: { key: Key; version: number }[] = [];
  const backNow: { key: Key; version: number }[] = [];
  const withIt = (list: readonly WithIt[]) => list.map(({ kind, id, version }) => ({ key: keyOf(kind, id), version }));
  for (const [i, result] of results.entries()) {
    const doc = docs[i]!;
    switch (result.state) {
      case 'written':
        // Kept as sent: later edits differ from it, and equal ones are known to be saved.
        written.push({ key: doc.key, version: result.version, content: doc.content! });
        backNow.push(...withIt(result.withIt));
        break;
      case 'deleted':
        goneNow.push({ key: doc.key, version: result.version }, ...withIt(result.withIt));
        break;
      case 'stale':
        takeNewer(store, doc, result);
        break;
      case 'unknown':
        store.dispatch(remoteUnknown({ key: doc.key }));
        break;
      case 'no-parent':
        missParent(store, doc, result);
        break;
    }
  }
  if (written.length > 0) store.dispatch(saved(written));
  if (goneNow.length > 0) store.dispatch(remoteGone(goneNow));
  if (backNow.length === 0) return;
  store.dispatch(remoteBack(backNow));
  for (const { key } of written) void loadCar(store, idOfKey(key)).catch(() => undefined);
}

/** The server has a newer version: both edits are put together, and the builder asked where that cannot be. */
function takeNewer(store: AppStore, sent: Entry, { newer }: Extract<DocWritten, { state: 'stale' }>): void {
  // What was typed since the write was sent is the builder’s too.
  const { key, content, remote, sent: earlier = [] } = store.getState().documentStore.entries[sent.key] ?? sent;
  if (newer.deleted) {
    // Deleted from here, though the answer got lost.
    if (content === null || earlier.includes(null)) store.dispatch(remoteGone([{ key, version: newer.version }]));
    else store.dispatch(conflicted({ key, conflict: { deleted: true, version: newer.version } }));
    return;
  }
  const { version } = newer.doc;
  const theirs = contentOf(kindOfKey(key), newer.doc as never);
  // A write whose answer got lost on the way is not a conflict, whatever was typed since.
  const arrived = earlier.find((one) => one !== null && equal(one, theirs));
  if (arrived) store.dispatch(saved([{ key, version, content: arrived }]));
  // Deleted and brought back in between, it is what was to be deleted.
  else if (content === null && remote.state === 'present' && equal(remote.content, theirs))
    store.dispatch(saved([{ key, version, content: theirs }]));
  else if (content === null) store.dispatch(conflicted({ key, conflict: { deleted: false, version, content: theirs } }));
  else {
    const common = arrivedBefore(remote, earlier, theirs, version);
    if (common) store.dispatch(saved([{ key, ...common }]));
    const base = common?.content ?? (remote.state === 'present' ? remote.content : undefined);
    const { body, clashes } = merge(base?.body, content.body, theirs.body, kindOf(content.kind));
    const parentId = content.parentId === base?.parentId ? theirs.parentId : content.parentId;
    const mine = { kind: content.kind, ...compact({ parentId }), body: body as BodyOf<KindName> } as Content;
    if (clashes.length > 0) store.dispatch(conflicted({ key, conflict: { deleted: false, version, content: theirs } }));
    else store.dispatch(merged({ key, version, theirs, mine: equal(mine.body, theirs.body) ? theirs : mine }));
  }
}

/**
 * Which of the contents that were sent and never answered arrived and was changed by others since: all that it changed stands in theirs. Both sides began
 * from it, so that nobody is asked about an edit of their own, or loses a figure to it.
 */
function arrivedBefore(
  remote: Remote,
  sent: readonly (Content | null)[],
  theirs: Content,
  version: number,
): { version: number; content: Content } | undefined {
  // Of a document that was made or brought back here nothing shows which it was; the very next version is another’s.
  if (remote.state !== 'present' || version === remote.version + 1) return undefined;
  const base = remote.content.body;
  const content = sent.findLast((one): one is Content => {
    if (one === null || equal(one.body, base)) return false;
    const { body, clashes } = merge(base, one.body, theirs.body, kindOf(one.kind));
    return clashes.length === 0 && equal(body, theirs.body);
  });
  return content && { version: remote.version + 1, content };
}

/** What a document belongs to is not there: deleted elsewhere, which the builder decides about, or never written. */
function missParent(store: AppStore, { key, content }: Entry, { deletedVersion }: Extract<DocWritten, { state: 'no-parent' }>): void {
  const parentKey = content ? parentKeyOf(content) : undefined;
  const parent = parentKey && store.getState().documentStore.entries[parentKey];
  if (!parent?.content) {
    store.dispatch(refused([{ key, refusal: { message: 'What this belongs to is deleted.', problems: [] } }]));
  } else if (deletedVersion === undefined) store.dispatch(remoteUnknown({ key: parent.key }));
  else store.dispatch(conflicted({ key: parent.key, conflict: { deleted: true, version: deletedVersion } }));
}
