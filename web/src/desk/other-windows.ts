import { compact } from '@puddler/core';
import { formOf, KIND_NAMES, kindOf } from '@puddler/contract/shared';
import type { PayloadAction } from '@reduxjs/toolkit';
import { heard, imported, remoteBack, remoteGone, saved, type Heard } from './desk-slice';
import { keyOf, kindOfKey, type Key } from './held';
import type { AppStore } from './store';

const CHANNEL = 'puddler-desk';

/** A window of another release may hold its documents in another form. */
const FORMS = KIND_NAMES.map((kind) => `${kind} ${formOf(kindOf(kind))}`).join(', ');

interface Message extends Heard {
  forms: string;
}

/** What the desk knows the server to hold of these documents. */
function newsOf(store: AppStore, keys: readonly Key[]): Heard {
  const { held } = store.getState().desk;
  const news: Heard = { written: [], gone: [] };
  for (const key of keys) {
    const known = held[key];
    if (known?.remote.state === 'present') {
      const { version, content } = known.remote;
      const doc = {
        id: known.id,
        version,
        createdAt: '',
        updatedAt: known.updatedAt,
        ...compact({ parentId: content.parentId }),
        body: content.body,
      };
      news.written.push({ kind: kindOfKey(key), doc });
    } else if (known?.remote.state === 'deleted') news.gone.push({ key, version: known.remote.version });
  }
  return news;
}

/**
 * Windows of one browser hear from each other what was saved, so that none shows what is no longer so. A browser that cannot
 * do that finds out when it saves, as a second browser does. Returns what ends it.
 */
export function hearOtherWindows(store: AppStore): () => void {
  if (!('BroadcastChannel' in globalThis)) return () => undefined;
  const channel = new BroadcastChannel(CHANNEL);
  const say = (keys: readonly Key[]) => channel.postMessage({ forms: FORMS, ...newsOf(store, keys) } satisfies Message);
  const effect = ({ payload }: PayloadAction<{ key: Key }[]>) => say(payload.map(({ key }) => key));
  const stops = [
    store.listen({ actionCreator: saved, effect }),
    store.listen({ actionCreator: remoteGone, effect }),
    store.listen({ actionCreator: remoteBack, effect }),
    store.listen({ actionCreator: imported, effect: ({ payload }) => say(payload.documents.map(({ kind, doc }) => keyOf(kind, doc.id))) }),
  ];
  channel.onmessage = ({ data }: MessageEvent<Message>) => {
    if (data.forms === FORMS) store.dispatch(heard({ written: data.written, gone: data.gone }));
  };
  return () => {
    for (const stop of stops) stop();
    channel.close();
  };
}
