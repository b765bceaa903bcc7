import { SCHEMAS, kindOf, parentOf, type LiveChange, type WithIt } from '@puddler/contract/shared';
import { heard, readOnlyTold } from './document-store-slice';
import { keyOf, nameOf } from './entry';
import { isHere } from './is-here';
import { loadAgain, loadCar } from './load';
import { noticed } from './notices-slice';
import { setServerTime } from '../ui/clock';
import { PAGE, whenKeptGiven } from '../api/request';
import type { AppStore } from './store';

/** Edits come every few letters: one line for them is enough [ms]. */
const SAY_AGAIN_MS = 30_000;

/** A connection that broke is opened again after this long [ms]. */
const AGAIN_MS = 2000;
/** An id that no server has given: it answers that everything is to be fetched again, as what a page began with may be old. */
const LOST = 'lost';

/**
 * Takes in what other windows and devices write, so that no page shows what is no longer so. A hidden page closes its connection, of which browsers allow
 * few; it catches up when it is shown. `onReached` is called when the server answers (again). Returns what ends it.
 */
export function followChanges(store: AppStore, onReached: () => void): () => void {
  let source: EventSource | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  let last: string | undefined;
  const said = new Map<string, number>();

  function open(): void {
    clearTimeout(again);
    if (source) return;
    if (document.visibilityState === 'hidden') return close();
    source = new EventSource(`/api/changes?${new URLSearchParams({ page: PAGE, forms: SCHEMAS, ...(last === undefined ? {} : { after: last }) })}`);
    source.onmessage = ({ data, lastEventId }: MessageEvent<string>) => {
      last = lastEventId;
      take(store, JSON.parse(data) as LiveChange, said);
    };
    source.addEventListener('time', ({ data }: MessageEvent<string>) => setServerTime(Number(data)));
    const reached = ({ data, lastEventId }: MessageEvent<string>) => {
      last = lastEventId;
      setServerTime(Number(data));
      // A server that cannot save says so next.
      if (store.getState().documentStore.isReadOnly) store.dispatch(readOnlyTold(false));
      onReached();
    };
    source.addEventListener('hello', reached);
    source.addEventListener('reload', (event: MessageEvent<string>) => {
      reached(event);
      loadAgain(store).catch(lose);
    });
    source.addEventListener('read-only', () => store.dispatch(readOnlyTold(true)));
    source.addEventListener('other-release', () => {
      end();
      store.dispatch(noticed({ text: 'Another release of Puddler runs now: load this page again.', tone: 'stop' }));
    });
    // A browser that connects again by itself would ask from where it first did.
    source.onerror = breakOff;
  }
  function close(): void {
    clearTimeout(again);
    source?.close();
    source = undefined;
    // What is written before the first connection is open is heard of by none.
    last ??= LOST;
  }
  function breakOff(): void {
    close();
    again = setTimeout(open, AGAIN_MS);
  }
  /** What was missed is not known. */
  function lose(): void {
    last = LOST;
    breakOff();
  }
  whenKeptGiven(lose);
  const turn = () => (document.visibilityState === 'hidden' ? close() : open());
  function end(): void {
    whenKeptGiven(() => undefined);
    document.removeEventListener('visibilitychange', turn);
    close();
  }
  document.addEventListener('visibilitychange', turn);
  open();
  return end;
}

function take(store: AppStore, { by, written, gone, back }: LiveChange, said: Map<string, number>): void {
  const [lost] = gone;
  const lostContent = lost && store.getState().documentStore.entries[keyOf(lost.kind, lost.id)]?.content;
  const keyed = (list: readonly WithIt[]) => list.map(({ kind, id, version }) => ({ key: keyOf(kind, id), version }));
  store.dispatch(heard({ written, gone: keyed(gone), back: keyed(back) }));
  // What came back with its parent is fetched with it.
  if (back.length > 0) for (const { doc } of written) void loadCar(store, doc.id).catch(() => undefined);
  // Windows of the same machine are one person's.
  const who = by ?? (isHere() ? undefined : 'The laptop');
  const [first] = written;
  const what = first ? `changed ${whatText(store, first)}` : lostContent && `deleted ${nameOf(lostContent)}`;
  if (who === undefined || !what) return;
  const text = `${who} ${what}.`;
  const now = Date.now();
  if (now - (said.get(text) ?? -Infinity) < SAY_AGAIN_MS) return;
  said.set(text, now);
  store.dispatch(noticed({ text, tone: 'plain' }));
}

/** A document by its name; one that has none of its own by what it belongs to: “the ladder of Sixty”. */
function whatText(store: AppStore, { kind, doc }: LiveChange['written'][number]): string {
  const own = kindOf(kind).nameOf(doc.body);
  const parent = parentOf(kind);
  const content = parent && doc.parentId ? store.getState().documentStore.entries[keyOf(parent, doc.parentId)]?.content : undefined;
  return content && /^(The|What) /.test(own) ? `${own[0]!.toLowerCase()}${own.slice(1)} of ${nameOf(content)}` : own;
}
