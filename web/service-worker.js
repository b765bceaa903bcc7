// Keeps the page for where the server is out of reach. Built into sw.js, with the names of all that was built (vite.config.ts).
const ASSETS = __ASSETS__;
const SHELL = 'shell-__RELEASE__';
const LISTS = 'lists';
/** What a page begins with, cars by name and whole and the shelf; the rest it has when it was open before, or does without. */
const isList = (path) => /^\/api\/(?:cars|shelf|whole-car\/[0-9a-f-]+)$/.test(path);
/** A laptop that is far away answers nothing at all, for a long time. */
const ANSWER_WITHIN_MS = 4000;

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(SHELL).then((shell) => shell.addAll(['/', ...ASSETS])));
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys()) if (name !== SHELL && name !== LISTS) await caches.delete(name);
      const lists = await caches.open(LISTS);
      for (const request of await lists.keys()) if (!isList(new URL(request.url).pathname)) await lists.delete(request);
      await self.clients.claim();
    })(),
  );
});

// The page has asked whether it may.
self.addEventListener('message', ({ data }) => {
  if (data === 'take over') void self.skipWaiting();
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname, search } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(inTime(request).catch(shell));
  else if (isList(pathname)) event.respondWith(list(event, pathname + search));
  else if (ASSETS.includes(pathname)) event.respondWith(asset(request));
});

const inTime = (request) => fetch(request, { signal: AbortSignal.timeout(ANSWER_WITHIN_MS) });

async function asset(request) {
  const kept = await caches.match(request, { cacheName: SHELL });
  return kept ?? fetch(request);
}

/** As the server has it now; as it was last, and marked so, where the server does not answer and the page would make do with it. */
async function list(event, path) {
  const lists = await caches.open(LISTS);
  let answer;
  try {
    answer = await fetch(event.request);
  } catch (error) {
    const kept = event.request.cache === 'no-cache' ? undefined : await lists.match(path);
    if (!kept) throw error;
    const headers = new Headers(kept.headers);
    headers.set('x-kept', 'yes');
    return new Response(kept.body, { headers });
  }
  // The page need not wait until it is kept.
  if (answer.ok) event.waitUntil(keep(lists, path, answer.clone()));
  return answer;
}

/** Keeps a piece; where a list begins, what followed its last beginning goes: it may be cut in other places now. */
async function keep(lists, path, answer) {
  if (!path.includes('after='))
    for (const { url } of await lists.keys()) if (url.includes(`${path.split('?')[0]}?`) && url.includes('after=')) await lists.delete(url);
  await lists.put(path, answer);
}

/** The page as it was kept, with a nonce of its own: one that is used twice protects nobody. */
async function shell() {
  const kept = await caches.match('/', { cacheName: SHELL });
  if (!kept) return Response.error();
  const text = await kept.text();
  const old = /name="style-nonce" content="([^"]+)"/.exec(text)?.[1] ?? '';
  const nonce = btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(16))));
  const headers = new Headers(kept.headers);
  headers.set('content-security-policy', (headers.get('content-security-policy') ?? '').replaceAll(old, nonce));
  return new Response(text.replaceAll(old, nonce), { headers });
}
