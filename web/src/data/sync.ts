import type { CarDoc, PartWrite, PlanDoc } from '@puddler/contract/shared';
import type { AppStore } from '../app/store';
import { api, errorOf } from './api';
import {
  carContent,
  carKey,
  conflicted,
  isUnsaved,
  partContent,
  partKey,
  partsSaved,
  planContent,
  planKey,
  refused,
  remoteGone,
  remoteUnknown,
  saved,
  syncTurned,
  type Content,
  type Held,
  type Key,
} from './desk-slice';

/** Typing settles this long before it is sent. */
const SETTLE_MS = 350;
const RETRY_FROM_MS = 500;
const RETRY_TO_MS = 8_000;
const PARTS_A_WRITE = 1_000;

/**
 * Brings the server to what the desk wants, one write at a time, for as long as the page lives.
 * A server that does not answer is asked again; what is typed meanwhile waits on the desk.
 */
export function startSync(store: AppStore): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let busy = false;
  let retryMs = RETRY_FROM_MS;
  let held = store.getState().desk.held;

  const schedule = (delay: number) => {
    clearTimeout(timer);
    timer = setTimeout(() => void drain(), delay);
  };

  async function drain(): Promise<void> {
    if (busy) return;
    busy = true;
    try {
      for (let next = nextWaiting(store); next; next = nextWaiting(store)) {
        store.dispatch(syncTurned('saving'));
        if (next.key.startsWith('part:')) await writeParts(store);
        else await write(store, next);
        retryMs = RETRY_FROM_MS;
      }
      store.dispatch(syncTurned('idle'));
    } catch {
      store.dispatch(syncTurned('offline'));
      schedule(retryMs);
      retryMs = Math.min(2 * retryMs, RETRY_TO_MS);
    } finally {
      busy = false;
    }
  }

  store.subscribe(() => {
    const { desk } = store.getState();
    if (desk.held === held) return;
    held = desk.held;
    if (!busy && desk.sync !== 'offline' && nextWaiting(store)) schedule(SETTLE_MS);
  });
  window.addEventListener('online', () => schedule(0));
  schedule(0);
}

function waitingDocs(store: AppStore): Held[] {
  return Object.values(store.getState().desk.held).filter((doc) => isUnsaved(doc) && !doc.conflict && !doc.refused);
}

/** The next document to write: cars before plans, since a plan needs its car. */
function nextWaiting(store: AppStore): Held | undefined {
  const waiting = waitingDocs(store);
  return waiting.find((doc) => doc.key.startsWith('car:')) ?? waiting[0];
}

/** All parts that wait, some hundreds a request: a bulk edit is one write. */
async function writeParts(store: AppStore): Promise<void> {
  const docs = waitingDocs(store)
    .filter((doc) => doc.key.startsWith('part:'))
    .slice(0, PARTS_A_WRITE);
  const writes = docs.map(({ id, content, remote }): PartWrite => ({
    id,
    base: remote.state === 'present' ? remote.version : 0,
    part: content?.kind === 'part' ? content.part : null,
  }));
  try {
    const { results } = await store.dispatch(api.endpoints.writeShelf.initiate({ writes })).unwrap();
    const written = results.flatMap((result, i) => (result.state === 'written' ? [{ key: docs[i]!.key, version: result.version, content: docs[i]!.content! }] : []));
    if (written.length > 0) store.dispatch(partsSaved(written));
    const gone = results.flatMap((result) => (result.state === 'deleted' ? [partKey(result.id)] : []));
    if (gone.length > 0) store.dispatch(remoteGone({ keys: gone }));
    for (const [i, result] of results.entries()) {
      if (result.state !== 'stale') continue;
      const content = partContent(result.current);
      const { key, content: mine } = docs[i]!;
      if (same(mine, content)) store.dispatch(saved({ key, version: result.current.version, content }));
      else store.dispatch(conflicted({ key, version: result.current.version, content }));
    }
  } catch (cause) {
    const error = errorOf(cause);
    if (error?.code !== 'bad-document') throw cause;
    // Which part it was stands in the path: `writes[3].part.…`. The others go with the next write.
    const bad = new Set((error.problems ?? []).map((one) => Number(/^writes\[(\d+)\]/.exec(one.path)?.[1] ?? -1)));
    for (const [i, doc] of docs.entries())
      if (bad.has(i) || bad.size === 0) store.dispatch(refused({ key: doc.key, problems: (error.problems ?? []).filter((one) => one.path.startsWith(`writes[${i}]`)) }));
    if (bad.has(-1)) throw cause;
  }
}

const contentOf = (doc: CarDoc | PlanDoc): Content => ('car' in doc ? carContent(doc) : planContent(doc));
const same = (a: Content | null, b: Content) => JSON.stringify(a) === JSON.stringify(b);

/** One request for one document. Throws when the server could not be reached or failed. */
async function write(store: AppStore, doc: Held): Promise<void> {
  const take = (key: Key, row: CarDoc | PlanDoc) => store.dispatch(saved({ key, version: row.version, content: contentOf(row) }));
  try {
    if (doc.content === null) {
      if (doc.remote.state === 'present') await remove(store, doc, doc.remote.version);
    } else if (doc.remote.state === 'deleted') {
      await restore(store, doc, take);
    } else {
      const base = doc.remote.state === 'present' ? doc.remote.version : 0;
      const row = await put(store, doc.id, base, doc.content);
      // Kept as sent: later edits differ from it, and equal ones are known to be saved.
      store.dispatch(saved({ key: doc.key, version: row.version, content: doc.content }));
    }
  } catch (cause) {
    const error = errorOf(cause);
    if (error?.code === 'stale') {
      const current = error.current as CarDoc | PlanDoc;
      const content = contentOf(current);
      // A write whose answer got lost on the way is not a conflict.
      if (same(doc.content, content)) take(doc.key, current);
      else store.dispatch(conflicted({ key: doc.key, version: current.version, content }));
    } else if (error?.code === 'no-such-car' || error?.code === 'no-such-plan') {
      // Deleted elsewhere: bring it back if it is wanted here. Not even there to bring back: write it anew.
      const missing = error.code === 'no-such-car' && doc.content?.kind === 'plan' ? carKey(doc.content.carId) : doc.key;
      const wasDeleted = store.getState().desk.held[missing]?.remote.state === 'deleted';
      store.dispatch(wasDeleted ? remoteUnknown({ key: missing }) : remoteGone({ keys: [missing] }));
    } else if (error?.code === 'bad-document') {
      store.dispatch(refused({ key: doc.key, problems: error.problems ?? [] }));
    } else throw cause;
  }
}

function put(store: AppStore, id: string, base: number, content: Content): Promise<CarDoc | PlanDoc> {
  if (content.kind === 'part') throw new Error('parts are written together');
  return content.kind === 'car'
    ? store.dispatch(api.endpoints.putCar.initiate({ id, write: { base, car: content.car, bench: content.bench } })).unwrap()
    : store.dispatch(api.endpoints.putPlan.initiate({ id, write: { base, carId: content.carId, plan: content.plan } })).unwrap();
}

async function remove(store: AppStore, doc: Held, version: number): Promise<void> {
  const write = { base: version };
  if (doc.key.startsWith('plan:')) {
    await store.dispatch(api.endpoints.deletePlan.initiate({ id: doc.id, write })).unwrap();
    store.dispatch(remoteGone({ keys: [doc.key] }));
    return;
  }
  await store.dispatch(api.endpoints.deleteCar.initiate({ id: doc.id, write })).unwrap();
  const { held } = store.getState().desk;
  const plans = Object.values(held).filter((other) => other.remote.state === 'present' && belongsTo(other, doc.id));
  store.dispatch(remoteGone({ keys: [doc.key, ...plans.map((plan) => plan.key)] }));
}

function belongsTo(doc: Held, carId: string): boolean {
  return doc.remote.state === 'present' && doc.remote.content.kind === 'plan' && doc.remote.content.carId === carId;
}

async function restore(store: AppStore, doc: Held, take: (key: Key, row: CarDoc | PlanDoc) => void): Promise<void> {
  if (doc.key.startsWith('plan:')) {
    take(doc.key, await store.dispatch(api.endpoints.restorePlan.initiate({ id: doc.id })).unwrap());
    return;
  }
  const { car, plans } = await store.dispatch(api.endpoints.restoreCar.initiate({ id: doc.id })).unwrap();
  take(doc.key, car);
  for (const plan of plans) take(planKey(plan.id), plan);
}
