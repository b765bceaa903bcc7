import { noticed } from './notices-slice';
import type { AppStore } from './store';

const PROGRAM = '/sw.js';

/** Where browsers trust the connection, the page is kept for where the server is out of reach. Another release takes its place when the builder says so. */
export function keepPage(store: AppStore): void {
  if (!isSecureContext || !('serviceWorker' in navigator)) return;
  const offer = () => store.dispatch(noticed({ text: 'Another release of Puddler is here.', tone: 'plain', isUpdate: true }));
  navigator.serviceWorker.register(PROGRAM).then(
    (registration: ServiceWorkerRegistration | undefined) => {
      // A browser that is set to keep nothing answers with nothing.
      if (!registration) return;
      // This page came from the server, as the release that waits did.
      registration.waiting?.postMessage('take over');
      registration.addEventListener('updatefound', () => {
        const { installing } = registration;
        installing?.addEventListener('statechange', () => {
          // The first one takes the place of none.
          if (installing.state === 'installed' && navigator.serviceWorker.controller) offer();
        });
      });
    },
    // The page is not kept then, as over plain HTTP, or while it is being developed.
    () => undefined,
  );
}

/** Lets the release that waits take over, and loads the page from it. */
export async function loadUpdate(): Promise<void> {
  const registration = await navigator.serviceWorker.getRegistration();
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
  if (registration?.waiting) registration.waiting.postMessage('take over');
  else location.reload();
}
