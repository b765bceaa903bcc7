import { setDecimalMark } from '@puddler/figures';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter } from 'react-router';
import { Broken } from './app/Broken';
import { Views } from './app/routes';
import { stationAt } from './app/stations';
import { isHere } from './document-store/is-here';
import { loadGarage, loadShelf, loadUnreadable, takeAlong } from './document-store/load';
import { recallPins, storePins } from './document-store/keep-pins';
import { recallPrefs, storePrefs } from './document-store/prefs-slice';
import { createStore } from './document-store/store';
import { startSync } from './document-store/sync';
import { watchPresses } from './document-store/press';
import { keepPage } from './document-store/keep-page';
import { keepCurrency } from './document-store/keep-currency';
import { recallFiles } from './document-store/keep-files';
import { followChanges } from './document-store/change-feed';
import { keepUnsaved, recallUnsaved } from './document-store/unsaved';
import { freezeBands } from './jobs/freeze-bands';
import { runClient } from './jobs/use-run';
import { allQuiet } from './jobs/worker-client';
import { decimalMarkHere, fromHead } from './ui/from-head';
import { whenIdle } from './ui/when-idle';
import { fetchAhead } from './ui/late-view';
import './styles.css';

// The scroll lock of dialogs writes a style element: it needs the nonce that this page's CSP names.
setNonce(fromHead('style-nonce'));

setDecimalMark(decimalMarkHere());
const store = createStore(recallPrefs());
store.listen({ predicate: (_action, now, before) => now.prefs !== before.prefs, effect: () => storePrefs(store.getState().prefs) });
store.listen({ predicate: (_action, now, before) => now.pins !== before.pins, effect: () => storePins(store.getState().pins) });
keepCurrency(store);
watchPresses(window);
runClient.prepare();
stationAt(location.pathname).station.page.fetch();
/** Pages that can show little before the shelf is here. */
const ASKS_FOR_SHELF = /^\/shelf$|\/(?:buy|step-up)$/;
/** What may be opened next is fetched after this long, whatever is still being computed [ms]. */
const AHEAD_AFTER_MS = 10_000;
/** What waits is sent as soon as the server is in reach again. */
let sendNow: () => void = () => undefined;
void Promise.all([recallUnsaved(store), recallFiles(store)])
  .then(([recalled]) => {
    keepUnsaved(store, recalled);
    // Before the lists are fetched: what is written in between would not be in them.
    followChanges(store, () => sendNow());
    // What the address asks for need not wait for the rest.
    return Promise.all([loadGarage(store, location.pathname), ASKS_FOR_SHELF.test(location.pathname) ? loadShelf(store) : undefined]);
  })
  .then(() => {
    sendNow = startSync(store);
    void recallPins(store);
    return store.getState().documentStore.shelfLoaded ? undefined : loadShelf(store);
  })
  .then(() => {
    // The first answers come, and are drawn, before what may be opened next.
    whenIdle(() => void allQuiet(AHEAD_AFTER_MS).then(() => whenIdle(thenAhead)));
  });

/** Fetches and begins what the page does not need at once. */
function thenAhead(): void {
  loadUnreadable(store).catch(() => undefined);
  keepPage(store);
  // A device that may lose the server has every car with it; elsewhere a car comes when it is looked at. A phone may not be trusted to keep the page, and may
  // empty its cache at any time: it has the code in memory.
  if (!isHere()) {
    void takeAlong(store);
    fetchAhead();
    void import('./jobs/ready-away').then(({ readyAway }) => readyAway());
  }
  freezeBands(store);
}

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <ErrorBoundary FallbackComponent={Broken}>
        <BrowserRouter>
          <Views />
        </BrowserRouter>
      </ErrorBoundary>
    </Provider>
  </StrictMode>,
);
